import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Reads } from '../database/reads.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { Transactions } from '../database/transactions.ts';
import { EventLog } from './eventLog.ts';
import { SessionEntity } from './session.entities.ts';

/**
 * Stands in the server's state when the tables of the log were made anew by a migration: with the id of the last session whose log was
 * built since, so that a server that is stopped in between goes on from there.
 */
const REPROJECT_DUE = 'reproject-due';
const SAID_EVERY = 500;

/** Builds the logs of all sessions anew from their events. */
@Injectable()
export class Reprojection implements OnApplicationBootstrap {
  private readonly logger = new Logger(Reprojection.name);

  constructor(
    @InjectRepository(ServerStateEntity) private readonly state: Reads<ServerStateEntity>,
    @InjectRepository(SessionEntity) private readonly sessions: Reads<SessionEntity>,
    private readonly events: EventLog,
    private readonly transactions: Transactions,
  ) {}

  /** After a migration, before anybody is served: what is read of the log is there. */
  async onApplicationBootstrap(): Promise<void> {
    const due = await this.state.findOneBy({ name: REPROJECT_DUE });
    if (due) await this.all(due.value);
  }

  /** Session by session, each in a transaction of its own, from the one after `done` on. Answers how many. */
  async all(done = ''): Promise<number> {
    const ids = await this.sessions.query<{ id: string }[]>('select id from sessions where id > ? order by id', [done]);
    for (const [at, { id }] of ids.entries()) {
      await this.transactions.run(async (manager) => {
        await this.events.project(manager, await manager.findOneByOrFail(SessionEntity, { id }));
        await manager.save(ServerStateEntity, { name: REPROJECT_DUE, value: id });
      });
      if ((at + 1) % SAID_EVERY === 0) this.logger.warn(`logs built anew: ${at + 1} of ${ids.length}`);
    }
    await this.transactions.run((manager) => manager.delete(ServerStateEntity, { name: REPROJECT_DUE }));
    return ids.length;
  }
}
