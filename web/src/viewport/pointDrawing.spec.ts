import { rotation, translation } from '@pencil-bend/core';
import { placed, type PointSet } from '@pencil-bend/document';
import { type BufferGeometry, type Points, type PointsMaterial, Vector3 } from 'three';
import { pointAt, shownSet, spread } from '../view/pointSets.fixture';
import { PointDrawing, type PointsShown } from './pointDrawing';

/** Far from the origin, where single precision alone would move points by tenths. */
const POINTS = spread(1000).map((value, i) => value + (i % 3 === 0 ? 3e6 : 0));

function shown(more: Partial<PointSet> = {}, look: Partial<PointsShown> = {}): PointsShown {
  const { pointSet } = shownSet(POINTS, more);
  if (!pointSet) throw new Error('it is none');
  return { id: 'scan', pointSet, points: POINTS, colour: '#2e7d6b', size: 2, ...look };
}
type Cloud = Points<BufferGeometry, PointsMaterial>;
const cloudsOf = (drawing: PointDrawing) => drawing.children as Cloud[];

beforeAll(() => Object.assign(globalThis, { window: { devicePixelRatio: 1 } }));

describe('a drawing of measured sets', () => {
  it('has each shown point where it lies, to single precision beside the others', () => {
    const drawing = new PointDrawing();
    const map = rotation([0, 0, 1], 0.4, [3e6, 0, 0]);
    drawing.write([shown({ map, thinning: 3 })]);
    const [cloud] = cloudsOf(drawing);
    const places = cloud.geometry.getAttribute('position');
    expect(places.count).toBe(334);
    for (const i of [0, 1, 200, 333]) {
      const at = new Vector3().fromBufferAttribute(places, i).applyMatrix4(cloud.matrix);
      const expected = placed(map, pointAt(POINTS, 3 * i));
      at.toArray().forEach((value, c) => expect(Math.abs(value - expected[c])).toBeLessThan(1e-4));
    }
  });

  it('keeps its buffer while it is moved or coloured, and for a copy, and writes another where it is thinned', () => {
    const drawing = new PointDrawing();
    drawing.write([shown()]);
    const [first] = cloudsOf(drawing);
    const before = first.geometry;
    drawing.write([shown({ map: translation([5, 0, 0]) }, { colour: '#c8431f', size: 4 })]);
    const [moved] = cloudsOf(drawing);
    expect(moved.geometry).toBe(before);
    expect([moved.material.color.getHexString(), moved.material.size]).toEqual(['c8431f', 4]);
    drawing.write([shown(), shown({}, { id: 'copy' })]);
    const arrays = cloudsOf(drawing).map(({ geometry }) => geometry.getAttribute('position').array);
    expect(arrays[0]).toBe(arrays[1]);
    drawing.write([shown({ thinning: 2 })]);
    expect(cloudsOf(drawing)).toHaveLength(1);
    expect(cloudsOf(drawing)[0].geometry).not.toBe(before);
    drawing.write([]);
    expect(cloudsOf(drawing)).toHaveLength(0);
    drawing.release();
  });
});
