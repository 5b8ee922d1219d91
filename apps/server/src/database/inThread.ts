import { Worker } from 'node:worker_threads';

/** A thread took longer, or more memory, than it was given. */
export class ThreadStopped extends Error {}

interface ThreadBounds {
  readonly seconds: number;
  readonly memoryMb: number;
}

/**
 * Runs a module in a thread of its own: it gets `data` as `workerData` and posts one answer. Throws what it throws, or `ThreadStopped`.
 * Threads run compiled code only: from source (in tests) the last build's is taken.
 */
export function inThread<Answer>(
  module: string,
  from: string,
  data: unknown,
  { seconds, memoryMb }: ThreadBounds,
): Promise<Answer> {
  const compiled = from.endsWith('.ts') ? from.replace('/server/src/', '/server/dist/') : from;
  const worker = new Worker(new URL(`${module}.js`, compiled), {
    workerData: data,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  });
  return new Promise<Answer>((resolve, reject) => {
    const timer = setTimeout(() => {
      void worker.terminate();
      reject(new ThreadStopped(`not done after ${seconds} s`));
    }, seconds * 1000);
    worker.once('message', resolve);
    worker.once('error', (error: Error & { code?: string }) => {
      reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new ThreadStopped('out of memory') : error);
    });
    worker.once('exit', () => {
      clearTimeout(timer);
      reject(new ThreadStopped('ended without an answer'));
    });
  });
}
