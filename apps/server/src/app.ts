import 'reflect-metadata';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import { json, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { gate, keepersBody, PUBLIC_PATHS } from './accounts/gate.ts';
import { signInLimit } from './accounts/signInLimit.ts';
import { SignIns } from './accounts/signIns.ts';
import { AppModule } from './app.module.ts';
import { OpenDatabase } from './database/openDatabase.ts';
import { ENTITIES } from './entities.ts';
import { serveApiDocs } from './http/apiDocs.ts';
import { boundedBody, EVENTS_BOUNDS, ORDINARY_BOUNDS } from './http/boundedBody.ts';
import { ErrorAnswers } from './http/errorAnswers.ts';
import { AnswerCounts, requestLog } from './http/requestLog.ts';
import { sameOrigin } from './http/sameOrigin.ts';
import { ShapePipe } from './http/shapePipe.ts';
import { webFiles } from './http/webFiles.ts';

export interface AppOptions {
  readonly databaseFile: string;
  /** Where backups go; `backupFolderOf` the file unless somebody says otherwise. */
  readonly backupFolder?: string;
  /** Make a backup each day. */
  readonly isBackedUpDaily?: boolean;
  /** The built web app; without it only the API is served. */
  readonly webFolder?: string;
  /** Addresses of proxies in front, as Express has them ("loopback", "10.0.0.2"): only what these say about the sender is believed. */
  readonly proxies?: string;
  /** How people reach it from outside, as "https://floor.example": for links, and for cookies that only go over HTTPS. */
  readonly address?: string;
  /** The word that a collector of metrics brings. */
  readonly metricsToken?: string;
  readonly quiet?: boolean;
  /** Where lines of the log go. */
  readonly write?: (line: string) => void;
}

/** What a stranger may send: a name and a password. */
const STRANGERS_BODY = '10kb';
/** A client's record with everything in it. */
const ORDINARY_BODY = '512kb';
/** A batch of 500 events with long notes. */
const EVENTS_BODY = '2mb';
const PACK_BODY = '10mb';
/** A request that hasn't come in whole by then won't. */
const REQUEST_MS = 60_000;

/** The whole server, not yet listening. Throws `DatabaseRefused` when its database can't be served. */
export async function createApp(options: AppOptions): Promise<NestExpressApplication> {
  const { databaseFile: file, backupFolder, address } = options;
  const webFolder = options.webFolder && resolve(options.webFolder);
  const database = await OpenDatabase.open({ file, ...(backupFolder && { backupFolder }) }, ENTITIES);
  try {
    const app = await NestFactory.create<NestExpressApplication>(AppModule.on(database, options), {
      logger: options.quiet ? ['error'] : ['error', 'warn'],
      abortOnError: false,
      bodyParser: false,
    });
    const write = options.write ?? (options.quiet ? () => undefined : (line: string) => console.log(line));
    if (options.proxies) app.set('trust proxy', options.proxies);
    if (address) app.set('waxwing address', address);
    guard(app, write, address);
    app.use('/api', nameOurselves(database.epoch, webFolder ? buildOf(webFolder) : null));
    readBodies(app);
    app.useGlobalPipes(new ShapePipe());
    app.useGlobalFilters(new ErrorAnswers(write));
    serveApiDocs(app);
    if (webFolder && existsSync(join(webFolder, 'index.html'))) app.use(webFiles(webFolder));
    app.enableShutdownHooks();
    app.getHttpServer().requestTimeout = REQUEST_MS;
    return app;
  } catch (error) {
    await database.close();
    throw error;
  }
}

/** What stands before everything else, and looks at nothing but addresses and headers. */
function guard(app: NestExpressApplication, write: (line: string) => void, address: string | undefined): void {
  app.use(requestLog(write, app.get(AnswerCounts)));
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
  app.use(sameOrigin(address));
  app.use(['/api/sign-in', '/api/first-owner'], signInLimit());
}

/**
 * Every answer of the API says whose it is: a device that gets one without knows that it talked to something else. A new epoch tells it
 * that the server may lack what it sent; another build, that the page is older or newer than the server.
 */
function nameOurselves(epoch: string, build: string | null) {
  return (_request: Request, response: Response, next: NextFunction): void => {
    response.setHeader('Cache-Control', 'no-store');
    response.setHeader('Waxwing-Epoch', epoch);
    response.setHeader('Waxwing-Now', String(Date.now()));
    if (build) response.setHeader('Waxwing-Build', build);
    next();
  };
}

/** First who asks, then how much, then what. */
function readBodies(app: NestExpressApplication): void {
  const events = /^\/api\/sessions\/[^/]+\/events\/?$/i;
  app.use(gate(app.get(SignIns)));
  app.use([...PUBLIC_PATHS], json({ limit: STRANGERS_BODY }));
  app.use('/api/library/packs', keepersBody('takes in packs'), json({ limit: PACK_BODY }));
  app.use(events, json({ limit: EVENTS_BODY }));
  app.use('/api', json({ limit: ORDINARY_BODY }));
  app.use(boundedBody(({ path }) => (events.test(path) ? EVENTS_BOUNDS : ORDINARY_BOUNDS)));
}

/** Which build of the web app is served; the same word is in its script. */
function buildOf(webFolder: string): string | null {
  const file = join(webFolder, 'build.json');
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as { build: string }).build : null;
}
