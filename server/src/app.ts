import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { ValidationPipe } from '@nestjs/common';
import { DATA_FILE, EXCHANGE, EXCHANGE_HEADER, MOST_SURVEY_BYTES } from '@rhizotome/core';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import { static as serveStatic, type NextFunction, type Request, type Response } from 'express';
import serveCompressed from 'express-static-gzip';
import helmet from 'helmet';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { AppModule } from './app.module.js';
import { Cells } from './cell/cell.js';
import { requestGuard } from './http/guard.js';
import { openApiOf } from './http/openapi.js';
import { refuseOddJson } from './http/odd-json.js';
import { invalidRequest, ProblemFilter } from './http/problem.js';
import { upload } from './http/upload.js';
import type { Settings } from './settings.js';
import { openStore } from './storage/data-source.js';
import { dataFileIn } from './storage/folder.js';

/** How long requests under way may take when the server is told to stop. */
const GRACE_MILLISECONDS = 3000;

/** A survey, with what stands around it. */
const BODY_LIMIT = MOST_SURVEY_BYTES + 10_000;

/** A machine with some hundred thousand edits, and a bench of a thousand machines. */
const ARCHIVE_BYTES = 64 * 1024 ** 2;
const BACKUP_BYTES = 512 * 1024 ** 2;

export interface App {
  readonly nest: NestExpressApplication;
  /** What the person who starts the server should know of its data. */
  readonly warnings: readonly string[];
  /** Looks whether the data file is sound, while the server runs. @returns what the person should know, in words */
  examined(): Promise<string | undefined>;
  close(): Promise<void>;
}

/** The application on an opened and migrated store, ready to listen. */
export async function createApp(
  settings: Settings,
  logger: Logger = pino({ level: 'silent' }),
): Promise<App> {
  const store = await openStore(settings.dataFolder);
  const nest = await NestFactory.create<NestExpressApplication>(AppModule.with(store, settings), {
    logger: false,
    bodyParser: false,
  });
  nest.disable('x-powered-by');
  nest.use(helmet({ contentSecurityPolicy: { directives: CSP }, strictTransportSecurity: false }));
  nest.use('/api', apiHeaders);
  nest.use(
    pinoHttp({
      logger,
      autoLogging: { ignore: (r) => !r.url?.startsWith('/api/') },
      redact: ['req.headers.authorization', 'req.headers.cookie'],
    }),
  );
  nest.use(requestGuard(settings, logger));
  nest.use(compression());
  nest.use('/api/machine-archives', upload('machine.json', ARCHIVE_BYTES));
  nest.use('/api/restore', upload(DATA_FILE, BACKUP_BYTES));
  nest.useBodyParser('json', { limit: BODY_LIMIT, inflate: false });
  nest.use(refuseOddJson);
  nest.setGlobalPrefix('api');
  nest.useGlobalPipes(
    new ValidationPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      exceptionFactory: invalidRequest,
    }),
  );
  nest.useGlobalFilters(new ProblemFilter(logger));
  documentApi(nest);
  if (settings.webFolder && existsSync(settings.webFolder))
    serveWeb(nest, settings.webFolder, settings.token === null);
  await nest.init();
  return {
    nest,
    warnings: store.warnings,
    examined: async () => {
      const file = dataFileIn(settings.dataFolder);
      const cells = nest.get(Cells);
      const fault = await cells.within('the data', (cell) => cell.ask('examine', { file }), true);
      return fault === null
        ? undefined
        : `${file} is damaged (${fault}). Stop the server, keep a copy of ${settings.dataFolder}, and restore your latest backup; machines that can still be read are shown.`;
    },
    close: async () => {
      // Kept-alive connections would hold the server open; requests under way are answered first.
      const http: Server = nest.getHttpServer();
      const closed = nest.close();
      http.closeIdleConnections();
      const late = setTimeout(() => http.closeAllConnections(), GRACE_MILLISECONDS);
      await closed;
      clearTimeout(late);
      await store.close();
    },
  };
}

/** Everything comes from this server. Styles are inline where the interface computes them. */
const CSP = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:'],
  fontSrc: ["'self'"],
  connectSrc: ["'self'"],
  workerSrc: ["'self'"],
  objectSrc: ["'none'"],
  frameAncestors: ["'none'"],
  upgradeInsecureRequests: null,
};

function apiHeaders(_request: Request, response: Response, next: NextFunction): void {
  response.setHeader('Cache-Control', 'no-store');
  response.setHeader(EXCHANGE_HEADER, EXCHANGE);
  next();
}

function documentApi(nest: NestExpressApplication): void {
  SwaggerModule.setup('api/docs', nest, () => openApiOf(nest));
}

function missing(_request: Request, response: Response): void {
  response.status(404).type('text/plain').send('No such file.');
}

/** What the first page asks for as soon as it runs: the browser fetches it meanwhile. */
const AHEAD = '</api/machines>; rel=preload; as=fetch; crossorigin';

/**
 * Built files under /assets are named by their content, and stand there compressed too; every other path is a page of the app.
 * @param open whether requests need no token, which a browser that fetches ahead does not have
 */
function serveWeb(nest: NestExpressApplication, folder: string, open: boolean): void {
  const assets = serveCompressed(join(folder, 'assets'), {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: { immutable: true, maxAge: '1y' },
  });
  nest.use('/assets', assets, missing);
  nest.use(serveStatic(folder, { index: false, fallthrough: true }));
  nest.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
    response.setHeader('Cache-Control', 'no-cache');
    if (open && request.path === '/') response.setHeader('Link', AHEAD);
    response.sendFile(join(folder, 'index.html'));
  });
}
