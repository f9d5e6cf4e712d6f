import type { LocatedHandle } from '../contract';
import { fitRecipe } from '@pencil-bend/document';
import { ARCH, handleAt, key, play, pointer, selected, toolContext, preview, idle } from '../toolFixture';
import { takeUp } from '../hand';

const P2 = handleAt({ kind: 'fit', id: 'p2' }, 10, 5).located;
const context = toolContext(selected(P2.handle));
const nudge = (x: number, y: number, located: LocatedHandle | null = P2) =>
  ({ type: 'nudge', by: [x, y, 0], located }) as const;
const SETTLE = { type: 'settle' } as const;
const moved = (...to: number[]) => [{ command: 'movePoints', args: { item: 'c', moves: [{ point: 'p2', to }] } }];

describe('nudging by keys', () => {
  it('moves the selected point step by step and leaves one step of the log when the keys are let go', () => {
    const { calls } = play(idle, context, nudge(0.1, 0), nudge(0.2, 0), nudge(0, -5), SETTLE, SETTLE);
    expect(calls).toEqual(moved(10.3, 0, 0));
  });

  it('keeps the last bit of a coordinate that is not stepped', () => {
    const points = ARCH.points.map((point, i) => (i === 1 ? { ...point, at: [1 / 3, 2, 0] as const } : point));
    const odd = toolContext(selected(P2.handle), fitRecipe(points, false));
    const { calls } = play(idle, odd, nudge(0, 1, { ...P2, at: [1 / 3, 2, 0] }), SETTLE);
    expect(calls).toEqual(moved(1 / 3, 3, 0));
  });

  it('goes the way that is set, and moves handles of every kind', () => {
    const along = play(idle, context, { type: 'drag-settings', along: 'y' }, nudge(5, 1), SETTLE);
    expect(along.calls).toEqual(moved(10, 6, 0));
    const tangent = handleAt({ kind: 'tangent', id: 'p1', side: 1 }, 3, 3).located;
    const turned = play(idle, toolContext(selected(tangent.handle)), nudge(0, 1, tangent), SETTLE);
    expect(turned.calls).toMatchObject([{ command: 'setTangent' }]);
    const weight = handleAt({ kind: 'weight', id: 'c2' }, 3, 3, [0, 2, 0]).located;
    expect(play(idle, toolContext(selected(weight.handle)), nudge(0, 2, weight), SETTLE).calls).toMatchObject([
      { command: 'setWeights', args: { weights: [{ point: 'c2', weight: 2 }] } },
    ]);
  });

  it('shows the curve as it would be', () => {
    const { state } = play(idle, context, nudge(5, 0));
    expect(preview(state, context)).toMatchObject({ call: moved(15, 5, 0)[0], dragged: { to: [15, 5, 0] } });
  });

  it('Escape puts the point back; without a selected point nothing moves', () => {
    expect(play(idle, context, nudge(5, 0), key('Escape'), SETTLE).calls).toEqual([]);
    expect(play(idle, toolContext(), nudge(5, 0, null), SETTLE).calls).toEqual([]);
  });

  it('is not disturbed by a pointer that passes, and a press or another tool leaves the point where it is', () => {
    const passing = play(idle, context, nudge(5, 0), pointer('move', 90, 90), pointer('release', 90, 90), SETTLE);
    expect(passing.calls).toEqual(moved(15, 5, 0));
    expect(play(idle, context, nudge(5, 0), pointer('press', 90, 90)).calls).toEqual(moved(15, 5, 0));
    const { state } = play(idle, context, nudge(5, 0));
    expect(takeUp(state, 'through', context)).toMatchObject({
      state: { tool: 'through' },
      call: { command: 'movePoints' },
    });
  });
});
