import { key, play, pointer, toolContext } from '../toolFixture';
import { preview, takeUp } from '../tools';
import { fitRecipe } from '@pencil-bend/document';
import { idle } from './bend';

const SELECTED = { item: 'c', point: 'p2' };
const context = toolContext(SELECTED);
const nudge = (x: number, y: number) => ({ type: 'nudge', by: [x, y, 0] }) as const;
const SETTLE = { type: 'settle' } as const;

describe('nudging by keys', () => {
  it('moves the selected point step by step and leaves one step of the log when the keys are let go', () => {
    const { orders } = play(idle, context, nudge(0.1, 0), nudge(0.2, 0), nudge(0, -5), SETTLE, SETTLE);
    expect(orders).toEqual([{ command: 'movePoint', args: { item: 'c', point: 'p2', to: [10.3, 0, 0] } }]);
  });

  it('keeps the last bit of a coordinate that is not stepped', () => {
    const odd = { ...context, place: [1 / 3, 2, 0] as const };
    const { orders } = play(idle, odd, nudge(0, 1), SETTLE);
    expect(orders).toMatchObject([{ args: { to: [1 / 3, 3, 0] } }]);
  });

  it('shows the curve as it would be', () => {
    const recipe = fitRecipe(
      [
        { id: 'p1', at: [0, 0, 0] },
        { id: 'p2', at: [10, 5, 0] },
      ],
      false,
    );
    const { state } = play(idle, context, nudge(5, 0));
    expect(preview(state, () => recipe).recipe).toMatchObject({ points: [{}, { at: [15, 5, 0] }] });
  });

  it('Escape puts the point back; without a selected point nothing moves', () => {
    expect(play(idle, context, nudge(5, 0), key('Escape'), SETTLE).orders).toEqual([]);
    const nothing = { ...toolContext(), place: null };
    expect(play(idle, nothing, nudge(5, 0), SETTLE).orders).toEqual([]);
  });

  it('is not disturbed by a pointer that passes, and a press or another tool leaves the point where it is', () => {
    const passing = play(idle, context, nudge(5, 0), pointer('move', 90, 90), pointer('release', 90, 90), SETTLE);
    expect(passing.orders).toMatchObject([{ args: { to: [15, 5, 0] } }]);
    const pressed = play(idle, context, nudge(5, 0), pointer('press', 90, 90));
    expect(pressed.orders).toMatchObject([{ args: { to: [15, 5, 0] } }]);
    expect(pressed.select).toEqual({ item: null, point: null });
    const { state } = play(idle, context, nudge(5, 0));
    expect(takeUp(state, 'draw', context)).toMatchObject({ state: { tool: 'draw' }, order: { command: 'movePoint' } });
  });
});
