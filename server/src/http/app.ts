import compression from 'compression';
import express, { type Express } from 'express';
import type { Logger } from 'pino';
import { Failure } from '../projects/failure';
import type { Store } from '../projects/contract';
import { Uploads } from '../projects/uploads';
import type { Settings } from '../settings';
import { fromOwnPages, fromOwnPagesOrByLink, knownByItsName } from './guard';
import { jsonBody } from './jsonBody';
import { contentRoutes, PICTURE, POINTS } from './contentRoutes';
import { problems } from './problems';
import { projectRoutes } from './projectRoutes';
import { requestLog } from './requestLog';
import { stageRoutes } from './stageRoutes';
import { withToken } from './token';
import { uploadRoutes } from './uploadRoutes';
import { secured, webBuild } from './webBuild';

export interface Parts extends Store {
  readonly settings: Pick<Settings, 'address' | 'hosts' | 'token' | 'web'>;
  readonly log: Logger;
}

/** The whole HTTP side: REST under /api, the web application elsewhere. */
export function makeApp({ projects, stages, pictures, pointSets, settings, log }: Parts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.enable('case sensitive routing');
  app.use(requestLog(log));
  app.use(secured);
  app.use(knownByItsName(settings));
  app.use('/api', fromOwnPages);
  app.use(fromOwnPagesOrByLink);
  app.use(withToken(settings.token));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok' });
  });
  // Answers of the API are not packed: on loopback that costs more time than it saves.
  app.use('/api/projects/:project/pictures', contentRoutes(pictures, PICTURE));
  app.use('/api/projects/:project/pointSets', contentRoutes(pointSets, POINTS));
  app.use('/api/projects', ...jsonBody);
  const uploads = new Uploads();
  app.use('/api/projects', projectRoutes(projects, pointSets, uploads));
  app.use('/api/projects/:project/stages', stageRoutes(stages));
  app.use('/api/projects/:project/uploads', uploadRoutes(uploads));
  app.use('/api', (request) => {
    throw new Failure(404, `There is nothing at ${request.method} ${request.originalUrl}`);
  });
  app.use(compression());
  app.use(webBuild(settings.web));
  app.use(problems(log));
  return app;
}
