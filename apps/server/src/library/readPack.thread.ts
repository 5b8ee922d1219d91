import { parentPort, workerData } from 'node:worker_threads';
import { readPack, type PackFile, type PackWish, type ReadPack } from '@waxwing/core/shapes';

/** Reading a whole library takes seconds: here nobody waits for it. */
const { files, existing, wish } = workerData as {
  readonly files: readonly PackFile[];
  readonly existing: ReadPack;
  readonly wish: PackWish;
};
parentPort!.postMessage(readPack(files, existing, wish));
