import { existsSync } from 'node:fs';
import express from 'express';
import type { Express } from 'express';
import helmet from 'helmet';
import type { Kysely } from 'kysely';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { caseRoutes } from './cases/routes.ts';
import { databankRoutes } from './databank/routes.ts';
import type { Tables } from './database/tables.ts';
import type { FiguresKeeper } from './figures/keeper.ts';
import { limitedRate, onlyOwnPage, onlyServedNames } from './guard.ts';
import { numberRoutes } from './numbers/routes.ts';
import type { NumbersThread } from './numbers/routes.ts';
import { notFound, problemReplies } from './problems.ts';
import { projectRoutes } from './projects/routes.ts';

/** Large enough for a case of 60 components with measured data, small enough to refuse a mistake. */
const BODY_LIMIT = '4mb';

export interface AppParts {
  db: Kysely<Tables>;
  log: Logger;
  figures: FiguresKeeper;
  numbers: NumbersThread;
  /** Where the built page is. */
  siteFolder: string;
  /** Names that the server answers under, in lower case. */
  names: ReadonlySet<string>;
  /** Requests taken from one address in ten seconds. */
  rate: number;
}

/** The application's HTTP face: the API under /api, and the built page everywhere else. */
export function createApp({ db, log, figures, numbers, siteFolder, names, rate }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, quietReqLogger: true, customLogLevel: () => 'debug' }));
  app.use(securityHeaders());
  app.use(onlyServedNames(names), limitedRate(rate), onlyOwnPage);
  const api = express.Router();
  api.use(express.json({ limit: BODY_LIMIT }));
  api.get('/health', async (_req, res) => {
    await db.selectFrom('marks').select('name').limit(1).execute();
    res.json({ state: 'ready' });
  });
  api.use(projectRoutes(db), caseRoutes(db, figures.wake), numberRoutes(db, numbers), databankRoutes(), notFound);
  app.use('/api', api);
  if (existsSync(siteFolder)) app.use(site(siteFolder));
  app.use(notFound);
  app.use(problemReplies(log));
  return app;
}

/** Everything comes from this server; styles are inline because the component library writes them so. */
function securityHeaders() {
  return helmet({
    strictTransportSecurity: false, // the server speaks plain HTTP
    contentSecurityPolicy: {
      directives: {
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'upgrade-insecure-requests': null,
      },
    },
  });
}

/** The page: hashed assets for ever, the rest asked for anew; every address of the application is the same page. */
function site(folder: string) {
  const router = express.Router();
  router.use('/assets', express.static(`${folder}/assets`, { immutable: true, maxAge: '1y' }), notFound);
  router.use(express.static(folder, { index: false }));
  router.get('/{*path}', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder });
  });
  return router;
}
