import { contentsOf, emptyProject, pointer, type Project } from '@pencil-bend/document';
import {
  handOver,
  picture,
  type ProjectFile,
  projectFileName,
  readProject,
  writeProjectFile,
} from '@pencil-bend/exchange';
import { Router } from 'express';
import { createDemo, type DemoName, DEMOS } from '../demo/demos';
import { Failure } from '../projects/failure';
import type { KeptContents, KeptProjects } from '../projects/contract';
import { contentName } from '../projects/contents';
import type { Uploads } from '../projects/uploads';
import { handOverOptionsFrom } from './exportRoute';
import { countFrom, isRecord, matchFrom, nameFrom, stepsFrom } from './input';

/** Steps that a copy may bring: what a window collected while the server was away. */
const STEPS_OF_A_COPY = 20_000;
const LARGEST_VIEW = 20_000;

/** REST under /api/projects. */
export function projectRoutes(store: KeptProjects, pointSets: KeptContents, uploads: Uploads): Router {
  const routes = Router();

  routes.get('/', async (request, response) => {
    response.json(await store.list(request.query['bin'] !== undefined));
  });

  /** A new project: an empty one from { "name": … }, one of the demo's from { "demo": … }, or a project file as it is. */
  routes.post('/', async (request, response) => {
    const created = await createdFrom(request.body, store);
    response.status(201).location(`/api/projects/${created.id}`).json(created);
  });

  routes.get('/:id', async (request, response) => {
    const opened = await store.open(request.params.id);
    response.setHeader('ETag', `"${opened.revision}"`);
    response.setHeader('Cache-Control', 'no-store');
    response.json(opened);
  });

  routes.patch('/:id', async (request, response) => {
    const args = { name: nameFrom(request.body) };
    response.json(await store.perform(request.params.id, { command: 'renameProject', args }));
  });

  /** Into the bin; with ?forever out of it, for good. */
  routes.delete('/:id', async (request, response) => {
    if (request.query['forever'] === undefined) {
      response.json(await store.bin(request.params.id, true));
      return;
    }
    await store.destroy(request.params.id);
    response.status(204).end();
  });

  /** Out of the bin. */
  routes.post('/:id/restore', async (request, response) => {
    response.json(await store.bin(request.params.id, false));
  });

  /** Appends steps to the log; If-Match names the revision they were made on. */
  routes.post('/:id/steps', async (request, response) => {
    const base = matchFrom(request.get('If-Match'));
    const { id } = request.params;
    const revision = await store.append(id, base, stepsFrom(uploads, id, request.body, 1));
    response.setHeader('ETag', `"${revision}"`);
    response.json({ revision });
  });

  /** What could be undone and redone at a revision, below what is known already. */
  routes.get('/:id/history', async (request, response) => {
    const { query, params } = request;
    const revision = countFrom('revision', query['revision']);
    if (revision === null) throw new Failure(400, 'The history is asked for at a revision');
    const undo = countFrom('undo', query['undo']) ?? undefined;
    const redo = countFrom('redo', query['redo']) ?? undefined;
    response.json(await store.history(params.id, revision, { undo, redo }));
  });

  /** A copy with its log: of the project now, or of `revision` going on with `steps`. */
  routes.post('/:id/copies', async (request, response) => {
    const revision = countFrom('revision', isRecord(request.body) ? request.body['revision'] : null);
    const { id } = request.params;
    const steps = revision === null ? [] : stepsFrom(uploads, id, request.body, 0, STEPS_OF_A_COPY);
    const created = await store.copy(id, revision, steps);
    response.status(201).location(`/api/projects/${created.id}`).json(created);
  });

  routes.put('/:id/view', async (request, response) => {
    if (!isRecord(request.body)) throw new Failure(400, 'View settings are a JSON object');
    if (JSON.stringify(request.body).length > LARGEST_VIEW)
      throw new Failure(413, `View settings hold at most ${LARGEST_VIEW / 1000} kB`);
    await store.keepView(request.params.id, request.body);
    response.status(204).end();
  });

  routes.get('/:id/file', async (request, response) => {
    const project = await store.drawing(request.params.id);
    response.attachment(projectFileName(project.name)).type('application/json');
    response.send(writeProjectFile({ project, pointSets: await keptOf(pointSets, request.params.id, project) }));
  });

  /** Its curves in an open format; `exportRoute.ts` has what can be asked for. */
  routes.get('/:id/export', async (request, response) => {
    const project = await store.drawing(request.params.id);
    const made = await handOver(project, handOverOptionsFrom(request.query, project, new Date().toISOString()));
    if (!made.ok) throw new Failure(422, `It cannot be handed over: ${made.failure}`);
    const { name, mediaType, bytes } = made.value;
    response.attachment(name).type(mediaType);
    response.setHeader('Cache-Control', 'no-store');
    response.send(Buffer.from(bytes));
  });

  routes.get('/:id/picture.svg', async (request, response) => {
    const project = await store.drawing(request.params.id);
    response.setHeader('Cache-Control', 'no-cache');
    response.type('image/svg+xml').send(picture(project));
  });

  return routes;
}

/** Makes a project of what was sent. */
function createdFrom(body: unknown, store: KeptProjects): ReturnType<KeptProjects['create']> {
  const members = isRecord(body) ? Object.keys(body).join() : '';
  if (members === 'name') return store.create(emptyProject(nameFrom(body)));
  if (members === 'demo') return createDemo(store, demoFrom(body));
  const { project, pointSets } = fileFrom(body);
  return store.create(project, [...pointSets.values()]);
}

function demoFrom(body: unknown): DemoName {
  const { demo } = body as { demo: unknown };
  if (typeof demo === 'string' && Object.hasOwn(DEMOS, demo)) return demo as DemoName;
  throw new Failure(422, `The demo has these projects: ${Object.keys(DEMOS).join(', ')}`);
}

function fileFrom(body: unknown): ProjectFile {
  const read = readProject(body);
  if (!read.ok) throw new Failure(422, 'The project file cannot be taken in', read.failure);
  for (const [name, bytes] of read.value.pointSets) {
    if (contentName(bytes) === name) continue;
    const message = 'The measured points are others than those of this name';
    throw new Failure(422, 'The project file cannot be taken in', [{ path: pointer('pointSets', name), message }]);
  }
  return read.value;
}

/** The points of a drawing's measured sets, as far as they are kept. */
async function keptOf(pointSets: KeptContents, id: string, project: Project): Promise<Map<string, Uint8Array>> {
  const kept = new Map<string, Uint8Array>();
  for (const name of contentsOf(project)) {
    try {
      kept.set(name, (await pointSets.of(id, name)).bytes);
    } catch (error) {
      // A set may have been brought without its points: the rest is handed out all the same.
      if (!(error instanceof Failure && error.status === 404)) throw error;
    }
  }
  return kept;
}
