import { parentPort, workerData } from 'node:worker_threads';
import { readPack, type PackFile, type ReadPack } from '@waxwing/core/shapes';

/** Reading a whole library takes seconds: here nobody waits for it. */
const { files, existing, only } = workerData as {
  readonly files: readonly PackFile[];
  readonly existing: ReadPack;
  readonly only?: readonly string[];
};
parentPort!.postMessage(readPack(files, existing, only));
