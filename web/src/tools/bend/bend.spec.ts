import { fitRecipe } from '@pencil-bend/document';
import { preview, prompt } from '../tools';
import { key, play, pointer, toolContext } from '../toolFixture';
import type { Hit } from '../tool';
import { idle } from './bend';

const POINT: Hit = { kind: 'point', item: 'c', point: 'p2', at: [10, 5, 0] };
const CURVE: Hit = { kind: 'curve', item: 'c', at: [4, 2, 0], insert: 1 };
const SELECTED = { item: 'c', point: 'p2' };

describe('bending', () => {
  it('a click selects a curve, a point, or nothing', () => {
    expect(play(idle, toolContext(), pointer('press', 4, 2, CURVE)).select).toEqual({ item: 'c', point: null });
    expect(play(idle, toolContext(), pointer('press', 10, 5, POINT)).select).toEqual(SELECTED);
    expect(play(idle, toolContext(SELECTED), pointer('press', 90, 90)).select).toEqual({ item: null, point: null });
  });

  it('a drag becomes one order on release, and keeps the distance to the pointer', () => {
    const { orders, state } = play(
      idle,
      toolContext(),
      pointer('press', 10.5, 5.25, POINT),
      pointer('move', 12, 8),
      pointer('move', 20.5, 15.25),
      pointer('release', 20.5, 15.25),
    );
    expect(orders).toEqual([{ command: 'movePoint', args: { item: 'c', point: 'p2', to: [20, 15, 0] } }]);
    expect(state).toMatchObject({ drag: null });
  });

  it('a click that trembles does not nudge', () => {
    const tremble = [pointer('press', 10, 5, POINT), pointer('move', 10.2, 5.1), pointer('release', 10.2, 5.1)];
    expect(play(idle, toolContext(), ...tremble).orders).toEqual([]);
  });

  it('shows the curve with the point where it is dragged, and Escape puts it back', () => {
    const recipe = fitRecipe(
      [
        { id: 'p1', at: [0, 0, 0] },
        { id: 'p2', at: [10, 5, 0] },
      ],
      false,
    );
    const dragged = play(idle, toolContext(), pointer('press', 10, 5, POINT), pointer('move', 30, 5));
    const shown = preview(dragged.state, () => recipe);
    expect(shown).toMatchObject({ item: 'c', recipe: { points: [{ at: [0, 0, 0] }, { at: [30, 5, 0] }] } });
    const back = play(dragged.state, toolContext(SELECTED), key('Escape'), pointer('release', 30, 5));
    expect(back.orders).toEqual([]);
    expect(preview(back.state, () => recipe).recipe).toBeNull();
  });

  it('Delete takes out the selected fit point, else the curve; a control point stays', () => {
    const press = (selection: typeof SELECTED | { item: string; point: null }, removable: boolean) =>
      play(idle, toolContext(selection, removable), key('Delete')).orders;
    expect(press(SELECTED, true)).toEqual([{ command: 'removeFitPoint', args: SELECTED }]);
    expect(press({ item: 'c', point: null }, true)).toEqual([{ command: 'deleteItem', args: { item: 'c' } }]);
    expect(press(SELECTED, false)).toEqual([]);
    expect(play(idle, toolContext(), key('Delete')).orders).toEqual([]);
  });

  it('Escape lets go of the point, then of the curve', () => {
    expect(play(idle, toolContext(SELECTED), key('Escape')).select).toEqual({ item: 'c', point: null });
    expect(play(idle, toolContext({ item: 'c', point: null }), key('Escape')).select).toEqual({
      item: null,
      point: null,
    });
  });

  it('a double-click adds a point to the selected curve only', () => {
    const double = pointer('double', 4, 2, CURVE);
    expect(play(idle, toolContext({ item: 'c', point: null }), double)).toMatchObject({
      orders: [{ command: 'insertFitPoint', args: { item: 'c', index: 1, point: { id: 'id1', at: [4, 2, 0] } } }],
      select: { item: 'c', point: 'id1' },
    });
    expect(play(idle, toolContext(), double).orders).toEqual([]);
  });

  it('always has a prompt', () => {
    const states = [idle, play(idle, toolContext(), pointer('move', 4, 2, CURVE)).state];
    for (const state of states) {
      for (const selection of [SELECTED, { item: 'c', point: null }, { item: null, point: null }]) {
        expect(prompt(state, toolContext(selection)).text).toMatch(/\.$/);
      }
    }
  });
});
