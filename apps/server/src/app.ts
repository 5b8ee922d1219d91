import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import { json, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { signInLimit } from './accounts/signInLimit.ts';
import { AppModule } from './app.module.ts';
import { serveApiDocs } from './http/apiDocs.ts';
import { sameOrigin } from './http/sameOrigin.ts';
import { ShapePipe } from './http/shapePipe.ts';

export interface AppOptions {
  readonly databaseFile: string;
  /** The built web app; without it only the API is served. */
  readonly webFolder?: string;
  /** A proxy with a certificate stands in front: believe what it says about the address and the scheme. */
  readonly behindProxy?: boolean;
  readonly quiet?: boolean;
}

/** A batch of 500 events with long notes fits into it. */
const BODY_LIMIT = '2mb';
const PACK_UPLOAD_LIMIT = '10mb';

/** The whole server, not yet listening. */
export async function createApp({ databaseFile, webFolder, behindProxy, quiet }: AppOptions): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.on(databaseFile), {
    logger: quiet ? ['error'] : ['error', 'warn'],
    abortOnError: false,
    bodyParser: false,
  });
  if (behindProxy) app.set('trust proxy', 1);
  app.use('/api/library/packs', json({ limit: PACK_UPLOAD_LIMIT }));
  app.use(json({ limit: BODY_LIMIT }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          // A studio's server often stands in its own network without a certificate.
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use(sameOrigin);
  app.use('/api/sign-in', signInLimit());
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.useGlobalPipes(new ShapePipe());
  serveApiDocs(app);
  if (webFolder && existsSync(join(webFolder, 'index.html'))) serveWeb(app, webFolder);
  app.enableShutdownHooks();
  return app;
}

/** The built web app: hashed assets for good, every other address the page itself, which has its own not-found. */
function serveWeb(app: NestExpressApplication, folder: string): void {
  app.useStaticAssets(folder, {
    index: false,
    setHeaders: (response: Response, path: string) => {
      response.setHeader(
        'Cache-Control',
        path.includes(`${folder}/assets/`) ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && !/^\/(api|assets)(\/|$)/.test(request.path);
    if (!isPage) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'), { dotfiles: 'allow' });
  });
}
