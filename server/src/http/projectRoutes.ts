import { emptyProject, type Problem, pointer, schemaProblems, type Step } from '@pencil-bend/document';
import { picture, PROJECT_FILE_EXTENSION, readProject, writeProjectFile } from '@pencil-bend/exchange';
import { Router } from 'express';
import { Failure } from '../projects/failure';
import type { ProjectStore } from '../projects/store';

/** REST under /api/projects. */
export function projectRoutes(store: ProjectStore): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    response.json(await store.list());
  });

  /** A new project: an empty one from { "name": … }, or a project file as it is. */
  routes.post('/', async (request, response) => {
    const created = await store.create(projectFrom(request.body));
    response.status(201).location(`/api/projects/${created.id}`).json(created);
  });

  routes.get('/:id', async (request, response) => {
    const opened = await store.open(request.params.id);
    response.setHeader('ETag', `"${opened.revision}"`);
    response.setHeader('Cache-Control', 'no-store');
    response.json(opened);
  });

  /** Appends steps to the log; If-Match names the revision they were made on. */
  routes.post('/:id/steps', async (request, response) => {
    const base = revisionFrom(request.get('If-Match'));
    const revision = await store.append(request.params.id, base, stepsFrom(request.body));
    response.setHeader('ETag', `"${revision}"`);
    response.json({ revision });
  });

  routes.put('/:id/view', async (request, response) => {
    if (!isRecord(request.body)) throw new Failure(400, 'View settings are a JSON object');
    await store.keepView(request.params.id, request.body);
    response.status(204).end();
  });

  routes.get('/:id/file', async (request, response) => {
    const { project } = await store.open(request.params.id);
    response.attachment(`${project.name}${PROJECT_FILE_EXTENSION}`).type('application/json');
    response.send(writeProjectFile(project));
  });

  routes.get('/:id/picture.svg', async (request, response) => {
    const { project } = await store.open(request.params.id);
    response.type('image/svg+xml').send(picture(project));
  });

  return routes;
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function projectFrom(body: unknown) {
  if (isRecord(body) && Object.keys(body).join() === 'name') {
    const name = body['name'];
    if (typeof name === 'string' && name.trim() !== '' && name.length <= 120) return emptyProject(name.trim());
    throw new Failure(400, 'A project needs a name of 1 to 120 characters', [
      { path: '/name', message: 'must be a text of 1 to 120 characters' },
    ]);
  }
  const read = readProject(body);
  if (!read.ok) throw new Failure(422, 'The project file cannot be taken in', read.failure);
  return read.value;
}

function revisionFrom(header: string | undefined): number {
  const [, digits] = /^"(\d{1,15})"$/.exec(header ?? '') ?? [];
  if (!digits) throw new Failure(428, 'If-Match must name the revision the steps were made on, such as "12"');
  return Number(digits);
}

const STEPS_AT_ONCE = 500;

function stepsFrom(body: unknown): Step[] {
  const steps = isRecord(body) ? body['steps'] : null;
  if (!Array.isArray(steps) || steps.length === 0 || steps.length > STEPS_AT_ONCE) {
    throw new Failure(400, `The body must hold 1 to ${STEPS_AT_ONCE} steps`, [
      { path: '/steps', message: `must be an array of 1 to ${STEPS_AT_ONCE} steps` },
    ]);
  }
  const problems = steps.flatMap((step, index): Problem[] =>
    schemaProblems('step', step).map(({ path, message }) => ({ path: pointer('steps', index) + path, message })),
  );
  if (problems.length > 0) throw new Failure(400, 'The steps are not well formed', problems);
  return steps as Step[];
}
