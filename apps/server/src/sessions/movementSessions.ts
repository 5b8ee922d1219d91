import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { MovementSession } from '@waxwing/core/api';
import type { SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { LogSegmentEntity } from './session.entities.ts';

/** As many as anybody looks through. */
const SESSIONS_MOST = 200;

interface Row {
  readonly sessionId: string;
  readonly localDate: string;
  readonly revisionId: string;
  /** Ids, between commas. */
  readonly clientIds: string;
}

/** In which hours a movement was done, and what it said then. */
@Injectable()
export class MovementSessions {
  constructor(
    @InjectRepository(LogSegmentEntity) private readonly segments: Reads<LogSegmentEntity>,
    private readonly clients: Clients,
  ) {}

  /** Hours with the trainer’s own clients, newest first. */
  async of(actor: SignedIn, movementId: string): Promise<MovementSession[]> {
    const names = new Map((await this.clients.list(actor)).map(({ clientId, name }) => [clientId, name]));
    // A session pins every movement that it may need; which of them is this one’s is known by its revisions.
    const rows = await this.segments.query<Row[]>(
      `select done."sessionId", session."localDate", revision.id "revisionId", done."clientIds"
       from (
         select "sessionId", group_concat(distinct "clientId") "clientIds" from log_segments
         where "clientId" in (select value from json_each(?)) and "movementId" = ? group by 1
       ) done
       join sessions session on session.id = done."sessionId"
       join movement_revisions revision on revision."studioId" = session."studioId" and revision."movementId" = ?
         and instr(session.pins, revision.id) > 0
       order by session."localDate" desc, session."startedAt" desc limit ?`,
      [JSON.stringify([...names.keys()]), movementId, movementId, SESSIONS_MOST],
    );
    return rows.map(({ clientIds, ...row }) => ({ ...row, clientNames: clientIds.split(',').map((id) => names.get(id) ?? '') }));
  }
}
