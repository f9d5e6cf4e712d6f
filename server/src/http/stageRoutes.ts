import { picture } from '@pencil-bend/exchange';
import { Router } from 'express';
import { Failure } from '../projects/failure';
import type { KeptStages } from '../projects/contract';
import { countFrom, isRecord, nameFrom } from './input';

interface Of {
  readonly project: string;
}

/** REST under /api/projects/:project/stages. */
export function stageRoutes(stages: KeptStages): Router {
  const routes = Router({ mergeParams: true });

  routes.get<'/', Of>('/', async (request, response) => {
    response.json(await stages.list(request.params.project));
  });

  /** { name, revision }: names a revision that is kept. */
  routes.post<'/', Of>('/', async (request, response) => {
    const revision = countFrom('revision', isRecord(request.body) ? request.body['revision'] : null);
    if (revision === null) throw new Failure(400, 'A stage needs the revision it names');
    response.status(201).json(await stages.make(request.params.project, nameFrom(request.body), revision));
  });

  routes.patch<'/:stage', Of & { stage: string }>('/:stage', async (request, response) => {
    const { project, stage } = request.params;
    response.json(await stages.rename(project, stage, nameFrom(request.body)));
  });

  routes.delete<'/:stage', Of & { stage: string }>('/:stage', async (request, response) => {
    await stages.remove(request.params.project, request.params.stage);
    response.status(204).end();
  });

  routes.get<'/:stage/drawing', Of & { stage: string }>('/:stage/drawing', async (request, response) => {
    response.json(await stages.drawing(request.params.project, request.params.stage));
  });

  routes.get<'/:stage/picture.svg', Of & { stage: string }>('/:stage/picture.svg', async (request, response) => {
    const drawing = await stages.drawing(request.params.project, request.params.stage);
    // A stage never changes its drawing.
    response.setHeader('Cache-Control', 'private, max-age=86400, immutable');
    response.type('image/svg+xml').send(picture(drawing));
  });

  return routes;
}
