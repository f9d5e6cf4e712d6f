import fc from 'fast-check';
import { anyCurve, bezier, flat } from '../curve/curves.fixture';
import { domainOf } from '../curve/curve';
import { lineBetween } from '../exact/line';
import { curvatureAt } from './curvature';
import { curvatureExtrema } from './extrema';
import { checkFA, clothoid, shaped } from './fairShapes.fixture';
import { monotonePieces } from './monotonePieces';
import { circle } from './shapes.fixture';

const UP = [0, 0, 1] as const;

describe('monotone pieces', () => {
  it('of check FA are proven in 29 parts of its 17 spans', () => {
    const { pieces, rests, parts } = monotonePieces(checkFA(), UP);
    expect(parts).toBe(29);
    // One extremum lies inside a span, the others on knots.
    expect(rests.length).toBe(1);
    expect(pieces.length).toBe(curvatureExtrema(checkFA(), UP).length + 1);
    pieces.slice(1).forEach(({ kind }, i) => expect(kind).not.toBe(pieces[i].kind));
  });

  it('prove a spiral, a line and a circle to be one', () => {
    for (const degree of [3, 5]) {
      const { pieces, rests } = monotonePieces(shaped(clothoid, 9, degree), UP);
      expect([pieces.length, rests]).toEqual([1, []]);
      expect(pieces[0]).toEqual({ from: 0, to: 1, kind: 'rises' });
    }
    expect(monotonePieces(lineBetween([0, 0, 0], [7, 0, 0])).pieces).toEqual([{ from: 0, to: 1, kind: 'stays' }]);
    expect(monotonePieces(circle(25), UP).pieces).toEqual([{ from: 0, to: 1, kind: 'stays' }]);
  });

  it('end at a knot where curvature jumps the other way', () => {
    // Each half of the parabola y = x² rises; over the corner of two of them curvature falls at once.
    const half = bezier([0, 0], [1, 0], [2, 4]);
    expect(monotonePieces(half, UP).pieces).toEqual([{ from: 0, to: 1, kind: 'falls' }]);
    const two = flat(2, [0, 0, 0, 1, 1, 2, 2, 2], [[0, 0], [1, 0], [2, 4], [2.1, 4.4], [9, 18]]); // prettier-ignore
    const { pieces } = monotonePieces(two, UP);
    expect(pieces.some(({ to }) => to === 1)).toBe(true);
  });

  it('are what they are said to be, at every place', () => {
    let told = 0;
    fc.assert(
      fc.property(anyCurve({ degrees: [2, 5], closing: 'either', weights: 3 }), (curve) => {
        const { pieces, rests } = monotonePieces(curve);
        const [first, last] = domainOf(curve);
        const covered = [...pieces, ...rests].reduce((sum, { from, to }) => sum + to - from, 0);
        expect(covered).toBeLessThanOrEqual((last - first) * (1 + 1e-12));
        for (const { from, to, kind } of pieces) {
          const kappas = Array.from({ length: 9 }, (_, i) => {
            const u = i === 8 ? to : from + ((to - from) * i) / 8;
            return curvatureAt(curve, u, null, i === 8 ? 'left' : 'right').kappa;
          });
          const size = Math.max(...kappas);
          for (let i = 1; i < 9; i++) {
            const step = (kappas[i] - kappas[i - 1]) / (size || 1);
            if (kind === 'rises') expect(step).toBeGreaterThan(-1e-6);
            if (kind === 'falls') expect(step).toBeLessThan(1e-6);
            if (kind !== 'stays') told++;
          }
        }
      }),
      { numRuns: 30 },
    );
    expect(told).toBeGreaterThan(500);
  });
});
