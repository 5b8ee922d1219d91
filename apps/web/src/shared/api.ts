import type { ApiError, Problem } from '@waxwing/core/api';
import { KeptAnswers } from './device/keptAnswers.ts';
import { noteServer, noteServerTime } from './server.ts';

/** A request that Waxwing's server answered with an error. */
export class RequestRefused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: readonly Problem[],
    readonly code?: ApiError['code'],
  ) {
    super(message);
  }
}

/** A request that Waxwing's server didn't answer: no network, no server, no answer in time, or an answer of something in between. */
export class Unreachable extends Error {
  constructor(
    /** What something in between answered, such as a proxy whose server is gone. */
    readonly status?: number,
  ) {
    super('Waxwing’s server can’t be reached');
  }
}

/** Longer than any answer takes but those that say so. */
const ANSWER_MS = 15_000;
/** For what the server works on: a backup, a whole library. */
export const LONG_ANSWER_MS = 180_000;

/** What pages show without a network. */
export const keptAnswers = new KeptAnswers(
  (error) => error instanceof Unreachable,
  (error) => error instanceof RequestRefused && [403, 404, 410].includes(error.status),
);

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

async function request<T>(method: Method, path: string, body?: unknown, patienceMs = ANSWER_MS): Promise<T> {
  let response: Response;
  let answer: unknown;
  const asked = Date.now();
  try {
    response = await fetch(`/api/${path}`, {
      method,
      credentials: 'same-origin',
      signal: AbortSignal.timeout(patienceMs),
      ...(body !== undefined && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    const epoch = response.headers.get('Waxwing-Epoch');
    // A proxy, or the page of a guest network, answers too: neither has stored or refused anything.
    if (epoch === null) throw new Unreachable(response.status);
    noteServer(epoch, response.headers.get('Waxwing-Build'));
    noteServerTime(Number(response.headers.get('Waxwing-Now') ?? NaN), asked, Date.now());
    // Read within the same patience: an answer may begin and never end.
    answer = response.status === 204 ? undefined : await response.json();
  } catch (error) {
    throw error instanceof Unreachable ? error : new Unreachable();
  }
  if (response.ok) return answer as T;
  const { message, problems, code } = (answer ?? {}) as Partial<ApiError>;
  throw new RequestRefused(response.status, message ?? `The server answered ${response.status}`, problems ?? [], code);
}

export const api = {
  get: <T>(path: string) => keptAnswers.get(path, (patienceMs) => request<T>('GET', path, undefined, patienceMs)),
  /** From the server, or not at all. */
  getNow: <T>(path: string, patienceMs?: number) => request<T>('GET', path, undefined, patienceMs),
  post: <T>(path: string, body: unknown, patienceMs?: number) => request<T>('POST', path, body, patienceMs),
  put: <T>(path: string, body: unknown) => request<T>('PUT', path, body),
  delete: <T>(path: string, body?: unknown, patienceMs?: number) => request<T>('DELETE', path, body, patienceMs),
};

export function isNotHere(error: unknown): boolean {
  return error instanceof RequestRefused && error.status === 404;
}
