import type { NextFunction, Request, Response } from 'express';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses writes that a browser says come from another site. The cookie is SameSite too; this is the second lock. */
export function sameOrigin(request: Request, response: Response, next: NextFunction): void {
  if (SAFE.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const foreign =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && URL.canParse(origin) && new URL(origin).host !== request.get('host')) ||
    origin === 'null';
  if (foreign) {
    response.status(403).json({ message: 'Writes are taken from Waxwing’s own pages only' });
    return;
  }
  next();
}
