import type { PlacingState } from './place';
import fc from 'fast-check';
import { asFree, selectionOf } from '@pencil-bend/document';
import { key, play, pointer, toolContext, preview, prompt, started } from '../toolFixture';
import { takeUp } from '../hand';
import type { ToolState } from '../contract';

const start = started('through');
const clicks = (...places: readonly (readonly [number, number])[]) => places.map(([x, y]) => pointer('press', x, y));
const THREE = clicks([0, 0], [10, 5], [20, 0]);

/** Places of what the first command draws: fit points, or points of their own. */
const placesOf = (calls: ReturnType<typeof play>['calls']) =>
  calls.flatMap((call) =>
    call.command === 'drawItems'
      ? call.args.items.flatMap((item) => ('recipe' in item ? asFree(item.recipe).points.map(({ at }) => at) : 'at' in item ? [item.at] : [])) // prettier-ignore
      : [],
  );
const placed = (state: ToolState) => (state as Partial<PlacingState>).places ?? [];
const isClosed = (calls: ReturnType<typeof play>['calls']) => {
  const [call] = calls;
  const item = call?.command === 'drawItems' ? call.args.items[0] : null;
  return item && 'recipe' in item && item.recipe.kind === 'fit' && item.recipe.closed;
};

describe('giving places', () => {
  it.each([
    ['Enter', key('Enter')],
    ['a double-click', pointer('double', 20, 0)],
    ['Escape', key('Escape')],
  ])('%s ends and keeps the points as an open curve, selected', (_name, end) => {
    const { state, calls, select } = play(start, toolContext(), ...THREE, end);
    expect(state.tool).toBe('select');
    expect(calls).toHaveLength(1);
    expect(calls[0]).toMatchObject({ command: 'drawItems', args: { shape: 'curve', layer: 'sheet', plane: 'front' } });
    expect(isClosed(calls)).toBe(false);
    expect(placesOf(calls)).toEqual([[0, 0, 0], [10, 5, 0], [20, 0, 0]]); // prettier-ignore
    expect(select).toEqual(selectionOf([(calls[0].command === 'drawItems' && calls[0].args.items[0].id) || '']));
  });

  it('a second click in the same place adds nothing', () => {
    expect(placed(play(start, toolContext(), ...clicks([0, 0], [10, 5], [10.4, 5.2])).state)).toHaveLength(2);
  });

  it('Backspace takes back the last place, and none beyond the first; taken back ones can be put again', () => {
    const back = key('Backspace');
    const { state, calls } = play(start, toolContext(), ...THREE, back, back, back, back);
    expect(placed(state)).toEqual([]);
    expect(calls).toEqual([]);
    const again = play(state, toolContext(), { type: 'again' }, { type: 'again' });
    expect(placed(again.state).map(({ at }) => at)).toEqual([[0, 0, 0], [10, 5, 0]]); // prettier-ignore
    expect(placed(play(again.state, toolContext(), ...clicks([7, 7]), { type: 'again' }).state)).toHaveLength(3);
  });

  it('a click on the first place closes the curve, once there are three', () => {
    const closed = play(start, toolContext(), ...THREE, pointer('move', 0.5, 0.5), pointer('press', 0.5, 0.5));
    expect(isClosed(closed.calls)).toBe(true);
    expect(play(start, toolContext(), ...THREE.slice(0, 2), pointer('press', 0.5, 0.5)).calls).toEqual([]);
  });

  it('Escape keeps a lone place as a point, and with none goes back to bending', () => {
    const one = play(start, toolContext(), THREE[0], key('Escape'));
    expect(one.calls[0]).toMatchObject({ args: { shape: 'point', items: [{ at: [0, 0, 0] }] } });
    expect(play(start, toolContext(), key('Escape'))).toMatchObject({ calls: [], state: { tool: 'select' } });
  });

  it('places of a shape that is not complete stay as points; picks to cut or carry by do not', () => {
    const arc = play(started('arc'), toolContext(), ...clicks([0, 0], [9, 9]), key('Escape'));
    expect(placesOf(arc.calls)).toEqual([[0, 0, 0], [9, 9, 0]]); // prettier-ignore
    const on = { kind: 'curve', item: 'c', at: [0, 0, 0], u: 0.5 } as const;
    expect(play(started('join'), toolContext(), pointer('press', 0, 0, on), key('Escape')).calls).toEqual([]);
  });

  it('another tool keeps what was placed', () => {
    const { state } = play(start, toolContext(), ...THREE);
    expect(takeUp(state, 'insert', toolContext())).toMatchObject({ state: { tool: 'insert' }, call: { command: 'drawItems' } }); // prettier-ignore
  });

  const shown = (state: ToolState) => {
    const { call } = preview(state, toolContext());
    return call?.command === 'drawItems' ? call.args.items : [];
  };

  it('previews the curve to the pointer, closed over the first place', () => {
    const open = play(start, toolContext(), ...THREE, pointer('move', 30, 9)).state;
    expect(shown(open)).toMatchObject([{ recipe: { closed: false, points: { length: 4 } } }]);
    const closing = play(start, toolContext(), ...THREE, pointer('move', 0.2, 0)).state;
    expect(shown(closing)).toMatchObject([{ recipe: { closed: true, points: { length: 3 } } }]);
    expect(preview(closing, toolContext()).placed).toHaveLength(3);
  });

  it('always says what the next click does, and what would come of it', () => {
    const context = toolContext();
    const texts = [[], THREE.slice(0, 1), THREE.slice(0, 2), THREE, [...THREE, pointer('move', 0, 0)]].map(
      (inputs) => prompt(play(start, context, ...inputs).state, context).text,
    );
    expect(texts).toEqual([
      'Click to place the first point.',
      'Click to place the second point.',
      'Click to place the next point.',
      'Click to place the next point, or the first one to close.',
      'Click to close the curve, smooth over the seam.',
    ]);
    const low = play(started('pulled'), context, ...THREE.slice(0, 2), pointer('move', 30, 5)).state;
    expect(preview(low, context).note).toBe('Degree 2 for now: degree 3 needs 4 points.');
    const flat = play(started('arc'), context, ...clicks([0, 0], [10, 0]), pointer('move', 20, 0)).state;
    expect(preview(flat, context).note).toBe('The places lie in line: no arc goes through them');
  });

  it('what cannot be made is said, nothing is drawn, and the last place can be given anew', () => {
    const refused = play(started('arc'), toolContext(), ...clicks([0, 0], [10, 0], [20, 0]));
    expect(refused).toMatchObject({ calls: [], why: 'The places lie in line: no arc goes through them' });
    expect(placed(refused.state)).toHaveLength(2);
    expect(play(refused.state, toolContext(), ...clicks([10, 8])).calls).toHaveLength(1);
  });

  it('places through which there is no curve stay in hand, and are kept as points when the tool is left', () => {
    const twice = [...clicks([0, 0], [10, 5]), { type: 'typed', at: [10, 5, 0] } as const];
    const refused = play(start, toolContext(), ...twice, key('Enter'));
    expect(refused).toMatchObject({ calls: [], why: 'Points 2 and 3 lie in one place' });
    expect(placed(refused.state)).toHaveLength(3);
    expect(placesOf(play(refused.state, toolContext(), key('Escape')).calls)).toHaveLength(3);
  });

  it('a tool that cuts asks for a curve under the click', () => {
    expect(play(started('split'), toolContext(), ...clicks([3, 3]))).toMatchObject({ calls: [], why: 'There is no curve under that place' }); // prettier-ignore
  });

  it('places whose order counts can be put in another one, or left out', () => {
    const on = (x: number, y: number) => pointer('press', x, y, null, { caught: { kind: 'point', label: '', at: [x, y, 0], item: 'dot', ahead: null, from: [] } }); // prettier-ignore
    const chosen = [on(0, 0), on(9, 1), on(20, 0)];
    const thread = started('thread');
    const turned = play(thread, toolContext(), ...chosen, { type: 'order-of-places', order: [2, 0, 1] }, key('Enter'));
    expect(placesOf(turned.calls)).toEqual([[20, 0, 0], [0, 0, 0], [9, 1, 0]]); // prettier-ignore
    // A double-click on the last one ends with it.
    expect(placesOf(play(thread, toolContext(), ...chosen, on(20, 0), pointer('double', 20, 0)).calls)).toHaveLength(3); // prettier-ignore
    // A chosen one, clicked again, is left out; where there is no point nothing is chosen.
    expect(placed(play(thread, toolContext(), ...chosen, on(9, 1)).state)).toHaveLength(2);
    expect(play(thread, toolContext(), ...chosen, pointer('press', 5, 5)).why).toBe('There is no point at that place');
  });

  it('never loses a place, whatever is pressed', () => {
    const spot = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }));
    const input = fc.oneof(
      { weight: 5, arbitrary: spot.map(([x, y]) => pointer('press', x * 3, y * 3)) },
      { weight: 2, arbitrary: spot.map(([x, y]) => pointer('move', x * 3, y * 3)) },
      { weight: 1, arbitrary: fc.constantFrom(key('Delete'), key('Backspace'), pointer('release', 0, 0)) },
    );
    const ends = fc.constantFrom(key('Enter'), key('Escape'));
    fc.assert(
      fc.property(fc.constantFrom('through', 'pulled', 'polyline'), fc.array(input, { maxLength: 40 }), ends, (tool, inputs, end) => {
        const context = toolContext();
        const { state, calls } = play(started(tool as 'through'), context, ...inputs);
        const kept = placesOf([...calls, ...play(state, context, end).calls]).map((at) => at.map((x) => Math.round(x * 1e9) / 1e9)); // prettier-ignore
        for (const { at } of placed(state)) expect(kept).toContainEqual([...at]);
      }), // prettier-ignore
    );
  });
});
