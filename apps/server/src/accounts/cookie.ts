import type { Request, Response } from 'express';

const NAME = 'waxwing_sign_in';

/** The token that a request brings, or `null`. */
export function tokenOf(request: Request): string | null {
  for (const part of (request.headers.cookie ?? '').split(';')) {
    const [name, value] = part.trim().split('=');
    if (name === NAME && value) return value;
  }
  return null;
}

export function setToken(response: Response, token: string, expires: Date): void {
  response.cookie(NAME, token, { ...options(response), expires });
}

export function clearToken(response: Response): void {
  response.clearCookie(NAME, options(response));
}

function options(response: Response) {
  const address: unknown = response.app.get('waxwing address');
  const secure = response.req.secure || (typeof address === 'string' && address.startsWith('https:'));
  return { httpOnly: true, sameSite: 'strict' as const, path: '/', secure };
}
