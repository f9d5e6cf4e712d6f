import { emptyProject, type Project, type Step, stacksOf, undo } from '@pencil-bend/document';
import { kettle } from '../demo/kettle';
import { done, draw, stamp, TestServer } from '../testServer.fixture';

let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.end());

/** Draws curves one after the other on an empty sheet; answers each drawing on the way. */
function story(count: number): { drawings: Project[]; steps: Step[] } {
  const drawings = [emptyProject('Kettle')];
  const steps: Step[] = [];
  for (let i = 0; i < count; i++) {
    const { project, step } = done(drawings[i], draw(`c${i}`, i + 1));
    drawings.push(project);
    steps.push(step);
  }
  return { drawings, steps };
}

const post = (path: string, body: object = {}) => server.request.post(`/api/projects/${path}`).send(body);
const list = async (query = '') => (await server.request.get(`/api/projects${query}`).expect(200)).body;

describe('history', () => {
  it('comes with the project after a restart: what can be undone and redone, as whole steps', async () => {
    const id = await server.create();
    const { drawings, steps } = story(3);
    const back = undo(drawings[3], stacksOf(steps), stamp());
    if (!back.ok) throw new Error(back.failure);
    await server.append(id, 0, [...steps, back.value.step]).expect(200);
    await server.restart();
    const { project, history } = await server.opened(id);
    expect(project).toEqual(drawings[2]);
    expect(history).toEqual({
      undo: { more: 0, steps: steps.slice(0, 2) },
      redo: { more: 0, steps: steps.slice(2) },
    });
  });

  it('comes in parts, each going on where the one above it ends', async () => {
    const id = await server.create();
    const { steps } = story(450);
    await server.append(id, 0, steps).expect(200, { revision: 450 });
    const { history } = await server.opened(id);
    expect(history.undo).toEqual({ more: 250, steps: steps.slice(250) });
    const below = async (undo: number) =>
      (await server.request.get(`/api/projects/${id}/history?revision=450&undo=${undo}`).expect(200)).body.undo;
    expect(await below(250)).toEqual({ more: 50, steps: steps.slice(50, 250) });
    expect(await below(50)).toEqual({ more: 0, steps: steps.slice(0, 50) });
    await server.request.get(`/api/projects/${id}/history`).expect(400);
    await server.request.get(`/api/projects/${id}/history?revision=1&undo=-3`).expect(400);
  });
});

describe('a copy', () => {
  it('of a project has its log, its stages, its view and a name of its own; the original stays as it is', async () => {
    const id = await server.create();
    const { drawings, steps } = story(3);
    await server.append(id, 0, steps).expect(200);
    await post(`${id}/stages`, { name: 'Two', revision: 2 }).expect(201);
    await server.request.put(`/api/projects/${id}/view`).send({ camera: { x: 1 } });
    const before = await server.opened(id);
    const copy = (await post(`${id}/copies`).expect(201)).body;
    expect(copy).toMatchObject({ name: 'Kettle copy', revision: 4, items: 3 });
    const opened = await server.opened(copy.id);
    expect(opened.project).toEqual({ ...drawings[3], name: 'Kettle copy' });
    expect(opened.view).toEqual({ camera: { x: 1 } });
    expect(opened.history.undo.steps.slice(0, 3)).toEqual(steps);
    const [stage] = (await server.request.get(`/api/projects/${copy.id}/stages`)).body;
    const drawn = await server.request.get(`/api/projects/${copy.id}/stages/${stage.id}/drawing`).expect(200);
    expect(drawn.body).toEqual(drawings[2]);
    expect(await server.opened(id)).toEqual(before);
    expect((await post(`${copy.id}/copies`).expect(201)).body.name).toBe('Kettle copy 2');
  });

  it('keeps what a window drew on an older revision, beside what others did since', async () => {
    const id = await server.create();
    const { drawings, steps } = story(2);
    await server.append(id, 0, steps).expect(200);
    const theirs = done(drawings[2], draw('theirs')).step;
    const mine = done(drawings[2], draw('mine'));
    await server.append(id, 2, [theirs]).expect(200);
    const { body } = await server.append(id, 2, [mine.step]).expect(412);
    expect(body).toMatchObject({
      revision: 3,
      count: 1,
      titles: [{ command: 'drawItems', items: { names: ['Curve 3'], count: 1 } }],
    });
    const copy = (await post(`${id}/copies`, { revision: 2, steps: [mine.step] }).expect(201)).body;
    expect((await server.opened(copy.id)).project.itemOrder).toEqual(['c0', 'c1', 'mine']);
    expect((await server.opened(id)).project.itemOrder).toEqual(['c0', 'c1', 'theirs']);
  });

  it('is not made of a revision that is not there, nor with steps that do not fit', async () => {
    const id = await server.create();
    await post(`${id}/copies`, { revision: 1, steps: [] }).expect(422);
    const stray = done(done(emptyProject('Kettle'), draw('a')).project, { command: 'deleteItem', args: { item: 'a' } });
    await post(`${id}/copies`, { revision: 0, steps: [stray.step] }).expect(422);
    await post(`${id}/copies`, { revision: 0, steps: 'all' }).expect(400);
    await post('nobody/copies').expect(404);
    expect(await list()).toHaveLength(1);
  });
});

describe('the bin', () => {
  it('keeps what was deleted until it is restored, or deleted for good', async () => {
    const id = await server.create(kettle().project);
    await server.request.delete(`/api/projects/${id}?forever`).expect(409);
    await server.request.delete(`/api/projects/${id}`).expect(200);
    expect(await list()).toEqual([]);
    expect(await list('?bin')).toMatchObject([{ id, name: 'Gooseneck kettle', deletedAt: expect.any(String) }]);
    await post(`${id}/restore`).expect(200);
    expect(await list()).toMatchObject([{ id, deletedAt: null }]);
    expect((await server.opened(id)).project).toEqual(kettle().project);
    await server.request.delete(`/api/projects/${id}`).expect(200);
    await server.request.delete(`/api/projects/${id}?forever`).expect(204);
    expect(await list('?bin')).toEqual([]);
    expect(await server.source.query('SELECT count(*) AS "left" FROM "snapshot"')).toEqual([{ left: 0 }]);
  });

  it('is emptied of what has lain there for 30 days, and of nothing else', async () => {
    const [old, fresh, outside] = [await server.create(), await server.create(), await server.create()];
    for (const id of [old, fresh]) await server.request.delete(`/api/projects/${id}`).expect(200);
    const days = (count: number) => new Date(Date.now() + count * 24 * 3600 * 1000);
    expect(await server.store.emptyBin(days(29.9))).toBe(0);
    await server.source.query('UPDATE "project" SET "deletedAt" = ? WHERE "id" = ?', [days(5).toISOString(), fresh]);
    expect(await server.store.emptyBin(days(30.1))).toBe(1);
    expect((await list('?bin')).map(({ id }: { id: string }) => id)).toEqual([fresh]);
    expect((await list()).map(({ id }: { id: string }) => id)).toEqual([outside]);
  });

  it('still takes the changes of a window that has the project open', async () => {
    const id = await server.create();
    await server.request.delete(`/api/projects/${id}`).expect(200);
    await server.append(id, 0, story(1).steps).expect(200);
    expect(await list('?bin')).toMatchObject([{ id, items: 1 }]);
  });
});

describe('a project', () => {
  it('is renamed from outside by a step of its log', async () => {
    const id = await server.create();
    const { body } = await server.request.patch(`/api/projects/${id}`).send({ name: ' Teapot ' }).expect(200);
    expect(body).toMatchObject({ name: 'Teapot', revision: 1 });
    const { project, history } = await server.opened(id);
    expect(project.name).toBe('Teapot');
    expect(history.undo.steps).toMatchObject([{ title: { command: 'renameProject', to: 'Teapot' } }]);
    await server.request.patch(`/api/projects/${id}`).send({ name: 'Teapot' }).expect(200);
    expect((await server.opened(id)).revision).toBe(1);
    await server.request.patch(`/api/projects/${id}`).send({ name: ' ' }).expect(400);
  });

  it('can be the demo', async () => {
    const id = await server.create({ demo: 'kettle' });
    expect((await server.opened(id)).project).toEqual(kettle().project);
  });

  it('loses nothing to eight writers who each follow the newest revision', async () => {
    const id = await server.create();
    const mine = new Set<string>();
    const write = async (writer: number) => {
      for (let turn = 0; turn < 5; turn++) {
        for (;;) {
          const { project, revision } = await server.opened(id);
          const name = `w${writer}-${turn}`;
          const answer = await server.append(id, revision, [done(project, draw(name)).step]);
          expect([200, 412]).toContain(answer.status);
          if (answer.status !== 200) continue;
          mine.add(name);
          break;
        }
      }
    };
    await Promise.all(Array.from({ length: 8 }, (_, writer) => write(writer)));
    const { project, revision } = await server.opened(id);
    expect(revision).toBe(40);
    expect(new Set(project.itemOrder)).toEqual(mine);
  });
});
