import { parentPort, workerData } from 'node:worker_threads';
import { readPack, type PackFile, type ReadPack } from '@waxwing/core/shapes';

/** Reading a whole library takes seconds: here nobody waits for it. */
const { files, existing } = workerData as { readonly files: readonly PackFile[]; readonly existing: ReadPack };
parentPort!.postMessage(readPack(files, existing));
