import { rmSync } from 'node:fs';
import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { BackupsAnswer } from '@waxwing/core/api';
import { MoreThan } from 'typeorm';
import { ClientTombstoneEntity } from '../clients/client.entities.ts';
import {
  DAILY_KEPT_DAYS,
  OTHERS_KEPT_DAYS,
  WEEKLY_KEPT_DAYS,
  listBackups,
  nameOf,
  outdatedBackups,
  type BackupFile,
  type BackupReason,
} from '../database/backupFile.ts';
import { inThread } from '../database/inThread.ts';
import { OpenDatabase } from '../database/openDatabase.ts';
import type { Reads } from '../database/reads.ts';
import { sqliteCode, storageTrouble } from '../database/storageTrouble.ts';
import { Clock } from '../http/clock.ts';
import { Habits } from '../http/habits.ts';

const DAY_MS = 86_400_000;
const LOOK_EVERY_MS = 15 * 60_000;
const BACKUP_BOUNDS = { seconds: 600, memoryMb: 500 };

/** Copies of the whole database: daily, before every upgrade, and when somebody asks. */
@Injectable()
export class Backups implements OnApplicationBootstrap, OnApplicationShutdown {
  private failed: string | null = null;
  private running: Promise<unknown> = Promise.resolve();
  private timer: NodeJS.Timeout | undefined;

  constructor(
    @InjectRepository(ClientTombstoneEntity) private readonly tombstones: Reads<ClientTombstoneEntity>,
    private readonly database: OpenDatabase,
    private readonly habits: Habits,
    private readonly clock: Clock,
  ) {}

  onApplicationBootstrap(): void {
    if (!this.habits.isBackedUpDaily) return;
    const look = () => void this.makeDue().catch(() => undefined);
    look();
    this.timer = setInterval(look, LOOK_EVERY_MS);
    this.timer.unref();
  }

  async onApplicationShutdown(): Promise<void> {
    clearInterval(this.timer);
    await this.running;
  }

  /** Newest first. */
  list(): BackupFile[] {
    return listBackups(this.database.backupFolder);
  }

  get lastFailure(): string | null {
    return this.failed;
  }

  async answer(): Promise<BackupsAnswer> {
    const backups = this.list();
    const oldest = backups.at(-1);
    return {
      folder: this.database.backupFolder,
      backups: backups.map((backup) => ({
        name: nameOf(backup),
        madeAt: backup.madeAt,
        reason: backup.reason,
        bytes: backup.bytes,
      })),
      failed: this.failed,
      forgottenStillHeld: oldest ? await this.tombstones.countBy({ deletedAt: MoreThan(oldest.madeAt) }) : 0,
      keptDays: { daily: DAILY_KEPT_DAYS, weekly: WEEKLY_KEPT_DAYS, others: OTHERS_KEPT_DAYS },
    };
  }

  /** One at a time. Throws when the copy could not be made or is not sound; then nothing is left of it. */
  make(reason: BackupReason): Promise<BackupFile> {
    const next = this.running.then(() => this.makeNow(reason));
    this.running = next.catch(() => undefined);
    return next;
  }

  /** A new backup in the place of all earlier ones, which still hold clients who were deleted since. */
  async rewrite(): Promise<void> {
    const before = this.list();
    await this.make('asked');
    for (const { file } of before) rmSync(file, { force: true });
  }

  private async makeDue(): Promise<void> {
    const now = this.clock.now().getTime();
    const last = this.list().find(({ reason }) => reason === 'daily');
    if (!last || now - Date.parse(last.madeAt) >= DAY_MS) await this.make('daily');
  }

  private async makeNow(reason: BackupReason): Promise<BackupFile> {
    const { file, backupFolder } = this.database;
    try {
      const data = { file, folder: backupFolder, reason, madeAt: this.clock.now().toISOString() };
      const backup = await inThread<BackupFile>('./backup.thread', import.meta.url, data, BACKUP_BOUNDS);
      this.failed = null;
      for (const outdated of outdatedBackups(this.list(), this.clock.now())) rmSync(outdated.file, { force: true });
      return backup;
    } catch (error) {
      this.failed =
        storageTrouble(error)?.message ??
        `The copy could not be made (${sqliteCode(error) ?? (error as { code?: string }).code ?? (error as Error).name})`;
      throw error;
    }
  }
}
