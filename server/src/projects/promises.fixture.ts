import assert from 'node:assert/strict';
import { emptyProject, pointSetBytes, stacksOf, undo } from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { done, draw, stamp } from '../steps.fixture';
import type { Store } from './contract';
import { Failure } from './failure';

/** A promise of the contract, held by what a store does; `again` is the same database, opened anew. */
interface Promised {
  readonly name: string;
  readonly holds: (store: Store, again: () => Promise<Store>) => Promise<void>;
}

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

const refusal = async (work: Promise<unknown>): Promise<Failure> => {
  const failure = await work.then(
    () => null,
    (error: unknown) => error,
  );
  assert(failure instanceof Failure, `it was not refused in words: ${String(failure)}`);
  return failure;
};

const POINTS = pointSetBytes(Float64Array.of(1, 2, 3, 4, 5, 6));

/** Draws curves one after the other on an empty sheet. */
function story(count: number) {
  const drawings = [emptyProject('Kettle')];
  const steps = Array.from({ length: count }, (_, i) => {
    const { project, step } = done(drawings[i], draw(`c${i}`, i + 1));
    drawings.push(project);
    return step;
  });
  return { drawings, steps };
}

export const PROMISES: readonly Promised[] = [
  {
    name: 'what was answered as kept is there when it is opened again, to the last bit',
    holds: async ({ projects }, again) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const { drawings, steps } = story(3);
      assert.equal(await projects.append(id, 0, steps), 3);
      const back = undo(drawings[3], stacksOf(steps), stamp());
      assert(back.ok);
      assert.equal(await projects.append(id, 3, [back.value.step]), 4);
      await projects.keepView(id, { camera: { x: 1 } });
      const opened = await (await again()).projects.open(id);
      assert.deepEqual(opened.project, drawings[2]);
      assert.deepEqual(opened.history.undo, { more: 0, steps: steps.slice(0, 2) });
      assert.deepEqual(opened.history.redo, { more: 0, steps: steps.slice(2) });
      assert.deepEqual([opened.revision, opened.view], [4, { camera: { x: 1 } }]);
    },
  },
  {
    name: 'a call is done as a whole or not at all',
    holds: async ({ projects }) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const { steps } = story(3);
      const bad = { ...steps[2], patch: [{ op: 'remove', path: '/items/nobody' }] } as const;
      assert.equal((await refusal(projects.append(id, 0, [steps[0], steps[1], bad]))).status, 422);
      assert.equal((await projects.open(id)).revision, 0);
      assert.deepEqual(await projects.drawing(id), emptyProject('Kettle'));
      assert.equal(await projects.append(id, 0, steps), 3);
      // Of a copy much is written before its own steps turn out not to fit.
      const before = await projects.list();
      assert.equal((await refusal(projects.copy(id, 2, [{ ...bad, id: 'step-of-the-copy' }]))).status, 422);
      assert.deepEqual(await projects.list(), before);
      assert.equal((await projects.perform(id, { command: 'renameProject', args: { name: 'Pot' } })).revision, 4);
      assert.equal((await projects.list()).length, before.length);
    },
  },
  {
    name: 'steps sent twice are kept once; others are told apart, and what came too late is told what came before',
    holds: async ({ projects }) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const { steps } = story(3);
      await projects.append(id, 0, steps.slice(0, 2));
      assert.equal(await projects.append(id, 0, steps), 3);
      assert.equal(await projects.append(id, 0, steps), 3);
      const late = await refusal(projects.append(id, 1, [{ ...steps[2], id: 'step-of-others' }]));
      assert.equal(late.status, 412);
      assert.deepEqual([late.data?.['revision'], late.data?.['count']], [3, 2]);
      assert.equal((await refusal(projects.append(id, 3, [steps[0]]))).status, 409);
    },
  },
  {
    name: 'calls at the same time are done one after the other, each on what is there then',
    holds: async ({ projects }) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const names = ['Pot', 'Can', 'Jug', 'Urn'];
      await Promise.all(names.map((name) => projects.perform(id, { command: 'renameProject', args: { name } })));
      const { revision, history, project } = await projects.open(id);
      assert.equal(revision, 4);
      assert.equal(history.undo.steps.length, 4);
      assert(names.includes(project.name));
    },
  },
  {
    name: 'every drawing is valid, through snapshots and a long log',
    holds: async ({ projects }, again) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const { drawings, steps } = story(230);
      await projects.append(id, 0, steps.slice(0, 120));
      await projects.append(id, 120, steps.slice(120));
      const { project, history } = await (await again()).projects.open(id);
      assert.deepEqual(project, drawings[230]);
      assert.deepEqual(checkProject(project), []);
      assert.deepEqual([history.undo.more, history.undo.steps.length], [30, 200]);
      const below = await projects.history(id, 230, { undo: history.undo.more });
      assert.deepEqual(below.undo, { more: 0, steps: steps.slice(0, 30) });
    },
  },
  {
    name: 'a copy has the log, view, stages, pictures and measured points of its original up to its revision, and a name of its own',
    holds: async ({ projects, stages, pictures, pointSets }) => {
      const { id } = await projects.create(emptyProject('Kettle'), [POINTS]);
      const { drawings, steps } = story(3);
      await projects.append(id, 0, steps);
      await stages.make(id, 'Two', 2);
      const picture = await pictures.add(id, PNG);
      const points = await pointSets.add(id, POINTS);
      const copy = await projects.copy(id);
      assert.deepEqual([copy.name, copy.revision, copy.items], ['Kettle copy', 4, 3]);
      const [stage] = await stages.list(copy.id);
      assert.deepEqual(await stages.drawing(copy.id, stage.id), drawings[2]);
      assert.equal((await pictures.of(copy.id, picture.id)).type, 'image/png');
      assert.deepEqual(Buffer.from((await pointSets.of(copy.id, points.id)).bytes), Buffer.from(POINTS));
      assert.equal((await refusal(pointSets.of(copy.id, picture.id))).status, 404);
      const early = await projects.copy(id, 1, [{ ...steps[1], id: 'step-of-the-copy' }]);
      assert.equal((await projects.open(early.id)).history.undo.steps.length, 3);
      assert.deepEqual(await stages.list(early.id), []);
      assert.equal((await refusal(projects.copy(id, 99))).status, 422);
    },
  },
  {
    name: 'the bin gives back what was put into it, and only what lies there goes for good, with all that was its own',
    holds: async ({ projects, stages }) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const other = await projects.create(emptyProject('Pot'));
      await stages.make(id, 'First', 0);
      assert.equal((await refusal(projects.destroy(id))).status, 409);
      await projects.bin(id, true);
      assert.deepEqual(
        (await projects.list()).map((each) => each.id),
        [other.id],
      );
      assert.deepEqual(
        (await projects.list(true)).map((each) => each.id),
        [id],
      );
      assert.equal((await projects.bin(id, false)).deletedAt, null);
      await projects.bin(id, true);
      assert.equal(await projects.emptyBin(new Date()), 0);
      assert.equal(await projects.emptyBin(new Date(Date.now() + 31 * 24 * 3600 * 1000)), 1);
      for (const work of [projects.open(id), projects.drawing(id), stages.list(id), projects.destroy(id)]) {
        assert.equal((await refusal(work)).status, 404);
      }
      assert.equal((await projects.list()).length, 1);
    },
  },
  {
    name: 'stages are named, renamed and removed, and the log stays; a picture given twice is one',
    holds: async ({ projects, stages, pictures, pointSets }, again) => {
      const { id } = await projects.create(emptyProject('Kettle'));
      const { drawings, steps } = story(2);
      await projects.append(id, 0, steps);
      const stage = await stages.make(id, 'One', 1);
      assert.deepEqual(await stages.drawing(id, stage.id), drawings[1]);
      assert.equal((await stages.rename(id, stage.id, 'Early')).name, 'Early');
      assert.equal((await refusal(stages.make(id, 'Far', 3))).status, 422);
      const [first, second] = [await pictures.add(id, PNG), await pictures.add(id, PNG)];
      assert.deepEqual(first, second);
      const { bytes } = await (await again()).pictures.of(id, first.id);
      assert.deepEqual(Buffer.from(bytes), PNG);
      assert.equal((await refusal(pictures.add(id, Buffer.from('no picture')))).status, 415);
      assert.equal((await refusal(pointSets.add(id, Buffer.from('no points')))).status, 422);
      await stages.remove(id, stage.id);
      assert.deepEqual(await stages.list(id), []);
      assert.equal((await projects.open(id)).revision, 2);
    },
  },
];
