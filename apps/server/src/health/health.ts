import { statfsSync } from 'node:fs';
import { dirname } from 'node:path';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { HealthAnswer } from '@waxwing/core/api';
import { Backups } from '../backups/backups.ts';
import { OpenDatabase } from '../database/openDatabase.ts';
import type { Reads } from '../database/reads.ts';
import { ServerStateEntity } from '../database/serverState.entity.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { AnswerCounts } from '../http/requestLog.ts';
import { EventLog } from '../sessions/eventLog.ts';

/** Less than this free is said: a day's sessions and a backup still fit. */
const DISK_LOW_BYTES = 500 * 1024 * 1024;
/** How often, at most, a server that could not store tries again because somebody asks how it is. */
const PROBE_EVERY_MS = 2000;
/** As large as a session's events: what doesn't fit isn't called stored. */
const PROBE_BYTES = 64 * 1024;

/** How the server is. */
@Injectable()
export class Health {
  private probedAt = 0;

  constructor(
    @InjectRepository(ServerStateEntity) private readonly state: Reads<ServerStateEntity>,
    private readonly database: OpenDatabase,
    private readonly transactions: Transactions,
    private readonly backups: Backups,
    private readonly events: EventLog,
    private readonly counts: AnswerCounts,
    private readonly clock: Clock,
  ) {}

  /** Reads from the database, and asks the same of writing as `Transactions` does: what SQLite said last, tried again if it was no. */
  async answer(): Promise<HealthAnswer> {
    await this.state.countBy({});
    if (this.transactions.lastTrouble && this.clock.now().getTime() - this.probedAt > PROBE_EVERY_MS) await this.probe();
    const trouble = this.transactions.lastTrouble;
    return {
      ok: trouble === null,
      writes: trouble?.message ?? 'stored',
      disk: this.freeBytes() < DISK_LOW_BYTES ? 'low' : 'plenty',
    };
  }

  /** For a collector of metrics, in its text format: counts only. */
  metrics(): string {
    const [newest] = this.backups.list();
    const lines: [string, number][] = [
      ['waxwing_writes_waiting', this.transactions.waiting],
      ['waxwing_storage_trouble', this.transactions.lastTrouble ? 1 : 0],
      ['waxwing_events_kept_total', this.events.counts.kept],
      ['waxwing_events_refused_total', this.events.counts.refused],
      ['waxwing_disk_free_bytes', this.freeBytes()],
      ['waxwing_backup_failed', this.backups.lastFailure ? 1 : 0],
      ...(newest ? [['waxwing_backup_made_seconds', Math.round(Date.parse(newest.madeAt) / 1000)] as [string, number]] : []),
      ...[...this.counts.byClass].map(([kind, count]): [string, number] => [`waxwing_answers_total{class="${kind}"}`, count]),
    ];
    return lines.map(([name, value]) => `${name} ${value}\n`).join('');
  }

  private freeBytes(): number {
    const { bavail, bsize } = statfsSync(dirname(this.database.file));
    return bavail * bsize;
  }

  /** Stores something and takes it away again. */
  private async probe(): Promise<void> {
    this.probedAt = this.clock.now().getTime();
    const row = { name: 'probe', value: 'x'.repeat(PROBE_BYTES) };
    await this.transactions
      .run((manager) => manager.save(ServerStateEntity, row))
      .then(() => this.transactions.run((manager) => manager.delete(ServerStateEntity, { name: 'probe' })))
      .catch(() => undefined);
  }
}
