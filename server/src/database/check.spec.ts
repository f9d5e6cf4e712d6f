import { emptyProject, pointSetBytes } from '@pencil-bend/document';
import { done, draw, TestServer } from '../testServer.fixture';
import { checkDatabase } from './check';

let server: TestServer;
let id: string;
beforeEach(async () => {
  server = await TestServer.start();
  id = await server.create();
  let { project, step } = done(emptyProject('Kettle'), draw('one'));
  const steps = [step];
  for (let i = 0; i < 220; i++) {
    ({ project, step } = done(project, {
      command: 'movePoints',
      args: { item: 'one', moves: [{ point: 'a', to: [i, i + 1, 0] }] },
    }));
    steps.push(step);
  }
  await server.append(id, 0, steps).expect(200);
  await server.request.post(`/api/projects/${id}/stages`).send({ name: 'Early', revision: 30 }).expect(201);
});
afterEach(() => server.end({ spoilt: true }));

const found = async () => (await checkDatabase(server.source.manager)).wrong;

describe('checking a database', () => {
  it('finds nothing wrong with one that only this server wrote', async () => {
    expect(await checkDatabase(server.source.manager)).toEqual({ projects: 1, steps: 221, snapshots: 3, wrong: [] });
  });

  it.each<[string, string, string]>([
    ['a step that is missing', 'DELETE FROM "step" WHERE "revision" = 7', "step 8 ('Move point 1 of Curve 1') follows"],
    ['the last steps missing', 'DELETE FROM "step" WHERE "revision" > 219', '221 steps were kept, 219 are there'],
    [
      'a patch that fits nowhere',
      `UPDATE "step" SET "patch" = '[{"op":"remove","path":"/items/lost"}]' WHERE "revision" = 9`,
      'step 9',
    ],
    [
      'a step that cannot be taken back to where it came from',
      `UPDATE "step" SET "inverse" = "patch" WHERE "revision" = 12`,
      'taking it back leads to another drawing',
    ],
    [
      'a step whose title is no JSON',
      `UPDATE "step" SET "title" = 'Move' WHERE "revision" = 3`,
      'step 3: what is kept',
    ],
    [
      'a step of no known command',
      `UPDATE "step" SET "title" = '{"command":"fly"}' WHERE "revision" = 3`,
      "no command 'fly'",
    ],
    ['a step of no known kind', `UPDATE "step" SET "kind" = 'guess' WHERE "revision" = 3`, 'must be one of'],
    [
      'a snapshot that the log does not lead to',
      `UPDATE "snapshot" SET "project" = replace("project", '"Curve 1"', '"Curve 7"') WHERE "revision" > 200`,
      'the snapshot at revision 221 is not what the log leads to',
    ],
    ['no first drawing', 'DELETE FROM "snapshot" WHERE "revision" = 0', 'its first drawing is missing'],
    ['a stage without its drawing', 'DELETE FROM "snapshot" WHERE "revision" = 30', "'Early' has no drawing"],
    ['a wrong name in the list', `UPDATE "project" SET "name" = 'Pot'`, "the drawing 'Kettle'"],
    ['a wrong count in the list', 'UPDATE "project" SET "items" = 9', 'the list counts 9 items'],
  ])('finds %s', async (_what, spoil, words) => {
    await server.source.query(spoil);
    expect((await found()).join('\n')).toContain(words);
  });

  it('finds measured points whose bytes are no longer those that were kept', async () => {
    const bytes = Buffer.from(pointSetBytes(Float64Array.of(1, 2, 3)));
    const { body } = await server.request
      .post(`/api/projects/${id}/pointSets`)
      .set('Content-Type', 'application/octet-stream')
      .send(bytes)
      .expect(201);
    expect(await found()).toEqual([]);
    await server.source.query(`UPDATE "point_set" SET "bytes" = x'00'`);
    expect(await found()).toEqual([expect.stringContaining(`the measured set '${body.id}' is not what was kept`)]);
  });

  it('finds rows of projects that are not there', async () => {
    await server.source.query('PRAGMA foreign_keys = OFF');
    await server.source.query('DELETE FROM "project"');
    expect((await found()).join('\n')).toMatch(/Table step, row \d+: its project is not there/);
  });
});
