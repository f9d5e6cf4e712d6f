import { closestPoint, packVectors, type Vector3 } from '@pencil-bend/core';
import { resolveRecipe } from '@pencil-bend/document';
import { randomly } from '@pencil-bend/document/fixture';
import { key, play, pointer, toolContext, preview, started } from '../toolFixture';
import type { ToolInput } from '../contract';
import { freehandJob } from '../../work/freehandJob';
import type { Sample } from '../contract';
import { freehand, type FreehandState, withoutTails } from './freehand';

/** A half circle of radius 40 by a shaky hand: within 0.3 mm of it. */
const stroke = ((): Vector3[] => {
  const { below } = randomly(7);
  return Array.from({ length: 120 }, (_, i) => {
    const angle = Math.PI * (1 - i / 119);
    const r = 40 + (below(600) - 300) / 1000;
    return [r * Math.cos(angle), r * Math.sin(angle), 0];
  });
})();
const [first, ...rest] = stroke;
const at = (type: 'press' | 'move' | 'release', [x, y]: Vector3) => pointer(type, x, y, null, { reach: 5 });
const STROKE: readonly ToolInput[] = [at('press', first), ...rest.map((place) => at('move', place)), at('release', stroke[119])]; // prettier-ignore

const settled = (...more: readonly ToolInput[]): FreehandState => {
  const { state } = play(started('freehand'), toolContext(), ...STROKE, ...more);
  if (state.tool !== 'freehand') throw new Error('ended');
  return state as FreehandState;
};
/** With what the worker answers, done here. */
function answered(state: FreehandState, now = state): FreehandState {
  const work = freehand.work?.(state);
  if (work?.job !== 'freehand') throw new Error('nothing is asked');
  return work.merge(now, freehandJob(work.args));
}
const fitted = (state: FreehandState) => answered(state).made;
const tightness = (value: number): ToolInput => ({ type: 'option', name: 'tightness', value });

describe('drawing freehand', () => {
  it('makes a light curve near the stroke when the pointer lifts', () => {
    const state = settled();
    const made = fitted(state);
    expect(state.options.tightness).toBe(1);
    expect(made?.within).toBe(true);
    expect(made?.points).toBeLessThan(12);
    const resolved = made && resolveRecipe(made.recipe);
    if (!resolved?.ok) throw new Error('no curve');
    for (const place of stroke) expect(closestPoint(resolved.value.curve, place).distance).toBeLessThanOrEqual(1);
    expect(preview(answered(state), toolContext()).call).toMatchObject({ command: 'drawItems' });
    expect(freehand.work?.(answered(state))).toBeNull();
    // An answer to another stroke is none to this one.
    const other = { ...state, stroke: [...state.stroke] };
    expect(preview(answered(state, other), toolContext()).call).toBeNull();
  });

  it('tighter means nearer and heavier, live', () => {
    const made = [4, 0.5, 0.25].map((value) => fitted(settled(tightness(value))));
    const deviations = made.map((each) => each?.deviation ?? 0);
    expect(deviations[0]).toBeGreaterThanOrEqual(deviations[1]);
    expect(deviations[1]).toBeGreaterThan(deviations[2]);
    expect(made[2]?.points ?? 0).toBeGreaterThan(made[0]?.points ?? 0);
    // Tighter than the hand shakes: as near as it gets, and that is said.
    const noisy = answered(settled(tightness(0.001)));
    expect(noisy.made?.within).toBe(false);
    expect(preview(noisy, toolContext()).note).toMatch(/too noisy/);
  });

  it.each([['Enter'], ['Escape']] as const)('%s keeps the curve as it is', (name) => {
    const { calls, state } = play(settled(tightness(2)), toolContext(), key(name));
    expect(calls).toMatchObject([{ command: 'drawItems', args: { shape: 'freehand' } }]);
    expect(state.tool).toBe('select');
  });

  it('a new stroke keeps the one before; Backspace takes one back, which can come again', () => {
    expect(play(settled(), toolContext(), ...STROKE).calls).toHaveLength(1);
    const back = play(settled(), toolContext(), key('Backspace'));
    expect(back).toMatchObject({ calls: [], state: { phase: 'ready', stroke: [] } });
    expect(play(back.state, toolContext(), { type: 'again' }).state).toMatchObject({ phase: 'settling' });
  });

  it('Escape while the pointer is down keeps the stroke so far; a click alone draws nothing', () => {
    expect(play(started('freehand'), toolContext(), ...STROKE.slice(0, 60), key('Escape')).calls).toHaveLength(1);
    const click = play(started('freehand'), toolContext(), at('press', first), at('release', first));
    expect(click).toMatchObject({ calls: [], state: { tool: 'freehand', phase: 'ready' } });
  });

  it('a pen that touches down and lifts leaves no hooks', () => {
    const pen = (place: Vector3, pressure: number): Sample => ({ at: place, pressure });
    const firm = stroke.map((place) => pen(place, 0.5));
    const hooked = [pen([-44, -6, 0], 0.05), pen([-43, -3, 0], 0.08), ...firm, pen([44, -5, 0], 0.04)];
    expect(withoutTails(hooked)).toEqual(firm);
    // Without pressures nothing is known of hooks.
    const plain = hooked.map(({ at: place }) => ({ at: place, pressure: null }));
    expect(withoutTails(plain)).toBe(plain);
    expect(packVectors(firm.map(({ at: place }) => place))).toHaveLength(360);
  });
});
