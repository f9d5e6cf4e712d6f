import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { arcFrom, biarc, centreOf, type Flat } from './biarc';

const angle = real(-3, 3);
const unit = (a: number): Flat => [Math.cos(a), Math.sin(a)];

describe('a biarc', () => {
  it('leaves and arrives along its tangents, its arcs meeting in one tangent', () => {
    fc.assert(
      fc.property(angle, angle, (a, b) => {
        const arcs = biarc([0, 0], unit(a), [10, 0], unit(b));
        fc.pre(arcs !== null);
        const [first, second] = arcs;
        expect(first.from).toEqual([0, 0]);
        expect(second.to).toEqual([10, 0]);
        const near = ([x, y]: Flat, [s, t]: Flat) => expect(Math.hypot(x - s, y - t)).toBeLessThan(1e-9);
        near(first.tangents[0], unit(a));
        near(second.tangents[1], unit(b));
        near(first.to, second.from);
        near(first.tangents[1], second.tangents[0]);
        for (const arc of arcs) {
          if (Math.abs(arc.kappa) < 1e-6) continue;
          const [x, y] = centreOf(arc);
          for (const [s, t] of [arc.from, arc.to])
            expect(Math.hypot(s - x, t - y) * Math.abs(arc.kappa)).toBeCloseTo(1, 6);
        }
      }),
    );
  });

  it('between two places of a circle is that circle; between points in line a line', () => {
    const arcs = biarc([5, 0], [0, 1], [0, 5], [-1, 0]);
    for (const arc of arcs ?? []) expect(arc.kappa).toBeCloseTo(0.2, 12);
    expect((arcs?.[0].turn ?? 0) + (arcs?.[1].turn ?? 0)).toBeCloseTo(Math.PI / 2, 12);
    for (const arc of biarc([0, 0], [1, 0], [9, 0], [1, 0]) ?? []) expect(arc.kappa).toBe(0);
  });

  it('does not exist back against both tangents, nor from a place to itself', () => {
    expect(biarc([0, 0], [-1, 0], [10, 0], [-1, 0])).toBeNull();
    expect(biarc([1, 1], [1, 0], [1, 1], [0, 1])).toBeNull();
    expect(arcFrom([1, 1], [1, 0], [1, 1])).toBeNull();
  });
});
