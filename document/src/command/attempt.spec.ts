import { archProject, drawing, performed, stamp } from '../fixture';
import { type CurveItem, emptyProject, fitRecipe, type FitRecipe, type Project } from '../project/project';
import { plainItem } from '../project/plain';
import { resolveRecipe } from '../recipe/resolve';
import { attempt, preview } from './attempt';
import { titleOf } from './titleOf';
import { perform } from './perform';
import type { Command } from './command';
import { type CommandCall, commands } from './registry';

type MovePoints = Extract<CommandCall, { command: 'movePoints' }>['args'];

const moved = (to: readonly [number, number, number]): CommandCall => ({
  command: 'movePoints',
  args: { item: 'arch', moves: [{ point: 'p2', to }] },
});
const attempted = (project: Project, call: CommandCall) => {
  const outcome = attempt(project, call);
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value;
};
const done = (project: Project, call: CommandCall) => {
  const outcome = perform(project, call, stamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value;
};
const curveOf = (project: Project, id: string) => {
  const item = plainItem(project, project.items[id]);
  const resolved = item.kind === 'curve' && resolveRecipe(item.recipe);
  return resolved && resolved.ok ? resolved.value.curve : null;
};

describe('a command with a final solve', () => {
  const solved: number[] = [];
  const { change } = commands.movePoints as Command<MovePoints>;
  if (typeof change === 'function') throw new Error('movePoints tells what items become');
  // The stand-in goes to whole millimetres; the final solve counts how often it runs.
  const rounded = ({ item, moves }: MovePoints): MovePoints => ({
    item,
    moves: moves.map(({ point, to: [x, y, z] }) => ({ point, to: [Math.round(x), Math.round(y), Math.round(z)] })),
  });
  const slow: Partial<Command<MovePoints>> = {
    quick: { items: (project, args) => change.items(project, rounded(args)) },
    change: { items: (project, args) => (solved.push(solved.length), change.items(project, args)) },
  };
  beforeAll(() => void Object.assign(commands.movePoints, slow));
  afterAll(() => {
    Object.assign(commands.movePoints, { change });
    delete (commands.movePoints as { quick?: unknown }).quick;
  });
  const p2 = (project: Project) => (project.items['arch'] as CurveItem & { recipe: FitRecipe }).recipe.points[1].at;

  it('shows its stand-in while it is moved, and is solved once, for what is kept', () => {
    const project = archProject();
    for (const x of [30.2, 30.4, 31.4]) {
      const shown = preview(project, moved([x, 25, 0]));
      expect(shown.ok && p2(shown.value.project)).toEqual([Math.round(x), 25, 0]);
    }
    expect(solved).toEqual([]);
    expect(p2(done(project, moved([31.4, 25, 0])).project)).toEqual([31.4, 25, 0]);
    expect(solved).toHaveLength(1);
    // A price is that of what would be kept, so it is the same solve.
    const priced = attempted(archProject(), moved([3.3, 25, 0]));
    expect(p2(priced.project)).toEqual([3.3, 25, 0]);
  });

  it('without a stand-in is shown as it is kept', () => {
    const project = archProject();
    const reversed: CommandCall = { command: 'reverseCurve', args: { item: 'arch' } };
    const shown = preview(project, reversed);
    expect(shown.ok && shown.value.project).toBe(done(project, reversed).project);
  });
});

describe('a command done on the side', () => {
  it('leaves the project as it was, and says which items become what', () => {
    const project = archProject();
    const before = JSON.stringify(project);
    const { changed, items, title } = attempted(project, moved([31, 25, 0]));
    expect([changed, Object.keys(items), titleOf(title)]).toEqual([['arch'], ['arch'], 'Move point 2 of Curve 1']);
    expect(JSON.stringify(project)).toBe(before);
  });

  it('is taken as it is when the same command is then performed: the same curve, solved once', () => {
    const project = archProject();
    const previewed = attempted(project, moved([31, 25, 0]));
    const kept = done(project, moved([31, 25, 0]));
    expect(kept.project).toBe(previewed.project);
    expect(curveOf(kept.project, 'arch')).toBe(curveOf(previewed.project, 'arch'));
    // Another place is another command.
    expect(done(project, moved([31, 26, 0])).project).not.toBe(previewed.project);
  });

  it('names what follows: mirrors, and mirrors of mirrors', () => {
    const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
    const { project } = performed(
      archProject(),
      { command: 'mirrorItems', args: { items: ['arch'], id: 'm', about } },
      { command: 'mirrorItems', args: { items: ['m-1'], id: 'n', about: { at: [0, 0, 0], across: [0, 1, 0] } } },
    );
    const fromMirror: CommandCall = {
      command: 'movePoints',
      args: { item: 'm-1', moves: [{ point: 'p2', to: [-31, 25, 0] }] },
    };
    const { changed, items } = attempted(project, fromMirror);
    // The edit of a mirror is that of its original.
    expect([...changed].sort()).toEqual(['arch', 'm-1', 'n-1']);
    expect(Object.keys(items)).toEqual(['arch']);
  });

  it('says why it cannot be done, and what comes, goes and is cut', () => {
    const empty = emptyProject('Side');
    expect(attempt(empty, moved([0, 0, 0]))).toMatchObject({ ok: false });
    const line = fitRecipe([{ id: 'a', at: [0, 0, 0] }, { id: 'b', at: [9, 0, 0] }], false); // prettier-ignore
    const draw = drawing('line', { id: 'new', recipe: line });
    expect(attempted(empty, draw)).toMatchObject({ changed: ['new'], items: { new: { name: 'Line 1' } } });
    const { project } = done(empty, draw);
    expect(attempt(project, draw)).toMatchObject({ ok: false, failure: "The id 'new' is taken" });
    const split: CommandCall = { command: 'splitCurve', args: { item: 'new', u: 0.5, id: 'rest' } };
    expect([...attempted(project, split).changed].sort()).toEqual(['new', 'rest']);
    const gone = attempted(project, { command: 'deleteItem', args: { item: 'new' } });
    expect([gone.changed, gone.items]).toEqual([['new'], {}]);
  });

  it('of a drag costs what it changes: the whole project is put together only when it is asked for', () => {
    const moved = attempt(archProject(), {
      command: 'movePoints',
      args: { item: 'arch', moves: [{ point: 'p2', to: [31, 22, 0] }] },
    });
    if (!moved.ok) throw new Error(moved.failure);
    expect(Object.getOwnPropertyDescriptor(moved.value, 'project')?.get).toBeDefined();
    expect(moved.value.project.items['arch']).toBe(moved.value.items['arch']);
  });
});
