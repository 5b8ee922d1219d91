import type { NextFunction, Request, Response } from 'express';
import { pathPattern } from './errorAnswers.ts';

/** How many requests were answered, by the first digit of the status. */
export class AnswerCounts {
  readonly byClass = new Map<string, number>();

  count(status: number): void {
    const kind = `${Math.floor(status / 100)}xx`;
    this.byClass.set(kind, (this.byClass.get(kind) ?? 0) + 1);
  }
}

/** A line a request: when, what was asked of which kind of address, the status, the milliseconds. No texts, ids or queries. */
export function requestLog(write: (line: string) => void, counts: AnswerCounts) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const began = performance.now();
    const { method, path } = request;
    response.on('finish', () => {
      counts.count(response.statusCode);
      if (path.startsWith('/api/')) {
        write(
          `${new Date().toISOString()} ${method} ${pathPattern(path)} ${response.statusCode} ${Math.round(performance.now() - began)} ms`,
        );
      }
    });
    next();
  };
}
