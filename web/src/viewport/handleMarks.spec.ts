import { FRONT, homogeneous, makeCurve, uniformKnots } from '@pencil-bend/core';
import {
  controlRecipe,
  emptyProject,
  fitRecipe,
  GRAPHITE,
  type Recipe,
  hasHandle,
  type Selection,
  selectionOf,
  handlesOn,
} from '@pencil-bend/document';
import { shownItem } from '../view/shownItem';
import { handlesOf, inKeyOrder } from './handleMarks';

const shared = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const camera = (scale: number) => ({ plane: FRONT, x: 50, y: 0, scale, width: 800, height: 600 });
const drawn = (recipe: Recipe) => shownItem('c', { ...shared, kind: 'curve', name: 'C', recipe }, emptyProject('Test'));
const NONE: Selection = selectionOf(['c']);
const of = (recipe: Recipe, selection = NONE, scale = 0.2, added: readonly string[] = []) => {
  const handles = handlesOf({ shown: drawn(recipe), viewport: camera(scale), selection, added: new Set(added) });
  if (!handles) throw new Error('no curve');
  return handles;
};

const ARCH = fitRecipe(
  [[0, 0, 0], [30, 20, 0], [70, 25, 0], [100, 0, 0]].map((at, i) => ({ id: `p${i + 1}`, at: at as never })), // prettier-ignore
  false,
);
const wave = (count: number) =>
  controlRecipe(
    makeCurve(3, uniformKnots(3, count), homogeneous(Array.from({ length: count }, (_, i) => [(100 * i) / (count - 1), 10 * Math.sin(i / 3), 0]).flat())), // prettier-ignore
    (i) => `c${i + 1}`,
  );

describe('the handles of a curve', () => {
  it('are all there at once: points of both kinds, knots, tangents of the ends, legs', () => {
    const handles = of(ARCH);
    expect(handles.fit).toHaveLength(4);
    expect(handles.control).toHaveLength(6);
    expect(handles.knots.map(({ at }) => at.map((x) => Math.round(x)))).toEqual([[30, 20, 0], [70, 25, 0]]); // prettier-ignore
    expect(handles.tangents.map(({ label }) => label)).toEqual(['Tangent at point 1', 'Tangent at point 4']);
    expect(handles.legs).toHaveLength(5);
    // Where fit points stand there is nothing else to bend the curve with.
    expect(handles.on).toEqual([]);
    expect(inKeyOrder(handles, false).every(({ handle }) => hasHandle({ recipe: ARCH }, handle))).toBe(true);
  });

  it('of a selected fit point are its tangent to both sides, and a weight of a selected control point', () => {
    const point = of(ARCH, handlesOn('c', [{ kind: 'fit', id: 'p2' }]));
    expect(point.tangents.filter(({ label }) => label.endsWith('2')).map(({ handle }) => 'side' in handle && handle.side)).toEqual([1, -1]); // prettier-ignore
    expect(of(ARCH, handlesOn('c', [{ kind: 'control', id: 'c2' }])).weights).toHaveLength(1);
    expect(of(ARCH).weights).toHaveLength(0);
  });

  it('of an exact shape are what it is given by, with lines between them, and nothing of its control points', () => {
    const circle: Recipe = { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'circle', centre: [50, 0, 0], radius: 20 } }; // prettier-ignore
    const handles = of(circle);
    const all = inKeyOrder(handles, true);
    expect(all.map(({ label, at }) => [label, at])).toEqual([['Centre', [50, 0, 0]], ['Rim', [70, 0, 0]]]); // prettier-ignore
    expect(all.every(({ handle }) => hasHandle({ recipe: circle }, handle))).toBe(true);
    expect(handles.polygon).toMatch(/^M[\d. ]+L[\d. ]+$/);
    expect([handles.legs, handles.control, handles.knots]).toEqual([[], [], []]);
  });

  it('of a closed curve are its start, and knots without one at the seam', () => {
    const ring = of({ ...ARCH, closed: true });
    expect(inKeyOrder(ring, true).at(-1)?.handle).toEqual({ kind: 'seam' });
    expect(ring.polygon.endsWith('Z')).toBe(true);
    expect(ring.legs).toHaveLength(4);
    expect(ring.knots).toHaveLength(3);
  });

  it('are thinned where they would lie on each other, but for ends and what is selected or new', () => {
    const dense = wave(300);
    const near = of(dense, NONE, 0.01);
    expect(near.control).toHaveLength(300);
    const far = of(dense, NONE, 0.5);
    expect(far.control.length).toBeLessThan(110);
    expect(far.knots.length).toBeLessThan(110);
    const labels = far.control.map(({ label }) => label);
    expect([labels[0], labels.at(-1)]).toEqual(['Control point 1', 'Control point 300']);
    const kept = of(dense, handlesOn('c', [{ kind: 'control', id: 'c151' }]), 0.5, ['control:c77']);
    const marks = new Map(kept.control.map((mark) => [mark.label, mark]));
    expect(marks.get('Control point 151')?.selected).toBe(true);
    expect(marks.get('Control point 77')?.added).toBe(true);
    const apart = far.control.slice(1, -1).map((mark, i) => Math.hypot(mark.x - far.control[i].x, mark.y - far.control[i].y)); // prettier-ignore
    expect(Math.min(...apart)).toBeGreaterThanOrEqual(8);
  });

  it('are the same objects again where they have stayed; with another selection or another sight all are new', () => {
    const asked = { viewport: camera(0.01), selection: NONE, added: new Set<string>() };
    const flat = wave(300);
    if (flat.kind !== 'control') throw new Error('control points');
    const points = flat.points.map((point, i) => (i === 150 ? { ...point, at: [50, 30, 0] as const } : point));
    const last = { asked: { ...asked, shown: drawn(flat) }, handles: handlesOf({ ...asked, shown: drawn(flat) }) };
    const before = last.handles;
    const shown = drawn({ ...flat, points });
    const after = handlesOf({ ...asked, shown }, last);
    // As made without what was before.
    expect(after).toEqual(handlesOf({ ...asked, shown }));
    expect(after?.control.flatMap((mark, i) => (mark === before?.control[i] ? [] : i))).toEqual([150]);
    // Of degree 3, a control point moves the three knots within its reach.
    expect(after?.knots.flatMap((mark, i) => (mark === before?.knots[i] ? [] : i))).toEqual([147, 148, 149]);
    const anew = { ...asked, viewport: camera(0.011), shown };
    expect(handlesOf(anew, last)).toEqual(handlesOf(anew));
    // And where most are thinned out.
    const far = { ...asked, viewport: camera(0.5) };
    const dense = { ...far, shown: drawn(flat) };
    expect(handlesOf({ ...far, shown }, { asked: dense, handles: handlesOf(dense) })).toEqual(
      handlesOf({ ...far, shown }),
    );
    const selection = handlesOn('c', [{ kind: 'control', id: 'c3' }]);
    expect(handlesOf({ ...asked, selection, shown }, last)?.control[2].selected).toBe(true);
  });

  it('show kinks and straight stretches', () => {
    const kinked = { ...ARCH, points: ARCH.points.map((point, i) => (i === 1 ? { ...point, kink: true as const } : point)) }; // prettier-ignore
    expect(of(kinked).kinks).toHaveLength(1);
    expect(of(ARCH).straight).toBe('');
    const line = fitRecipe(ARCH.points.slice(0, 2), false);
    expect(of(line).straight).toMatch(/^M.*L/);
  });
});
