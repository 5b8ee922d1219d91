import type { ApiError, Problem } from '@waxwing/core';

/** A request that the server answered with an error. */
export class RequestRefused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: readonly Problem[],
  ) {
    super(message);
  }
}

/** A request that got no answer: no network, or no server. */
export class Unreachable extends Error {
  constructor() {
    super('Waxwing’s server can’t be reached');
  }
}

async function request<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      credentials: 'same-origin',
      ...(body !== undefined && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new Unreachable();
  }
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
  // A proxy in front of a stopped server answers too, but not as Waxwing does.
  if (response.status === 502 || response.status === 503 || response.status === 504) throw new Unreachable();
  const error = (await response.json().catch(() => ({}))) as Partial<ApiError>;
  throw new RequestRefused(response.status, error.message ?? `The server answered ${response.status}`, error.problems ?? []);
}

export const api = {
  get: <T>(path: string) => request<T>('GET', path),
  post: <T>(path: string, body: unknown) => request<T>('POST', path, body),
  put: <T>(path: string, body: unknown) => request<T>('PUT', path, body),
  delete: <T>(path: string, body?: unknown) => request<T>('DELETE', path, body),
};

export function isSignedOut(error: unknown): boolean {
  return error instanceof RequestRefused && error.status === 401;
}
