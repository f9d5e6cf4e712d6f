import { archProject, drawing, performed, stamp } from '../fixture';
import { emptyProject, fitRecipe, type Project } from '../project/project';
import { plainItem } from '../project/mirrors';
import { resolveRecipe } from '../recipe/resolve';
import { attempt } from './attempt';
import { titleOf } from './titleOf';
import { perform } from './perform';
import type { CommandCall } from './registry';

const moved = (to: readonly [number, number, number]): CommandCall => ({
  command: 'movePoints',
  args: { item: 'arch', moves: [{ point: 'p2', to }] },
});
const attempted = (project: Project, order: CommandCall) => {
  const outcome = attempt(project, order);
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value;
};
const done = (project: Project, order: CommandCall) => {
  const outcome = perform(project, order, stamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value;
};
const curveOf = (project: Project, id: string) => {
  const item = plainItem(project, project.items[id]);
  const resolved = item.kind === 'curve' && resolveRecipe(item.recipe);
  return resolved && resolved.ok ? resolved.value.curve : null;
};

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
});
