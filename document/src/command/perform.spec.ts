import { uniformKnots, makeCurve, homogeneous } from '@pencil-bend/core';
import { archProject, drawArch, drawing, performed, stamp } from '../fixture';
import { applyPatch } from '../history/patch';
import { stacksOf, type Step } from '../history/history';
import { checkProject } from '../project/check';
import { emptyProject, type Project } from '../project/project';
import { controlRecipe } from '../recipe/fixSpacing';
import { schemaProblems } from '../schemaProblems';
import { titleOf } from './titleOf';
import { perform } from './perform';
import { redo, undo } from '../history/undo';
import { commands, type CommandName, type CommandCall } from './registry';
import { STORY_OF_ITEMS } from './story.fixture';

const uniformLine = () => makeCurve(2, uniformKnots(2, 4), homogeneous([0, 0, 0, 20, 9, 0, 40, 9, 0, 60, 0, 0]));

/** One good order for every command, in an order in which they work. */
const on = { item: 'arch' };
const STORY: readonly CommandCall[] = [
  drawArch,
  drawing('point', { id: 'dot', at: [5, 5, 0] }),
  { command: 'movePoints', args: { ...on, moves: [{ point: 'p2', to: [31, 25, 0] }] } },
  { command: 'placePoint', args: { item: 'dot', to: [6, 5, 0] } },
  { command: 'insertFitPoint', args: { ...on, u: 0.2, id: 'new' } },
  { command: 'setTangent', args: { ...on, point: 'p1', tangent: { direction: [1, 2, 0], strength: { ratio: 1.2 } } } },
  { command: 'setRadius', args: { ...on, point: 'p2', radius: 40 } },
  { command: 'setKink', args: { ...on, point: 'new', kink: true } },
  { command: 'setKink', args: { ...on, point: 'new', kink: false } },
  { command: 'setFitTolerance', args: { ...on, within: 0.5 } },
  { command: 'setFitTolerance', args: { ...on, within: 0 } },
  { command: 'pinPoints', args: { ...on, points: ['p2'], axis: 0, pinned: true } },
  { command: 'fitDegree', args: { ...on, degree: 4 } },
  { command: 'reverseCurve', args: on },
  { command: 'fixSpacing', args: on },
  { command: 'bendAt', args: { ...on, u: 0.4, to: [30, 30, 0] } },
  { command: 'turnAt', args: { ...on, u: 0.4, direction: [1, 0, 0], mm: 30 } },
  { command: 'insertControlPoint', args: { ...on, leg: 1, share: 0.4 } },
  { command: 'setWeights', args: { ...on, weights: [{ point: 'c2', weight: 2 }] } },
  { command: 'insertKnot', args: { ...on, u: 0.6 } },
  { command: 'moveKnot', args: { ...on, u: 0.6, to: 0.602 } },
  { command: 'evenKnots', args: on },
  { command: 'setRange', args: { ...on, first: 0, last: 10 } },
  { command: 'removeKnot', args: { ...on, u: 5 } },
  { command: 'removeControlPoint', args: { ...on, point: 'c3' } },
  { command: 'raiseDegree', args: on },
  { command: 'lowerDegree', args: on },
  { command: 'straighten', args: { ...on, points: ['c1', 'c2', 'c4', 'c5', 'c6', 'c7'] } },
  { command: 'makeLive', args: on },
  { command: 'setPoints', args: { ...on, which: 'fit', rows: [[0, 0, 0], [30, 20, 0], [60, 0, 0], [50, -20, 0]].map((at) => ({ at: at as never })) } },
  { command: 'closeCurve', args: on },
  { command: 'moveSeam', args: { ...on, u: 0.3 } },
  { command: 'openCurve', args: { ...on, id: 'end' } },
  { command: 'removeFitPoint', args: { ...on, point: 'p1' } },
  { command: 'refit', args: { ...on, how: 'relay', recipe: controlRecipe(uniformLine(), (i) => `c${i + 1}`) } },
  { command: 'insertKnot', args: { ...on, u: 0.8 } },
  { command: 'removeHandles', args: { ...on, points: ['c2', 'c3'], knots: [] } },
  { command: 'renameItem', args: { ...on, name: 'Spout' } },
  { command: 'colourItem', args: { ...on, colour: '#2f5d8a' } },
  { command: 'showItem', args: { ...on, visible: false } },
  { command: 'noteItem', args: { ...on, note: 'Meant to be tight here:\nthe lid\'s knob.' } },
  { command: 'noteItem', args: { ...on, note: null } },
  { command: 'setUp', args: { units: 'in', grid: 12.7 } },
  { command: 'renameProject', args: { name: 'Kettle' } },
  ...STORY_OF_ITEMS.map(([call]) => call),
  { command: 'deleteItem', args: on },
  { command: 'restoreStage', args: { name: 'First arch', drawing: archProject() } },
]; // prettier-ignore

const refused = (project: Project, call: unknown): string => {
  const outcome = perform(project, call as CommandCall, stamp());
  return outcome.ok ? 'accepted' : outcome.failure;
};

describe('commands', () => {
  it('are all told in the story, each with a readable name', () => {
    expect(new Set(STORY.map(({ command }) => command))).toEqual(new Set(Object.keys(commands) as CommandName[]));
    const { log } = performed(emptyProject('Test'), ...STORY);
    expect(log.map(({ title }) => titleOf(title))).toEqual([
      'Draw Curve 1',
      'Draw Point 1',
      'Move point 2 of Curve 1',
      'Move Point 1',
      'Add a point to Curve 1',
      'Hold the tangent at point 1 of Curve 1',
      'Hold the radius at point 3 of Curve 1',
      'Make point 2 of Curve 1 a kink',
      'Make point 2 of Curve 1 smooth',
      'Lay Curve 1 within 0.5 mm of its points',
      'Lay Curve 1 through its points',
      'Pin x in Curve 1',
      'Fit Curve 1 anew in degree 4',
      'Reverse Curve 1',
      'Hold the spacing of Curve 1',
      'Bend Curve 1',
      'Turn Curve 1',
      'Add a control point after 2 to Curve 1',
      'Weigh control point 2 of Curve 1',
      'Add a knot to Curve 1',
      'Move a knot of Curve 1',
      'Even out the knots of Curve 1',
      'Let the parameter of Curve 1 run from 0 to 10',
      'Remove a knot of Curve 1',
      'Remove control point 3 of Curve 1',
      'Raise the degree of Curve 1',
      'Lower the degree of Curve 1',
      'Make a stretch of Curve 1 straight',
      'Make the spacing of Curve 1 live',
      'Give Curve 1 a table of 4 points',
      'Close Curve 1',
      'Move the seam of Curve 1',
      'Open Curve 1',
      'Remove point 3 of Curve 1',
      'Re-lay Curve 1',
      'Add a knot to Curve 1',
      'Remove 2 points of Curve 1',
      'Rename Curve 1 to Spout',
      'Colour Spout',
      'Hide Spout',
      'Write a note on Spout',
      'Remove the note on Spout',
      'Set units, grid',
      'Rename the project to Kettle',
      ...STORY_OF_ITEMS.map(([, name]) => name),
      'Delete Spout',
      'Restore the stage First arch',
    ]);
  });

  it('leave steps that fit their schema and lead from each drawing to the next and back', () => {
    let project = emptyProject('Test');
    for (const call of STORY) {
      const outcome = perform(project, call, stamp());
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
      command: 'movePoints',
      args: { item: 'arch', moves: [{ point: 'p2', to: [30, 21, 0] }] },
    });
    expect(log[0].patch).toEqual([{ op: 'replace', path: '/items/arch/recipe/points/1/at/1', value: 21 }]);
  });

  it.each([
    ['an unknown item', { command: 'deleteItem', args: { item: 'lost' } }, "There is no curve or point 'lost'"],
    [
      'an unknown point',
      { command: 'movePoints', args: { item: 'arch', moves: [{ point: 'p9', to: [0, 0, 0] }] } },
      "Curve 1 has no point 'p9'",
    ],
    [
      'NaN',
      { command: 'movePoints', args: { item: 'arch', moves: [{ point: 'p1', to: [NaN, 0, 0] }] } },
      'move 1, x: must be a finite number',
    ],
    [
      'a point on its neighbour',
      { command: 'movePoints', args: { item: 'arch', moves: [{ point: 'p1', to: [30, 20, 0] }] } },
      'Points 1 and 2 lie in one place',
    ],
    ['a taken id', drawArch, "The id 'arch' is taken"],
    [
      'a layer that is not there',
      {
        command: 'drawItems',
        args: { layer: 'attic', plane: 'front', shape: 'point', items: [{ id: 'b', at: [0, 0, 0] }] },
      },
      "There is no layer 'attic'",
    ],
    [
      'a place beyond the end',
      { command: 'insertFitPoint', args: { item: 'arch', u: 9, id: 'p9' } },
      'The parameter 9 lies outside the curve',
    ],
    [
      'a weight of 0',
      { command: 'setWeights', args: { item: 'arch', weights: [{ point: 'c2', weight: 0 }] } },
      'weight 1, weight: 0 is less than 1e-9',
    ],
    [
      'a degree above what the points allow',
      { command: 'fitDegree', args: { item: 'arch', degree: 8 } },
      '3 points allow degree 5 at most, not 8',
    ],
    [
      'an offset farther than can be computed',
      { command: 'offsetCurve', args: { ...on, by: [1e7], corners: 'round', id: 'o' } },
      'at most 1000000 mm are offset, not 10000000',
    ],
    [
      'a knot past its neighbour',
      { command: 'moveKnot', args: { item: 'arch', u: 0.5, to: 2 } },
      'A knot stays between its neighbours',
    ],
    [
      'a range that does not grow',
      { command: 'setRange', args: { item: 'arch', first: 1, last: 1 } },
      'The range must grow: 1 is not above 1',
    ],
    [
      'too few points in line',
      { command: 'straighten', args: { item: 'arch', points: ['c1', 'c2'] } },
      'takes 4 control points in a row',
    ],
    [
      'an empty name',
      { command: 'renameItem', args: { item: 'arch', name: ' ' } },
      'name: must have a character that can be seen',
    ],
    [
      'a stray argument',
      { command: 'deleteItem', args: { item: 'arch', quietly: true } },
      "there is no member 'quietly'",
    ],
  ])('refuse %s and leave the project as it was', (_name, call, message) => {
    const project = archProject();
    const before = JSON.stringify(project);
    expect(refused(project, call)).toContain(message);
    expect(JSON.stringify(project)).toBe(before);
  });

  it('keep the last points of a curve', () => {
    const two = performed(archProject(), { command: 'removeFitPoint', args: { item: 'arch', point: 'p2' } }).project;
    expect(refused(two, { command: 'removeFitPoint', args: { item: 'arch', point: 'p1' } })).toContain(
      'delete the curve instead',
    );
  });

  it('refuse a curve that rounding would decide, but not work on one that stands in the drawing already', () => {
    const clusters = [[0, 0], [1e-3, 1e-3], [2e-3, 0], [100, 50], [100.001, 50], [30, 80], [30, 80.001], [30.001, 80.002], [7, 7], [7.001, 7]]; // prettier-ignore
    const points = clusters.map(([x, y], i) => ({ id: `q${i}`, at: [x, y, 0] as [number, number, number] }));
    const held = points.map((point, i) => (i === 4 ? { ...point, tangent: { direction: [0, 1, 0] as [number, number, number] } } : point)); // prettier-ignore
    const project = archProject();
    const arch = project.items['arch'];
    if (arch.kind !== 'curve' || arch.recipe.kind !== 'fit') throw new Error('no curve through points');
    const withArch = (recipe: Partial<typeof arch.recipe>): Project => ({
      ...project,
      items: { ...project.items, arch: { ...arch, recipe: { ...arch.recipe, ...recipe } as typeof arch.recipe } },
    });
    const cubic = withArch({ points: held, degree: 3 });
    expect(checkProject(cubic)).toEqual([]);
    expect(refused(cubic, { command: 'fitDegree', args: { ...on, degree: 9 } })).toContain(
      'too unevenly for its degree',
    );
    // As an older drawing may hold it: it opens, and can be worked on and cured.
    const old = withArch({ points: held, degree: 9 });
    expect(checkProject(old)).toEqual([]);
    performed(old, { command: 'renameItem', args: { ...on, name: 'Bow' } });
    performed(old, { command: 'movePoints', args: { ...on, moves: [{ point: 'q9', to: [7.002, 7, 0] }] } });
    performed(old, { command: 'fitDegree', args: { ...on, degree: 3 } });
  });

  it('write no minus zero, which JSON would not bring back', () => {
    const { project } = performed(archProject(), {
      command: 'movePoints',
      args: { item: 'arch', moves: [{ point: 'p1', to: [-0, -1, -0] }] },
    });
    const item = project.items['arch'];
    if (item.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Error('no curve');
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
    expect(stacksOf(undone).redo.map(({ title }) => titleOf(title))).toEqual(['Move point 2 of Curve 1']);
    const next = performed(outcome.value.project, { command: 'renameProject', args: { name: 'New' } });
    const stacks = stacksOf([...undone, ...next.log]);
    expect(stacks.redo).toEqual([]);
    expect(stacks.undo.map(({ title }) => titleOf(title))).toEqual([
      'Draw Curve 1',
      'Draw Point 1',
      'Rename the project to New',
    ]);
  });
});
