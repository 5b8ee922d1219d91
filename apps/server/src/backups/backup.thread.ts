import { parentPort, workerData } from 'node:worker_threads';
import { makeBackup, type BackupReason } from '../database/backupFile.ts';

/** Copying a large database takes seconds: here nobody waits for it. */
const { file, folder, reason, madeAt } = workerData as {
  readonly file: string;
  readonly folder: string;
  readonly reason: BackupReason;
  readonly madeAt: string;
};
parentPort!.postMessage(makeBackup(file, folder, reason, madeAt));
