import fc from 'fast-check';
import { key, play, pointer, toolContext } from '../toolFixture';
import { prompt, preview, takeUp } from '../tools';
import { startDrawing } from './draw';

const clicks = (...places: readonly (readonly [number, number])[]) => places.map(([x, y]) => pointer('press', x, y));
const THREE = clicks([0, 0], [10, 5], [20, 0]);

describe('drawing through points', () => {
  it.each([
    ['Enter', key('Enter')],
    ['a double-click', pointer('double', 20, 0)],
    ['Escape', key('Escape')],
  ])('%s ends and keeps the points as an open curve, selected', (_name, end) => {
    const { state, orders, select } = play(startDrawing, toolContext(), ...THREE, end);
    expect(state.tool).toBe('bend');
    expect(orders).toHaveLength(1);
    expect(orders[0]).toMatchObject({ command: 'drawCurve', args: { closed: false, layer: 'sheet', plane: 'front' } });
    expect(orders[0].command === 'drawCurve' && orders[0].args.points.map(({ at }) => at)).toEqual([
      [0, 0, 0],
      [10, 5, 0],
      [20, 0, 0],
    ]);
    expect(select).toEqual({ item: orders[0].command === 'drawCurve' && orders[0].args.id, handles: [] });
  });

  it('a second click in the same place adds nothing', () => {
    const { state } = play(startDrawing, toolContext(), ...clicks([0, 0], [10, 5], [10.4, 5.2]));
    expect(state.tool === 'draw' && state.points).toHaveLength(2);
  });

  it('Backspace takes back the last point, and none beyond the first', () => {
    const back = key('Backspace');
    const { state, orders } = play(startDrawing, toolContext(), ...THREE, back, back, back, back);
    expect(state).toMatchObject({ tool: 'draw', points: [] });
    expect(orders).toEqual([]);
  });

  it('a click on the first point closes the curve, once there are three', () => {
    const closed = play(startDrawing, toolContext(), ...THREE, pointer('move', 0.5, 0.5), pointer('press', 0.5, 0.5));
    expect(closed.orders[0]).toMatchObject({ command: 'drawCurve', args: { closed: true } });
    const two = play(startDrawing, toolContext(), ...THREE.slice(0, 2), pointer('press', 0.5, 0.5));
    expect(two.orders).toEqual([]);
  });

  it('Escape keeps a lone point as a point, and with none goes back to bending', () => {
    const one = play(startDrawing, toolContext(), THREE[0], key('Escape'));
    expect(one.orders[0]).toMatchObject({ command: 'drawPoint', args: { at: [0, 0, 0] } });
    const none = play(startDrawing, toolContext(), key('Escape'));
    expect(none).toMatchObject({ orders: [], state: { tool: 'bend' } });
  });

  it('another tool keeps what was placed', () => {
    const { state } = play(startDrawing, toolContext(), ...THREE);
    expect(takeUp(state, 'insert', toolContext())).toMatchObject({
      state: { tool: 'insert' },
      order: { command: 'drawCurve' },
    });
  });

  it('previews the curve to the pointer, closed over the first point', () => {
    const open = play(startDrawing, toolContext(), ...THREE, pointer('move', 30, 9)).state;
    expect(preview(open, toolContext()).recipe).toMatchObject({ closed: false, points: { length: 4 } });
    const closing = play(startDrawing, toolContext(), ...THREE, pointer('move', 0.2, 0)).state;
    expect(preview(closing, toolContext()).recipe).toMatchObject({ closed: true, points: { length: 3 } });
    expect(preview(closing, toolContext()).placed).toHaveLength(3);
  });

  it('always says what the next click does', () => {
    const context = toolContext();
    const texts = [[], THREE.slice(0, 1), THREE.slice(0, 2), THREE, [...THREE, pointer('move', 0, 0)]].map(
      (inputs) => prompt(play(startDrawing, context, ...inputs).state, context).text,
    );
    expect(texts).toEqual([
      'Click to place the first point.',
      'Click to place the second point.',
      'Click to place the next point.',
      'Click to place the next point, or the first one to close.',
      'Click to close the curve, smooth over the seam.',
    ]);
  });

  it('never loses a placed point, whatever is pressed', () => {
    const input = fc.oneof(
      {
        weight: 5,
        arbitrary: fc
          .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }))
          .map(([x, y]) => pointer('press', x * 3, y * 3)),
      },
      {
        weight: 2,
        arbitrary: fc
          .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }))
          .map(([x, y]) => pointer('move', x * 3, y * 3)),
      },
      { weight: 1, arbitrary: fc.constantFrom(key('Delete'), key('Backspace'), pointer('release', 0, 0)) },
    );
    fc.assert(
      fc.property(fc.array(input, { maxLength: 40 }), fc.constantFrom(key('Enter'), key('Escape')), (inputs, end) => {
        const context = toolContext();
        const { state, orders } = play(startDrawing, context, ...inputs);
        const placed = state.tool === 'draw' ? state.points : [];
        const finished = play(state, context, end);
        const kept = [...orders, ...finished.orders].flatMap((order) =>
          order.command === 'drawCurve'
            ? order.args.points.map(({ at }) => at)
            : order.command === 'drawPoint'
              ? [order.args.at]
              : [],
        );
        for (const { at } of placed) expect(kept).toContainEqual(at);
      }),
    );
  });
});
