import { bezier, valueOf, WAVE } from '../curve/curves.fixture';
import { circle } from '../exact/arc';
import { polyline, rectangle } from '../exact/polyline';
import { FRONT } from '../plane/plane';
import { join } from '../edit/join';
import { curvatureChange } from './curvatureChange';
import { kinksOf } from './kinks';

describe('kinks', () => {
  it('are knots where the tangent turns, the seam of a closed curve among them', () => {
    expect(kinksOf(rectangle(FRONT, [0, 0, 0], 40, 30)).map(({ u }) => u)).toEqual([0, 40, 70, 110]);
    expect(kinksOf(WAVE)).toEqual([]);
    // Full multiplicity alone is none: a circle of four pieces is smooth.
    expect(kinksOf(circle(FRONT, [0, 0, 0], 25))).toEqual([]);
    const legs = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [10, 0, 0] }, { kind: 'line', to: [20, 10, 0] }])); // prettier-ignore
    expect(kinksOf(legs)).toEqual([{ u: expect.closeTo(10, 12), turn: expect.closeTo(Math.PI / 4, 12) }]);
    expect(kinksOf(legs, 1)).toEqual([]);
  });

  it('leave out turns below what a joint of level G1 allows', () => {
    for (const [degrees, count] of [
      [0.04, 0],
      [0.06, 1],
    ]) {
      // prettier-ignore
      const rise = 10 * Math.tan((degrees * Math.PI) / 180);
      const both = valueOf(join(bezier([0, 0], [10, 0]), bezier([10, 0], [20, rise]), 0));
      expect(kinksOf(both)).toHaveLength(count);
    }
  });
});

describe('the change of curvature', () => {
  it('between circles is the difference of their curvatures', () => {
    const { max, radii } = curvatureChange(circle(FRONT, [0, 0, 0], 25), circle(FRONT, [0, 0, 0], 20));
    expect(max).toBeCloseTo(1 / 20 - 1 / 25, 12);
    expect(radii).toEqual([expect.closeTo(25, 9), expect.closeTo(20, 9)]);
  });

  it('of a curve to itself is none, also where curvature jumps', () => {
    const slot = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [40, 0, 0] }, { kind: 'arc-on', to: [60, 20, 0] }])); // prettier-ignore
    expect(curvatureChange(slot, slot).max).toBeLessThan(1e-12);
    expect(curvatureChange(WAVE, WAVE).max).toBeLessThan(1e-9);
    expect(curvatureChange(bezier([0, 0], [9, 0]), bezier([0, 0], [9, 0])).radii).toEqual([Infinity, Infinity]);
  });
});
