import { emptyProject, titleOf } from '@pencil-bend/document';
import { done, draw, TestServer } from '../testServer.fixture';
import { checkDatabase } from './check';
import { asFormatThree } from './formatThree.fixture';

it('takes over a log of texts: every step reads as it did, and can be undone and gone on from', async () => {
  const server = await TestServer.start();
  const id = await server.create();
  const drawn = done(emptyProject('Kettle'), draw('one'));
  const renamed = done(drawn.project, { command: 'renameItem', args: { item: 'one', name: 'Lid\'s "rim"' } });
  await server.append(id, 0, [drawn.step, renamed.step]).expect(200);
  await server.request.post(`/api/projects/${id}/stages`).send({ name: 'Early', revision: 1 }).expect(201);
  const before = await server.opened(id);
  await asFormatThree(server.source);

  await server.restart();
  expect((await checkDatabase(server.source.manager)).wrong).toEqual([]);
  const after = await server.opened(id);
  expect(after.project).toEqual(before.project);
  const [first, second] = after.history.undo.steps;
  expect(first).toEqual({ ...drawn.step, title: { command: 'earlier', text: 'Draw Curve 1' } });
  expect(titleOf(second.title)).toBe('Rename Curve 1 to Lid\'s "rim"');
  const undone = { ...second, id: 'step-undone', kind: 'undo', of: second.id, patch: second.inverse, inverse: second.patch }; // prettier-ignore
  await server.append(id, 2, [undone]).expect(200);
  await server.append(id, 3, [done(drawn.project, draw('two')).step]).expect(200);
  await server.end();
});
