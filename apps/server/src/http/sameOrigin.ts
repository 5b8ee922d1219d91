import type { NextFunction, Request, Response } from 'express';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses writes that a browser says come from another site. The cookie is SameSite too; this is the second lock. `address` is how people
 * reach the server where a proxy in front calls it by another name.
 */
export function sameOrigin(address?: string) {
  const ownHost = address === undefined ? null : new URL(address).host;
  return (request: Request, response: Response, next: NextFunction): void => {
    if (SAFE.has(request.method)) return next();
    const site = request.get('sec-fetch-site');
    const origin = request.get('origin');
    const host = origin !== undefined && URL.canParse(origin) ? new URL(origin).host : null;
    const foreign =
      (site !== undefined && site !== 'same-origin' && site !== 'none') ||
      (origin !== undefined && (host === null || (host !== request.get('host') && host !== ownHost)));
    if (foreign) {
      response.status(403).json({ message: 'Writes are taken from Waxwing’s own pages only' });
      return;
    }
    next();
  };
}
