import type { NextFunction, Response } from 'express';
import { keepersOnly, type RequestWithActor } from './actor.ts';
import { tokenOf } from './cookie.ts';
import type { SignIns } from './signIns.ts';

/** What is answered without a sign-in; each of these routes is also marked `@Public`, and a test compares the two. */
export const PUBLIC_PATHS = [
  '/api/sign-in',
  '/api/sign-out',
  '/api/signed-in',
  '/api/health',
  '/api/first-owner',
  '/api/metrics',
  '/api/board-code',
] as const;

/** Behind each of these stands a secret of its own, in the address. */
export const SECRET_PATHS = ['/api/feeds/', '/api/boards/'] as const;

function isPublic(path: string): boolean {
  const small = path.toLowerCase();
  if (SECRET_PATHS.some((secret) => small.startsWith(secret) && small.length > secret.length)) return true;
  return (PUBLIC_PATHS as readonly string[]).includes(small.replace(/\/+$/, ''));
}

/** Finds out who asks before anything of the request's body is read: a stranger's is not read at all. */
export function gate(signIns: SignIns) {
  return (request: RequestWithActor, response: Response, next: NextFunction): void => {
    if (!/^\/api(\/|$)/i.test(request.path) || isPublic(request.path)) return next();
    const token = tokenOf(request);
    const known = token ? signIns.actorOf(token) : Promise.resolve(null);
    known.then((actor) => {
      if (!actor) {
        response.status(401).json({ message: 'Sign in first' });
        return;
      }
      request.actor = actor;
      next();
    }, next);
  };
}

/** For what only who keeps the library may send, and is large. Behind the gate; `what` as in `keepersOnly`. */
export function keepersBody(what: string) {
  return (request: RequestWithActor, _response: Response, next: NextFunction): void => {
    keepersOnly(request.actor!, what);
    next();
  };
}
