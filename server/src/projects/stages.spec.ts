import { emptyProject } from '@pencil-bend/document';
import { done, draw, TestServer } from '../testServer.fixture';

let server: TestServer;
let stages: string;
beforeEach(async () => {
  server = await TestServer.start();
  const id = await server.create();
  stages = `/api/projects/${id}/stages`;
  const first = done(emptyProject('Kettle'), draw('one'));
  const second = done(first.project, draw('two'));
  await server.append(id, 0, [first.step, second.step]).expect(200);
});
afterEach(() => server.end());

describe('stages', () => {
  it('are named revisions with a drawing and a picture, the newest first, also after a restart', async () => {
    const { body: one } = await server.request.post(stages).send({ name: 'One curve', revision: 1 }).expect(201);
    await server.request.post(stages).send({ name: 'Both', revision: 2 }).expect(201);
    await server.restart();
    const { body } = await server.request.get(stages).expect(200);
    expect(body).toMatchObject([
      { name: 'Both', revision: 2 },
      { name: 'One curve', revision: 1 },
    ]);
    expect((await server.request.get(`${stages}/${one.id}/drawing`).expect(200)).body.itemOrder).toEqual(['one']);
    const picture = await server.request.get(`${stages}/${one.id}/picture.svg`).expect(200);
    expect(String(picture.body).match(/<polyline/g)).toHaveLength(1);
  });

  it('are renamed and let go; the log stays', async () => {
    const { body } = await server.request.post(stages).send({ name: 'One', revision: 1 }).expect(201);
    await server.request.patch(`${stages}/${body.id}`).send({ name: 'Before the lip' }).expect(200);
    expect((await server.request.get(stages)).body).toMatchObject([{ name: 'Before the lip' }]);
    await server.request.delete(`${stages}/${body.id}`).expect(204);
    expect((await server.request.get(stages)).body).toEqual([]);
    expect(await server.source.query('SELECT count(*) AS "steps" FROM "step"')).toEqual([{ steps: 2 }]);
  });

  it('need a name and a revision that is there', async () => {
    await server.request.post(stages).send({ name: 'Later', revision: 3 }).expect(422);
    await server.request.post(stages).send({ name: ' ', revision: 1 }).expect(400);
    await server.request.post(stages).send({ name: 'When?' }).expect(400);
    await server.request.get(`${stages}/nobody/drawing`).expect(404);
    await server.request.patch(`${stages}/nobody`).send({ name: 'A' }).expect(404);
    await server.request.delete(`${stages}/nobody`).expect(404);
    await server.request.get('/api/projects/nobody/stages').expect(404);
  });
});
