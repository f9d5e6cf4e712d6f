import { archProject, drawArch, performed, points, stamp } from '../fixture';
import { applyPatch } from '../history/patch';
import { stacksOf, type Step } from '../history/history';
import { checkProject } from '../project/check';
import { emptyProject, type Project } from '../project/project';
import { schemaProblems } from '../schemaProblems';
import { perform, redo, undo } from './perform';
import { commands, type CommandName, type Order } from './registry';

/** One good order for every command, in an order in which they work. */
const STORY: readonly Order[] = [
  drawArch,
  { command: 'drawPoint', args: { id: 'dot', layer: 'sheet', plane: 'front', at: [5, 5, 0] } },
  { command: 'movePoint', args: { item: 'arch', point: 'p2', to: [31, 25, 0] } },
  { command: 'movePoint', args: { item: 'dot', point: null, to: [6, 5, 0] } },
  { command: 'insertFitPoint', args: { item: 'arch', index: 1, point: { id: 'new', at: [12, 15, 0] } } },
  { command: 'removeFitPoint', args: { item: 'arch', point: 'p2' } },
  { command: 'renameItem', args: { item: 'arch', name: 'Spout' } },
  { command: 'colourItem', args: { item: 'arch', colour: '#2f5d8a' } },
  { command: 'showItem', args: { item: 'arch', visible: false } },
  { command: 'renameProject', args: { name: 'Kettle' } },
  { command: 'deleteItem', args: { item: 'arch' } },
  { command: 'restoreStage', args: { name: 'First arch', drawing: archProject() } },
];

const refused = (project: Project, order: unknown): string => {
  const outcome = perform(project, order as Order, stamp());
  return outcome.ok ? 'accepted' : outcome.failure;
};

describe('commands', () => {
  it('are all told in the story, each with a readable name', () => {
    expect(new Set(STORY.map(({ command }) => command))).toEqual(new Set(Object.keys(commands) as CommandName[]));
    const { log } = performed(emptyProject('Test'), ...STORY);
    expect(log.map(({ name }) => name)).toEqual([
      'Draw Curve 1',
      'Draw Point 1',
      'Move point 2 of Curve 1',
      'Move Point 1',
      'Add point 2 to Curve 1',
      'Remove point 3 of Curve 1',
      'Rename Curve 1 to Spout',
      'Colour Spout',
      'Hide Spout',
      'Rename the project to Kettle',
      'Delete Spout',
      'Restore the stage First arch',
    ]);
  });

  it('leave steps that fit their schema and lead from each drawing to the next and back', () => {
    let project = emptyProject('Test');
    for (const order of STORY) {
      const outcome = perform(project, order, stamp());
      if (!outcome.ok) throw new Error(outcome.failure);
      const { step, project: after } = outcome.value;
      expect(schemaProblems('step', step)).toEqual([]);
      expect(checkProject(after)).toEqual([]);
      expect(applyPatch(project, JSON.parse(JSON.stringify(step.patch)))).toEqual({ ok: true, value: after });
      expect(applyPatch(after, JSON.parse(JSON.stringify(step.inverse)))).toEqual({ ok: true, value: project });
      project = after;
    }
  });

  it('log only what changed: one coordinate, one point', () => {
    const { log } = performed(archProject(), {
      command: 'movePoint',
      args: { item: 'arch', point: 'p2', to: [30, 21, 0] },
    });
    expect(log[0].patch).toEqual([{ op: 'replace', path: '/items/arch/recipe/points/1/at/1', value: 21 }]);
  });

  it.each([
    ['an unknown item', { command: 'deleteItem', args: { item: 'lost' } }, "There is no curve or point 'lost'"],
    [
      'an unknown point',
      { command: 'movePoint', args: { item: 'arch', point: 'p9', to: [0, 0, 0] } },
      "Curve 1 has no point 'p9'",
    ],
    [
      'NaN',
      { command: 'movePoint', args: { item: 'arch', point: 'p1', to: [NaN, 0, 0] } },
      '/to/0: must be a finite number',
    ],
    [
      'a point on its neighbour',
      { command: 'movePoint', args: { item: 'arch', point: 'p1', to: [30, 20, 0] } },
      'Points 1 and 2 lie in one place',
    ],
    ['a taken id', drawArch, "The id 'arch' is taken"],
    [
      'a layer that is not there',
      { ...drawArch, args: { ...drawArch.args, id: 'b', layer: 'attic' } },
      "There is no layer 'attic'",
    ],
    [
      'an index beyond the points',
      { command: 'insertFitPoint', args: { item: 'arch', index: 9, point: points([1, 1, 0])[0] } },
      'none can be number 10',
    ],
    ['an empty name', { command: 'renameItem', args: { item: 'arch', name: ' ' } }, '/name: must match pattern'],
    [
      'a stray argument',
      { command: 'deleteItem', args: { item: 'arch', quietly: true } },
      "there is no member 'quietly'",
    ],
  ])('refuse %s and leave the project as it was', (_name, order, message) => {
    const project = archProject();
    const before = JSON.stringify(project);
    expect(refused(project, order)).toContain(message);
    expect(JSON.stringify(project)).toBe(before);
  });

  it('keep the last points of a curve', () => {
    const two = performed(archProject(), { command: 'removeFitPoint', args: { item: 'arch', point: 'p2' } }).project;
    expect(refused(two, { command: 'removeFitPoint', args: { item: 'arch', point: 'p1' } })).toContain(
      'delete the curve instead',
    );
  });

  it('write no minus zero, which JSON would not bring back', () => {
    const { project } = performed(archProject(), {
      command: 'movePoint',
      args: { item: 'arch', point: 'p1', to: [-0, -1, -0] },
    });
    const item = project.items['arch'];
    if (item.kind !== 'curve') throw new Error('no curve');
    expect(item.recipe.points[0].at.some((value) => Object.is(value, -0))).toBe(false);
  });
});

describe('undo and redo', () => {
  it('walk the whole log back and forth, bit for bit', () => {
    let { project, log } = performed(emptyProject('Test'), ...STORY);
    const end = project;
    const walk = (move: typeof undo) => {
      for (;;) {
        const outcome = move(project, stacksOf(log), stamp());
        if (!outcome.ok) return outcome.failure;
        project = outcome.value.project;
        log = [...log, outcome.value.step];
      }
    };
    expect(walk(undo)).toBe('There is nothing to undo');
    expect(project).toEqual(emptyProject('Test'));
    expect(walk(redo)).toBe('There is nothing to redo');
    expect(project).toEqual(end);
    expect(log).toHaveLength(3 * STORY.length);
  });

  it('go on from the stacks before a log that is known only in part', () => {
    const { log } = performed(emptyProject('Test'), ...STORY);
    for (const split of [0, 3, STORY.length]) {
      expect(stacksOf(log.slice(split), stacksOf(log.slice(0, split)))).toEqual(stacksOf(log));
    }
  });

  it('restoring a stage is a step that holds only what differs, and can be undone', () => {
    const stage = archProject();
    const { project } = performed(stage, STORY[1], STORY[2]);
    const restored = performed(project, { command: 'restoreStage', args: { name: 'First', drawing: stage } });
    expect(restored.project).toEqual(stage);
    expect(restored.log[0].patch).toContainEqual({ op: 'remove', path: '/items/dot' });
    expect(JSON.stringify(restored.log[0].patch)).not.toContain('layers');
    const back = undo(restored.project, stacksOf(restored.log), stamp());
    expect(back.ok && back.value.project).toEqual(project);
  });

  it('a new step ends what could be redone, and the stacks follow from the log alone', () => {
    const { project, log } = performed(emptyProject('Test'), ...STORY.slice(0, 3));
    const outcome = undo(project, stacksOf(log), stamp());
    if (!outcome.ok) throw new Error(outcome.failure);
    const undone: Step[] = [...log, outcome.value.step];
    expect(stacksOf(undone).redo.map(({ name }) => name)).toEqual(['Move point 2 of Curve 1']);
    const next = performed(outcome.value.project, { command: 'renameProject', args: { name: 'New' } });
    const stacks = stacksOf([...undone, ...next.log]);
    expect(stacks.redo).toEqual([]);
    expect(stacks.undo.map(({ name }) => name)).toEqual(['Draw Curve 1', 'Draw Point 1', 'Rename the project to New']);
  });
});
