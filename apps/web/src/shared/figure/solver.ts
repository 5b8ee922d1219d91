import type { RepAnswer } from '@waxwing/core/figure';
import type { FigureQuestion, FigureReply, FigureRequest } from './messages.ts';

/** A question that is asked or answered, by its content. Figures are few hundred bytes to ask and kept for the visit. */
interface Asked {
  readonly promise: Promise<RepAnswer>;
  answer: RepAnswer | null;
}

const asked = new Map<string, Asked>();
const waiting = new Map<number, (answer: RepAnswer) => void>();
let worker: Worker | null = null;
let lastId = 0;

function theWorker(): Worker {
  if (!worker) {
    worker = new Worker(new URL('./figure.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<FigureReply>) => {
      waiting.get(data.id)?.(data.answer);
      waiting.delete(data.id);
    });
  }
  return worker;
}

export function keyOf(question: FigureQuestion): string {
  return JSON.stringify(question);
}

/** The answer, if there is one already. */
export function answerTo(key: string): RepAnswer | null {
  return asked.get(key)?.answer ?? null;
}

/** Solves each question once; what it answered stays. */
export function solve(key: string, question: FigureQuestion): Promise<RepAnswer> {
  const before = asked.get(key);
  if (before) return before.promise;
  const id = (lastId += 1);
  const promise = new Promise<RepAnswer>((resolve) => {
    waiting.set(id, resolve);
    theWorker().postMessage({ id, question } satisfies FigureRequest);
  });
  const entry: Asked = { promise, answer: null };
  asked.set(key, entry);
  void promise.then((answer) => {
    entry.answer = answer;
  });
  return promise;
}
