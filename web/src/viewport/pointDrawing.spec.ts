import { distance, rotation, translation } from '@pencil-bend/core';
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

const indexOf = ({ geometry }: Cloud) => [...(geometry.getIndex()?.array ?? [])];

describe('a drawing of measured sets', () => {
  it('has each point where it lies, to single precision beside the others', () => {
    const drawing = new PointDrawing();
    const map = rotation([0, 0, 1], 0.4, [3e6, 0, 0]);
    drawing.write([shown({ map })], 1e-3);
    const [cloud] = cloudsOf(drawing);
    expect(indexOf(cloud)).toEqual([...Array(1000).keys()]);
    for (const i of [0, 1, 200, 999]) {
      const places = cloud.geometry.getAttribute('position');
      const at = new Vector3().fromBufferAttribute(places, i).applyMatrix4(cloud.matrix);
      const expected = placed(map, pointAt(POINTS, i));
      at.toArray().forEach((value, c) => expect(Math.abs(value - expected[c])).toBeLessThan(1e-4));
    }
  });

  it('is thinned as the set says, and at a small scale of points that lie on each other has one', () => {
    const drawing = new PointDrawing();
    drawing.write([shown({ thinning: 7 })], 1e-3);
    expect(indexOf(cloudsOf(drawing)[0])).toEqual(Array.from({ length: 143 }, (_, i) => 7 * i));
    const mmPerPixel = 4;
    drawing.write([shown()], mmPerPixel);
    const drawn = indexOf(cloudsOf(drawing)[0]);
    // A box of 100 by 100 by 10 mm, in cells of 8 mm.
    expect(drawn.length).toBeGreaterThan(150);
    expect(drawn.length).toBeLessThanOrEqual(14 * 14 * 3);
    // Whatever is left out lies within a cell of one that is drawn.
    for (let i = 0; i < 1000; i++) {
      const apart = Math.min(...drawn.map((j) => distance(pointAt(POINTS, i), pointAt(POINTS, j))));
      expect(apart).toBeLessThanOrEqual(2 * mmPerPixel * Math.sqrt(3));
    }
  });

  it('keeps its one buffer while it is moved, coloured, thinned or zoomed, and for a copy', () => {
    const drawing = new PointDrawing();
    drawing.write([shown()], 1);
    const [first] = cloudsOf(drawing);
    const buffer = first.geometry.getAttribute('position');
    drawing.write([shown({ map: translation([5, 0, 0]) }, { colour: '#c8431f', size: 4 })], 0.01);
    const [moved] = cloudsOf(drawing);
    expect(moved).toBe(first);
    expect([moved.material.color.getHexString(), moved.material.size]).toEqual(['c8431f', 4]);
    drawing.write([shown({ thinning: 2 }), shown({}, { id: 'copy' })], 1);
    for (const { geometry } of cloudsOf(drawing)) expect(geometry.getAttribute('position')).toBe(buffer);
    drawing.write([], 1);
    expect(cloudsOf(drawing)).toHaveLength(0);
    drawing.dispose();
  });
});
