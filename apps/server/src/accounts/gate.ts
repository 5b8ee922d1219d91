import type { NextFunction, Response } from 'express';
import { ownersOnly, type RequestWithActor } from './actor.ts';
import { tokenOf } from './cookie.ts';
import type { SignIns } from './signIns.ts';

/** What is answered without a sign-in; each of these routes is also marked `@Public`, and a test compares the two. */
export const PUBLIC_PATHS = ['/api/sign-in', '/api/sign-out', '/api/health', '/api/first-owner', '/api/metrics'] as const;

function isPublic(path: string): boolean {
  return (PUBLIC_PATHS as readonly string[]).includes(path.toLowerCase().replace(/\/+$/, ''));
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

/** For what only the owner may send, and is large. Behind the gate; `what` as in `ownersOnly`. */
export function ownersBody(what: string) {
  return (request: RequestWithActor, _response: Response, next: NextFunction): void => {
    ownersOnly(request.actor!, what);
    next();
  };
}
