import { emptyProject } from '@pencil-bend/document';
import { done, draw, TestServer } from '../testServer.fixture';

let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start();
});
afterEach(() => server.end());

const BAD = ['', '  ', '\u200B\uFEFF', 'Lid\u0000', 'Lid\n', '\u202Edil', 'Lid\uD83D', 'x'.repeat(121)];
const GOOD = ['Крышка', 'Lid/Knob', '\u{1F9FF}'.repeat(120)];

describe('names', () => {
  it('are held to one rule at every door', async () => {
    const id = await server.create();
    const first = done(emptyProject('Kettle'), draw('one'));
    await server.append(id, 0, [first.step]).expect(200);
    const stages = `/api/projects/${id}/stages`;
    const stage = (await server.request.post(stages).send({ name: 'Early', revision: 1 }).expect(201)).body.id;
    const naming = done(first.project, { command: 'renameItem', args: { item: 'one', name: 'Lid' } }).step;
    const named = (name: string) => ({ ...naming, patch: [{ ...naming.patch[0], value: name }] });
    for (const name of BAD.filter((each) => each !== 'Lid\n')) {
      await server.request.post('/api/projects').send({ name }).expect(400);
      await server.request.patch(`/api/projects/${id}`).send({ name }).expect(400);
      await server.request.post(stages).send({ name, revision: 1 }).expect(400);
      await server.request.patch(`${stages}/${stage}`).send({ name }).expect(400);
    }
    for (const name of BAD) {
      await server.append(id, 1, [named(name)]).expect(422);
      if (name.length <= 120) await server.append(id, 1, [{ ...naming, name }]).expect(400);
    }
    const { body } = await server.request.post('/api/projects').send({ name: '\u200B' }).expect(400);
    expect(body.title).toBe('A name must have a character that can be seen, and none that controls the text around it');
    for (const name of GOOD) {
      await server.request.post('/api/projects').send({ name }).expect(201);
      await server.request.patch(`${stages}/${stage}`).send({ name }).expect(200);
    }
  });

  it('of copies are cut between characters; the file of each project has its whole name', async () => {
    const name = '\u{1F9FF}'.repeat(120);
    const id = await server.create({ name });
    const copy = (await server.request.post(`/api/projects/${id}/copies`).send({}).expect(201)).body;
    expect(copy.name).toBe(`${'\u{1F9FF}'.repeat(115)} copy`);
    for (const each of [id, copy.id]) await server.request.get(`/api/projects/${each}/file`).expect(200);
    const slashed = await server.create({ name: 'Lid/Knob, „neu“' });
    const { headers } = await server.request.get(`/api/projects/${slashed}/file`).expect(200);
    const [, encoded] = /filename\*=UTF-8''(\S+)/.exec(headers['content-disposition']) ?? [];
    expect(decodeURIComponent(encoded)).toBe('Lid-Knob, „neu“.pencilbend.json');
  });
});
