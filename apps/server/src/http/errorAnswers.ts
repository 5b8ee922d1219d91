import { Catch, HttpException, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { ApiError } from '@waxwing/core/api';
import type { Request, Response } from 'express';
import { constraintOf, sqliteCode, storageTrouble } from '../database/storageTrouble.ts';

interface Answer {
  readonly status: number;
  readonly body: ApiError;
  /** For the log, when somebody should look: no texts, no values. */
  readonly note?: string;
}

const WORDS_OF_STATUS: Readonly<Record<number, string>> = {
  400: 'That can’t be read',
  404: 'There is nothing at this address',
  413: 'That is too large',
  415: 'Only JSON is read here',
};

/** What any error is answered with. Those of the database carry what was being stored, and are never shown or written down as they are. */
export function answerTo(error: unknown): Answer {
  if (error instanceof HttpException) {
    const body = error.getResponse();
    const status = error.getStatus();
    return { status, body: typeof body === 'string' ? { message: body } : (body as ApiError) };
  }
  const trouble = storageTrouble(error);
  if (trouble)
    return { status: trouble.status, body: { message: trouble.message }, note: `${trouble.code} ${constraintOf(error)}`.trim() };
  const status = statusOf(error);
  if (status !== null) return { status, body: { message: WORDS_OF_STATUS[status] ?? 'That was not taken' } };
  return {
    status: 500,
    body: { message: 'Something went wrong on the server. It was written down there.' },
    note: placeOf(error),
  };
}

/** Errors of what reads requests (body too large, half an escape in the address) say which status they mean. */
function statusOf(error: unknown): number | null {
  if (error instanceof URIError) return 400;
  const status = typeof error === 'object' && error !== null && 'status' in error ? error.status : null;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : null;
}

/** The kind of an error and where it was thrown; not its message, which may hold what somebody wrote. */
function placeOf(error: unknown): string {
  if (!(error instanceof Error)) return 'thrown: no error';
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return [sqliteCode(error) ?? error.name, ...frames.slice(0, 8).map((line) => line.trim())].join('\n    ');
}

/** Answers every error with the one shape, and writes down those that somebody should look at. */
@Catch()
export class ErrorAnswers implements ExceptionFilter {
  constructor(private readonly write: (line: string) => void) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const request = host.switchToHttp().getRequest<Request>();
    const response = host.switchToHttp().getResponse<Response>();
    const { status, body, note } = answerTo(error);
    if (note) this.write(`${request.method} ${pathPattern(request.path)} ${status} ${note}`);
    if (response.headersSent) response.destroy();
    else response.status(status).json(body);
  }
}

/** An address without what tells one person or thing from another. */
export function pathPattern(path: string): string {
  return (
    path
      .replace(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, ':id')
      // A secret in an address is as good as a password.
      .replace(/[\w-]{30,}/g, ':secret')
      .replace(/[^\w/.:-]+/g, '_')
      .slice(0, 80)
  );
}
