import { emptyProject, stacksOf, undo } from '@pencil-bend/document';
import { readProjectFile, writeProjectFile } from '@pencil-bend/exchange';
import { kettle } from '../demo/kettle';
import { done, draw, stamp, TestServer } from '../testServer.fixture';

let server: TestServer;

beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.end());

describe('projects', () => {
  it('are made, listed and opened', async () => {
    const id = await server.create(JSON.parse(writeProjectFile(kettle())));
    const [listed] = (await server.request.get('/api/projects').expect(200)).body;
    expect(listed).toMatchObject({ id, name: 'Gooseneck kettle', revision: 0, items: 28 });
    const opened = await server.request.get(`/api/projects/${id}`).expect(200).expect('ETag', '"0"');
    expect(opened.body.project).toEqual(kettle().project);
    const svg = await server.request.get(`/api/projects/${id}/picture.svg`).expect(200).expect('Content-Type', /svg/);
    expect(String(svg.body)).toContain('<polyline');
    const file = await server.request.get(`/api/projects/${id}/file`).expect(200);
    expect(file.headers['content-disposition']).toContain('Gooseneck kettle.pencilbend.json');
    expect(readProjectFile(file.text)).toEqual({ ok: true, value: kettle() });
  });

  it('are made of the demo by name', async () => {
    const { body } = await server.request.post('/api/projects').send({ demo: 'sampler' }).expect(201);
    expect(body.name).toBe('Sampler');
    const { body: opened } = await server.request.get(`/api/projects/${body.id}`).expect(200);
    expect(opened.view).toEqual({ names: true });
    for (const demo of ['teapot', true, 'constructor']) {
      const refused = await server.request.post('/api/projects').send({ demo }).expect(422);
      expect(refused.body.title).toBe('The demo has these projects: kettle, sampler');
    }
  });

  it('keep steps, undo included, through a restart, to the last bit', async () => {
    const id = await server.create();
    const first = done(emptyProject('Kettle'), draw('one'));
    const second = done(first.project, { command: 'renameProject', args: { name: 'Pot' } });
    await server.append(id, 0, [first.step, second.step]).expect(200, { revision: 2 });
    const back = undo(second.project, stacksOf([first.step, second.step]), stamp());
    if (!back.ok) throw new Error(back.failure);
    await server.append(id, 2, [back.value.step]).expect(200, { revision: 3 });
    await server.restart();
    const opened = (await server.request.get(`/api/projects/${id}`).expect(200)).body;
    expect(opened).toMatchObject({ revision: 3 });
    expect(opened.project).toEqual(first.project);
  });

  it('take steps of a window that was opened before the format changed, and tell them as it did', async () => {
    const id = await server.create();
    const { title: _title, time, ...rest } = done(emptyProject('Kettle'), draw('one')).step;
    const old = { ...rest, name: 'Draw Curve 1', at: time };
    await server.append(id, 0, [old]).expect(200, { revision: 1 });
    const [kept] = (await server.opened(id)).history.undo.steps;
    expect(kept).toEqual({ ...rest, title: { command: 'earlier', text: 'Draw Curve 1' }, time });
    const copy = { revision: 0, steps: [{ ...old, id: 'step-of-copy' }] };
    await server.request.post(`/api/projects/${id}/copies`).send(copy).expect(201);
    await server.append(id, 1, [{ ...old, id: 'step-nameless', name: 7 }]).expect(400);
  });

  it('take snapshots on the way and open the same from them', async () => {
    const id = await server.create();
    let { project, step } = done(emptyProject('Kettle'), draw('one'));
    await server.append(id, 0, [step]).expect(200);
    for (let i = 1; i < 210; i++) {
      ({ project, step } = done(project, {
        command: 'movePoints',
        args: { item: 'one', moves: [{ point: 'a', to: [i / 7, i, 0] }] },
      }));
      await server.append(id, i, [step]).expect(200, { revision: i + 1 });
    }
    expect(await server.source.query('SELECT "revision" FROM "snapshot" ORDER BY "revision"')).toEqual(
      [0, 200].map((revision) => ({ revision })),
    );
    await server.restart();
    expect((await server.request.get(`/api/projects/${id}`)).body.project).toEqual(project);
  });

  it('refuse a stale change and overwrite nothing; the same steps sent twice are kept once', async () => {
    const id = await server.create();
    const mine = done(emptyProject('Kettle'), draw('mine'));
    const theirs = done(emptyProject('Kettle'), draw('theirs'));
    await server.append(id, 0, [mine.step]).expect(200);
    const stale = await server
      .append(id, 0, [theirs.step])
      .expect(412)
      .expect('Content-Type', /problem\+json/);
    expect(stale.body).toMatchObject({ status: 412, revision: 1 });
    await server.append(id, 0, [mine.step]).expect(200, { revision: 1 });
    const next = done(mine.project, draw('next'));
    await server.append(id, 0, [mine.step, next.step]).expect(200, { revision: 2 });
    expect((await server.request.get(`/api/projects/${id}`)).body.project.itemOrder).toEqual(['mine', 'next']);
  });

  it('lose nothing to writers at the same time: one wins, the others are told', async () => {
    const id = await server.create();
    const steps = Array.from({ length: 12 }, (_, i) => done(emptyProject('Kettle'), draw(`c${i}`)).step);
    const answers = await Promise.all(steps.map((step) => server.append(id, 0, [step])));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(11).fill(412)]);
    expect((await server.request.get(`/api/projects/${id}`)).body).toMatchObject({ revision: 1 });
  });

  it('keep view settings beside the drawing', async () => {
    const id = await server.create();
    await server.request
      .put(`/api/projects/${id}/view`)
      .send({ comb: { teeth: 40 } })
      .expect(204);
    expect((await server.request.get(`/api/projects/${id}`)).body).toMatchObject({
      revision: 0,
      view: { comb: { teeth: 40 } },
    });
    await server.request.put(`/api/projects/${id}/view`).send([1]).expect(400);
  });
});

describe('bad input', () => {
  it('gets a problem that says what and where, and changes nothing', async () => {
    const id = await server.create();
    const { step } = done(emptyProject('Kettle'), draw('one'));
    const add = step.patch.find(({ path }) => path === '/items/one');
    const coincident = { op: 'add', path: '/items/one/recipe/points/2', value: { id: 'c', at: [0.1 + 0.2, 7, 0] } };
    const cases: readonly [unknown, number, string, string][] = [
      [{ ...step, kind: 'guess' }, 400, '/steps/0/kind', 'must be one of'],
      [{ ...step, patch: [{ op: 'move', path: '/name', value: 1 }] }, 400, '/steps/0/patch/0/op', 'must be one of'],
      [{ ...step, patch: [{ op: 'remove', path: '/items/lost' }] }, 422, '/steps/0/patch/0', 'no such member'],
      [{ ...step, patch: [add] }, 422, '/items/one', 'missing in itemOrder'],
      [
        { ...step, patch: [...step.patch, coincident] },
        422,
        '/items/one/recipe/points/2/at',
        'Points 2 and 3 lie in one place',
      ],
      [{ ...step, patch: [{ op: 'replace', path: '/tolerance', value: null }] }, 422, '/tolerance', 'finite number'],
    ];
    for (const [bad, status, path, message] of cases) {
      const { body } = await server
        .append(id, 0, [bad])
        .expect(status)
        .expect('Content-Type', /problem\+json/);
      expect(body.problems[0]).toMatchObject({ path, message: expect.stringContaining(message) });
    }
    expect((await server.request.get(`/api/projects/${id}`)).body).toMatchObject({
      revision: 0,
      project: emptyProject('Kettle'),
    });
  });

  it('all or nothing: a good step before a bad one is not kept either', async () => {
    const id = await server.create();
    const good = done(emptyProject('Kettle'), draw('one')).step;
    await server.append(id, 0, [good, { ...good, id: 'step-again-1' }]).expect(422);
    expect((await server.request.get(`/api/projects/${id}`)).body.revision).toBe(0);
  });

  it('is met by name: unknown ids, no If-Match, no JSON, too large, a project file that breaks the schema', async () => {
    const id = await server.create();
    expect((await server.request.get('/api/projects/lost').expect(404)).body.title).toBe("There is no project 'lost'");
    await server.request.put('/api/projects/lost/view').send({}).expect(404);
    await server.append('lost', 0, [done(emptyProject('Kettle'), draw('one')).step]).expect(404);
    await server.request.post(`/api/projects/${id}/steps`).send({ steps: [] }).expect(428);
    await server.append(id, 0, []).expect(400);
    await server.request.post('/api/projects').send({ name: '' }).expect(400);
    const noJson = await server.request.post('/api/projects').type('json').send('{"name": ').expect(400);
    expect(noJson.body.title).toContain('not JSON');
    const large = JSON.stringify({ name: 'x'.repeat(65 * 1024 * 1024) });
    expect((await server.request.post('/api/projects').type('json').send(large).expect(413)).body.title).toContain(
      '64 MB',
    );
    const { lid } = kettle().project.items;
    const far = JSON.parse(JSON.stringify({ ...kettle().project, items: { ...kettle().project.items, lid } }).replace(/("lid":.*?"at":\[)[^,]+/, '$11e12')); // prettier-ignore
    const lidFar = (await server.request.post('/api/projects').send(far).expect(422)).body;
    expect(lidFar.detail).toBe(
      'The project file cannot be taken in: the curve Lid, point 1, x: 1e12 mm is more than 1,000,000 m',
    );
    const broken = { ...kettle().project, units: 'furlong' };
    const { body } = await server.request.post('/api/projects').send(broken).expect(422);
    expect(body.problems[0]).toMatchObject({ path: '/units', message: expect.stringContaining('must be one of') });
    await server.request
      .get('/api/nothing')
      .expect(404)
      .expect('Content-Type', /problem\+json/);
  });
});

describe('the web application', () => {
  it('is answered at every page address with a fresh nonce and a strict policy', async () => {
    const nonces = new Set<string>();
    for (const path of ['/', '/bench/some-id']) {
      const { text, headers } = await server.request.get(path).expect(200);
      const [, nonce] = /ngCspNonce="([^"]+)"/.exec(text) ?? [];
      expect(headers['content-security-policy']).toContain(`script-src 'self' 'nonce-${nonce}'`);
      expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/);
      nonces.add(nonce);
    }
    expect(nonces.size).toBe(2);
    await server.request.get('/lost.js').expect(404);
    await server.request.get('/api/health').expect(200, { status: 'ok' });
  });
});

describe('the database', () => {
  it('writes ahead and flushes every commit', async () => {
    expect(await server.source.query('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await server.source.query('PRAGMA synchronous')).toEqual([{ synchronous: 2 }]);
    expect(await server.source.query('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
  });
});
