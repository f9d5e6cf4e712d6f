import { FRONT, lineBetween } from '@pencil-bend/core';
import {
  controlRecipe,
  emptyProject,
  NOTHING,
  type Project,
  type Selection,
  selectionOf,
  toggled,
  withGroup,
} from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { key, play, pointer, toolContext, preview, idle } from '../toolFixture';
import { frameOf, framePartAt } from './frame';

const line = (id: string, from: readonly [number, number], to: readonly [number, number]) => ({ id, recipe: controlRecipe(lineBetween([...from, 0], [...to, 0]), (i) => `c${i}`) }); // prettier-ignore
const done = (project: Project, call: Parameters<typeof perform>[1]): Project => {
  const outcome = perform(project, call, { id: 'step-000001', time: '' });
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
};
const items = [line('a', [0, 0], [20, 0]), line('b', [0, 10], [20, 10]), { id: 'dot', at: [50, 50, 0] as const }];
const drawn = done(emptyProject('Frame'), { command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape: 'line', items } }); // prettier-ignore
const grouped = done(drawn, { command: 'groupItems', args: { items: ['a', 'b'], id: 'g', name: 'Pair' } });

const BOTH: Selection = selectionOf(['a', 'b']);
const context = toolContext(BOTH, undefined, drawn);
const dragged = (from: readonly [number, number], to: readonly [number, number]) =>
  play(idle, context, pointer('press', ...from), pointer('move', ...to), pointer('release', ...to)).calls;

describe('the frame around several items', () => {
  it('is the box that holds them; one item alone has none', () => {
    expect(frameOf(drawn, BOTH, FRONT)).toEqual({ plane: FRONT, low: [0, 0, 0], high: [20, 10, 0] });
    expect(frameOf(drawn, selectionOf(['a']), FRONT)).toBeNull();
  });

  it('is taken by its corners, its knob and its edges, not inside', () => {
    const frame = { plane: FRONT, low: [0, 0, 0], high: [20, 10, 0] } as const;
    const part = (x: number, y: number) => framePartAt(frame, [x, y, 0], 1);
    expect([part(20.5, 10.5), part(10, 13), part(10, 0.3), part(10, 5), part(40, 5)]).toEqual([2, 'knob', 'all', null, null]); // prettier-ignore
  });

  it('moves, turns and scales what is selected, as one step', () => {
    expect(dragged([10, 0], [13, 4])).toMatchObject([{ command: 'transformItems', args: { items: ['a', 'b'], how: 'move', map: { origin: [3, 4, 0] } } }]); // prettier-ignore
    expect(dragged([20, 10], [40, 20])).toMatchObject([{ args: { how: 'scale', map: { x: [2, 0, 0], y: [0, 2, 0] } } }]); // prettier-ignore
    const [turn] = dragged([10, 13], [2, 5]);
    expect(turn).toMatchObject({ args: { how: 'rotate', map: { x: [expect.closeTo(0, 12), 1, 0] } } });
  });

  it('shows what a drag would do, does nothing for a click, and Escape leaves it', () => {
    const { state } = play(idle, context, pointer('press', 10, 0), pointer('move', 10, 7));
    expect(preview(state, context)).toMatchObject({
      call: { command: 'transformItems', args: { items: ['a', 'b'] } },
      // The frame goes along.
      frame: { low: [0, 7, 0], high: [20, 17, 0] },
    });
    expect(dragged([10, 0], [10.1, 0])).toEqual([]);
    expect(play(state, context, key('Escape'), pointer('release', 10, 7)).calls).toEqual([]);
  });

  it('is left out where a factor would be nothing or negative', () => {
    expect(dragged([20, 10], [0, 0])).toEqual([]);
  });
});

describe('several items', () => {
  it('are selected by a box when none is in hand, with Shift-clicks, and by their group', () => {
    const nothing = toolContext(NOTHING, undefined, drawn);
    const box = play(idle, nothing, pointer('press', -5, -5), pointer('move', 30, 20), pointer('release', 30, 20));
    expect(box.select).toEqual(BOTH);
    expect(toggled(drawn, BOTH, 'dot')).toEqual(selectionOf(['a', 'b', 'dot']));
    expect(toggled(drawn, BOTH, 'a')).toEqual(selectionOf(['b']));
    expect(withGroup(grouped, 'b')).toEqual(selectionOf(['b', 'a']));
  });

  it('are deleted together', () => {
    expect(play(idle, context, key('Delete')).calls).toEqual([{ command: 'deleteItems', args: { items: ['a', 'b'] } }]);
  });
});
