import { done, draw, TestServer } from '../testServer.fixture';
import { emptyProject, type Step, titleOf } from '@pencil-bend/document';
import { checkDatabase } from './check';
import { asFormatThree } from './formatThree.fixture';

it('mends names and times that were taken before there was a rule; the log still leads to its snapshots', async () => {
  const server = await TestServer.start();
  const id = await server.create();
  const first = done(emptyProject('Kettle'), draw('one'));
  const renamed = done(first.project, { command: 'renameItem', args: { item: 'one', name: 'Lid' } });
  await server.append(id, 0, [first.step, renamed.step]).expect(200);
  await server.request.post(`/api/projects/${id}/stages`).send({ name: 'Early', revision: 2 }).expect(201);
  const before = await server.opened(id);

  await asFormatThree(server.source);
  // As an older server may have kept them: half a pair of surrogates, an override, a bell, and no time.
  const spoil = (table: string, column: string, word: string, by: string) =>
    server.source.query(`UPDATE "${table}" SET "${column}" = replace("${column}", ?, ?)`, [word, by]);
  for (const column of ['patch', 'inverse']) await spoil('step', column, '"Lid"', '"\u202ELid\\u0007"');
  await spoil('step', 'name', 'Lid', 'Lid\u0007');
  await spoil('snapshot', 'project', '"Lid"', '"\u202ELid\\u0007"');
  await spoil('snapshot', 'project', '"Kettle"', '"Kettle\\ud83d"');
  await spoil('project', 'name', 'Kettle', 'Kettle\uFFFD');
  await spoil('stage', 'name', 'Early', '\u200B');
  await server.source.query(`UPDATE "step" SET "at" = 'soon' WHERE "revision" = 2`);
  await server.source.query(`DELETE FROM "migrations" WHERE "name" LIKE 'NamesAndTimes%'`);
  await server.restart();
  expect((await checkDatabase(server.source.manager)).wrong).toEqual([]);
  const after = await server.opened(id);
  expect(after.project).toEqual(before.project);
  expect(after.history.undo.steps.map(({ title, patch }: Step) => [titleOf(title), patch])).toEqual(
    before.history.undo.steps.map(({ title, patch }: Step) => [titleOf(title), patch]),
  );
  expect(Date.parse(after.history.undo.steps[1].time)).not.toBeNaN();
  const [stage] = (await server.request.get(`/api/projects/${id}/stages`)).body;
  expect(stage.name).toBe('Unnamed');
  await server.append(id, 2, [done(after.project, draw('two')).step]).expect(200);
  await server.end();
});
