import { emptyProject, stacksOf, type Step, undo } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { done, draw, stamp, TestServer } from '../testServer.fixture';

let server: TestServer;
let id: string;
beforeEach(async () => {
  server = await TestServer.start();
  id = await server.create();
});
/** Whatever was sent: what is kept is sound, opens after a restart, and takes the next step. */
afterEach(async () => {
  await server.restart();
  const { project, revision } = await server.opened(id);
  await server.append(id, revision, [done(project, draw('after')).step]).expect(200);
  await server.end();
});

const { step } = done(emptyProject('Kettle'), draw('one'));
const nested = (levels: number) => '['.repeat(levels) + ']'.repeat(levels);

/** Sends a body as the very text it is: some of these cannot be written by JSON.stringify. */
const sendText = (body: string) =>
  server.request
    .post(`/api/projects/${id}/steps`)
    .set('If-Match', '"0"')
    .set('Content-Type', 'application/json')
    .send(body);
const textOf = (changes: object, raw: Readonly<Record<string, string>> = {}) => {
  const text = JSON.stringify({ steps: [{ ...step, ...changes }] });
  return Object.entries(raw).reduce((all, [mark, by]) => all.replace(`"${mark}"`, by), text);
};

describe('a step that would break its project is refused in words', () => {
  const item = JSON.stringify(step.patch.find(({ path }) => path === '/items/one')?.value);

  it.each([
    ['a whole item in a member __proto__', `{"__proto__":${item}}`, '__proto__'],
    ['constructor, deep inside', '{"a":[{"constructor":{}}]}', 'constructor'],
    ['prototype', '{"prototype":1}', 'prototype'],
  ])('%s', async (_what, value, key) => {
    const patch = [{ op: 'add', path: '/items/one', value: 'VALUE' }, step.patch[1]];
    const { body } = await sendText(textOf({ patch }, { VALUE: value })).expect(400);
    expect(body.problems[0].message).toBe(`there may be no member '${key}'`);
    expect(body.problems[0].path).toContain(`/steps/0/patch/0/value`);
  });

  it.each(['constructor', 'prototype', '__proto__'])('an item whose id is %s', async (key) => {
    const patch = [
      { op: 'add', path: `/items/${key}`, value: JSON.parse(item) as unknown },
      { op: 'add', path: '/itemOrder/0', value: key },
    ];
    await sendText(textOf({ patch })).expect(422);
  });

  it.each(['patch', 'inverse'] as const)('nesting without end in the %s, and in the view', async (member) => {
    for (const levels of [70, 5_000, 2_000_000]) {
      const value = [{ op: 'replace', path: '/name', value: 'DEEP' }];
      const { body } = await sendText(textOf({ [member]: value }, { DEEP: nested(levels) })).expect(400);
      expect(body.problems[0].message).toContain('nested deeper than 64');
      await server.request
        .put(`/api/projects/${id}/view`)
        .set('Content-Type', 'application/json')
        .send(`{"a":${nested(levels)}}`)
        .expect(400);
    }
  });

  it.each<[string, Partial<Step>, number, string]>([
    ['an inverse that leads elsewhere', { inverse: [{ op: 'replace', path: '/name', value: 'Pot' }] }, 422, 'another drawing'], // prettier-ignore
    ['an inverse that fits nowhere', { inverse: [{ op: 'remove', path: '/items/lost' }] }, 422, 'no such member'],
    ['no inverse at all', { inverse: [] }, 422, 'another drawing than before'],
    ['a step that undoes nothing', { kind: 'undo' }, 400, 'must be of type string'],
    ['a step that is done, of another', { of: 'step-0000001' }, 400, 'must be of type null'],
    ['an id that is none', { kind: 'redo', of: 'x'.repeat(1000) }, 400, 'must match the pattern'],
    ['a time that is none', { time: 'yesterday' }, 400, 'must be a time'],
    ['a day that is none', { time: '2026-13-40T25:00:00Z' }, 400, 'must be a time'],
    ['a time without a day', { time: '12:00' }, 400, 'must be a time'],
  ])('%s', async (_what, changes, status, message) => {
    const { body } = await server.append(id, 0, [{ ...step, ...changes }]).expect(status);
    expect(body.problems[0]).toMatchObject({ message: expect.stringContaining(message) });
    expect((await server.opened(id)).revision).toBe(0);
  });

  it('an id that an earlier step has, or another of the same request', async () => {
    const first = done(emptyProject('Kettle'), draw('one'));
    const second = { ...done(first.project, draw('two')).step, id: first.step.id };
    const twice = await server.append(id, 0, [first.step, second]).expect(400);
    expect(twice.body.problems[0]).toEqual({
      path: '/steps/1/id',
      message: `the id '${first.step.id}' stands at step 1 already`,
    });
    await server.append(id, 0, [first.step]).expect(200);
    const again = await server.append(id, 1, [second]).expect(409);
    expect(again.body.title).toBe(`Step 1 of this project has the id '${first.step.id}' already`);
  });
});

describe('a large step', () => {
  /** Names all of 200 curves anew, with what else makes its patch long. */
  const long = (characters: number): Step => ({
    ...step,
    patch: [{ op: 'replace', path: '/name', value: 'x'.repeat(characters) }, ...step.patch, { op: 'replace', path: '/name', value: 'Kettle' }], // prettier-ignore
    inverse: step.inverse,
  });
  const upload = (name: string, part: number, text: string) =>
    server.request.put(`/api/projects/${id}/uploads/${name}/${part}`).send({ text });
  const append = (body: object) => server.request.post(`/api/projects/${id}/steps`).set('If-Match', '"0"').send(body);

  it('comes in parts, in any order, and is committed as one', async () => {
    const text = JSON.stringify([long(9_000_000)]);
    const parts = [text.slice(0, 4_000_000), text.slice(4_000_000, 8_000_000), text.slice(8_000_000)];
    for (const part of [2, 0, 1]) await upload('a', part, parts[part]).expect(204);
    await append({ upload: 'a', parts: 3 }).expect(200, { revision: 1 });
    expect((await server.opened(id)).project.itemOrder).toEqual(['one']);
    // Parts are used once.
    await append({ upload: 'a', parts: 3 }).expect(503);
  });

  it('is not kept while a part is missing, or when the parts together are no steps', async () => {
    const text = JSON.stringify([step]);
    await upload('a', 0, text.slice(0, 50)).expect(204);
    const { body } = await append({ upload: 'a', parts: 2 }).expect(503);
    expect(body.title).toBe('Part 2 of 2 has not come: send all parts again');
    await append({ upload: 'a', parts: 1 }).expect(400);
    await upload('b', 0, '[{"__proto__":1}]').expect(204);
    await append({ upload: 'b', parts: 1 }).expect(400);
    await append({ upload: 'b', parts: -1 }).expect(400);
    await append({ upload: 7, parts: 1 }).expect(400);
    await server.request.put(`/api/projects/${id}/uploads/a/100`).send({ text }).expect(400);
    await server.request.put(`/api/projects/${id}/uploads/a/0`).send({ words: text }).expect(400);
  });

  it('of 20,000 curves is kept, undone, and read again', async () => {
    const items = Array.from({ length: 20_000 }, (_, i) => `c${i}`);
    const { recipe } = (step.patch.find(({ path }) => path === '/items/one')?.value ?? {}) as { recipe: unknown };
    const drawn = perform(
      emptyProject('Kettle'),
      {
        command: 'drawItems',
        args: { layer: 'sheet', plane: 'front', shape: 'curve', items: items.map((item) => ({ id: item, recipe: recipe as never })) }, // prettier-ignore
      },
      stamp(),
    );
    if (!drawn.ok) throw new Error(drawn.failure);
    await server.append(id, 0, [drawn.value.step]).expect(200, { revision: 1 });
    const back = undo(drawn.value.project, stacksOf([drawn.value.step]), stamp());
    if (!back.ok) throw new Error(back.failure);
    await server.append(id, 1, [back.value.step]).expect(200, { revision: 2 });
    await server.restart();
    const { project, history } = await server.opened(id);
    expect(project).toEqual(emptyProject('Kettle'));
    expect(history.redo.steps[0].patch).toHaveLength(40_000);
  });

  it('leaves a project that opens: of many of them only the newest come at once, the others when asked for', async () => {
    const first = done(emptyProject('Kettle'), draw('one'));
    await server.append(id, 0, [first.step]).expect(200);
    const ways = [...Array(5).keys()].map((i) => ({ ...long(5_000_000), id: `step-long-${i}` }));
    for (const [i, { patch, ...way }] of ways.entries()) {
      const there = patch.filter(({ path }) => path === '/name');
      await server.append(id, i + 1, [{ ...way, patch: there, inverse: [] }]).expect(200);
    }
    await server.restart();
    const { history } = await server.opened(id);
    expect(history.undo.steps.map((each: Step) => each.id)).toEqual(['step-long-3', 'step-long-4']);
    expect(history.undo.more).toBe(4);
    const asked = await server.request.get(`/api/projects/${id}/history?revision=6&undo=4`).expect(200);
    expect(asked.body.undo.steps.map((each: Step) => each.id)).toEqual(['step-long-1', 'step-long-2']);
  });

  it('of more than 64 MB, or that changes more than 20,000 items, is refused with both numbers', async () => {
    const tooLong = JSON.stringify([long(65_000_000)]);
    const count = Math.ceil(tooLong.length / 9_000_000);
    for (let i = 0; i < count; i++) await upload('a', i, tooLong.slice(i * 9_000_000, (i + 1) * 9_000_000)).expect(204);
    const { body } = await append({ upload: 'a', parts: count }).expect(400);
    expect(body.problems[0].message).toBe('This step would hold 66 MB; a step may hold 64 MB');
    const patch = Array.from({ length: 20_001 }, (_, i) => ({ op: 'remove', path: `/items/c${i}` }));
    const many = await server.append(id, 0, [{ ...step, patch }]).expect(400);
    expect(many.body.problems[0].message).toBe(
      'This would change 20,001 curves and points in one step; at most 20,000 may be',
    );
  });
});
