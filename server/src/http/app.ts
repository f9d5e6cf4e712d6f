import compression from 'compression';
import express, { type Express } from 'express';
import type { Logger } from 'pino';
import { Failure } from '../projects/failure';
import type { ProjectStore } from '../projects/store';
import { BODY_LIMIT, problems } from './problems';
import { projectRoutes } from './projectRoutes';
import { secured, webBuild } from './webBuild';

/** The whole HTTP side: REST under /api, the web application elsewhere. */
export function makeApp(store: ProjectStore, web: string, log: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(secured);
  app.use(compression());
  app.use(express.json({ limit: BODY_LIMIT }));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok' });
  });
  app.use('/api/projects', projectRoutes(store));
  app.use('/api', (request) => {
    throw new Failure(404, `There is nothing at ${request.method} ${request.originalUrl}`);
  });
  app.use(webBuild(web));
  app.use(problems(log));
  return app;
}
