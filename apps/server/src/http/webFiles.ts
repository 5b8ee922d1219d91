import { join } from 'node:path';
import { Router, static as files, type NextFunction, type Request, type Response } from 'express';
import packedFiles from 'express-static-gzip';

/**
 * The built web app from its folder. What has its content's hash in its name is kept by a device for good, and goes out as the build
 * packed it (Brotli, gzip) to whoever takes that. Every other address is the page itself, which has its own not-found.
 */
export function webFiles(folder: string): Router {
  const router = Router();
  const hashed = packedFiles(join(folder, 'assets'), {
    index: false,
    enableBrotli: true,
    orderPreference: ['br'],
    serveStatic: { immutable: true, maxAge: '1y' },
  });
  router.use('/assets', hashed);
  router.use(files(folder, { index: false, setHeaders: askEachTime }));
  router.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && !/^\/(api|assets)(\/|$)/.test(request.path);
    if (!isPage) return next();
    askEachTime(response);
    response.sendFile(join(folder, 'index.html'), { dotfiles: 'allow' });
  });
  return router;
}

function askEachTime(response: Response): void {
  response.setHeader('Cache-Control', 'no-cache');
}
