import type { BezierState } from './bezier';
import { domainOf, evaluate, kinksOf } from '@pencil-bend/core';
import { resolveRecipe } from '@pencil-bend/document';
import { key, play, pointer, toolContext, preview, prompt, started } from '../toolFixture';
import { takeUp } from '../hand';
import type { ToolInput } from '../contract';

/** Press at a place, drag to another, and let go. */
const pull = (x: number, y: number, toX: number, toY: number) => [pointer('press', x, y), pointer('move', toX, toY), pointer('release', toX, toY)]; // prettier-ignore
const click = (x: number, y: number) => pull(x, y, x, y);

const anchorsOf = (...inputs: readonly ToolInput[]) => {
  const { state } = play(started('bezier'), toolContext(), ...inputs);
  if (state.tool !== 'bezier') throw new Error('ended');
  return (state as BezierState).anchors;
};
const curveOf = (...inputs: readonly ToolInput[]) => {
  const [call] = play(started('bezier'), toolContext(), ...inputs).calls;
  const item = call?.command === 'drawItems' ? call.args.items[0] : null;
  const resolved = item && 'recipe' in item ? resolveRecipe(item.recipe) : null;
  if (!resolved?.ok) throw new Error('no curve');
  return resolved.value.curve;
};
const kind = (value: string): ToolInput => ({ type: 'option', name: 'kind', value });

describe('drawing a Bézier curve', () => {
  it('a click places an anchor, a drag from it pulls both its handles', () => {
    const [, second] = anchorsOf(...click(0, 0), ...pull(30, 0, 36, 8));
    // Smooth: in line, and as long as a third of the way to the anchor before.
    expect(second.out).toEqual([36, 8, 0]);
    expect(second.in).toEqual([30 - 6, -8, 0]);
  });

  it('handles are symmetric, or independent at a kink', () => {
    expect(anchorsOf(kind('symmetric'), ...click(0, 0), ...pull(30, 0, 33, 4))[1].in).toEqual([27, -4, 0]);
    expect(anchorsOf(kind('kink'), ...click(0, 0), ...pull(30, 0, 33, 4))[1].in).toBeNull();
    // The kind of the last anchor can be changed after.
    expect(anchorsOf(...click(0, 0), ...pull(30, 0, 33, 4), kind('symmetric'))[1].in).toEqual([27, -4, 0]);
  });

  it('any handle or anchor can be dragged before the curve ends', () => {
    const start = [...click(0, 0), ...pull(30, 0, 36, 8)];
    expect(anchorsOf(...start, ...pull(36, 8, 30, 20))[1].out).toEqual([30, 20, 0]);
    const [, carried] = anchorsOf(...start, ...pull(30, 0, 40, 5));
    expect([carried.at, carried.out]).toEqual([[40, 5, 0], [46, 13, 0]]); // prettier-ignore
  });

  it('ends as a curve of cubic pieces: smooth where its handles are in line, kinked where not', () => {
    const smooth = curveOf(...click(0, 0), ...pull(30, 0, 36, 8), ...click(60, 0), key('Enter'));
    expect([smooth.degree, smooth.points.length / 4]).toEqual([3, 7]);
    expect(kinksOf(smooth)).toEqual([]);
    expect(evaluate(smooth, 30)).toEqual([30, 0, 0]);
    expect(kinksOf(curveOf(kind('kink'), ...click(0, 0), ...pull(30, 0, 30, 9), ...click(60, 0), key('Enter')))).toHaveLength(1); // prettier-ignore
    // A cubic Bézier in the middle of its parameters: (p0 + 3 p1 + 3 p2 + p3) / 8 (de Casteljau).
    const [x, y] = evaluate(curveOf(kind('symmetric'), ...pull(0, 0, 0, 8), ...pull(8, 0, 8, -8), key('Enter')), 4);
    expect([x, y]).toEqual([4, 6]);
  });

  it('closes over its first anchor', () => {
    const closed = curveOf(...click(0, 0), ...click(30, 0), ...click(10, 20), pointer('move', 0, 0), pointer('press', 0, 0)); // prettier-ignore
    expect(closed.closing).toBe('clamped-closed');
    expect(evaluate(closed, domainOf(closed)[1]).slice(0, 2)).toEqual([0, 0]);
  });

  it('nothing placed is lost: Escape keeps it, Backspace takes one back, which can come again', () => {
    expect(play(started('bezier'), toolContext(), ...click(3, 4), key('Escape')).calls[0]).toMatchObject({ args: { shape: 'point', items: [{ at: [3, 4, 0] }] } }); // prettier-ignore
    expect(play(started('bezier'), toolContext(), key('Escape'))).toMatchObject({
      calls: [],
      state: { tool: 'select' },
    });
    const back = play(started('bezier'), toolContext(), ...click(0, 0), ...pull(9, 0, 9, 5), key('Backspace'));
    expect(back.state).toMatchObject({ anchors: { length: 1 } });
    expect(play(back.state, toolContext(), { type: 'again' }).state).toMatchObject({
      anchors: [{}, { out: [9, 5, 0] }],
    });
    expect(takeUp(back.state, 'select', toolContext()).call).toMatchObject({ command: 'drawItems' });
  });

  it('shows the curve to the pointer with every handle, and says what a press does', () => {
    const { state } = play(started('bezier'), toolContext(), ...pull(0, 0, 0, 5), pointer('move', 20, 0));
    const shown = preview(state, toolContext());
    expect(shown.call).toMatchObject({ args: { items: { length: 1 } } });
    expect(shown.stems).toHaveLength(2);
    expect(prompt(state, toolContext()).text).toContain('press and drag for the next anchor');
  });
});
