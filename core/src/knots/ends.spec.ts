import fc from 'fast-check';
import { anyCurve, apart, at, checked, flat, fraction, SAME, sizeOf, valueOf } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { controlPointsOf, domainOf, homogeneous } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { clamp, unclamp } from './clamp';
import { breaksOf, multiplicityAt } from './multiplicity';
import { distinctOf, moveSeam, periodicCurve } from './period';
import { reparameterise } from './reparameterise';
import { uniformKnots } from './uniformKnots';

const WAVE = flat(
  3,
  [0, 0, 0, 0, 1, 2, 2, 4, 4, 4, 4],
  [
    [0, 0],
    [10, 20],
    [25, 5],
    [40, 30],
    [50, 10],
    [60, 0],
    [80, 8],
  ],
);

describe('clamping', () => {
  it('keeps the shape and ends in the outermost control points', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), (curve) => {
        const clamped = checked(clamp(curve));
        expect(apart(curve, clamped)).toBeLessThan(SAME);
        const places = controlPointsOf(clamped);
        const start = evaluate(curve, domainOf(curve)[0]);
        expect(distance(start, [places[0], places[1], places[2]])).toBeLessThanOrEqual(SAME * sizeOf(curve));
      }),
    );
  });

  it('undoes unclamping, with the spacing of the other end or with knots of choice', () => {
    const free = valueOf(unclamp(WAVE));
    expect([...free.knots]).toEqual([-3, -2, -2, 0, 1, 2, 2, 4, 5, 6, 6]);
    const own = valueOf(unclamp(WAVE, [-9, -4, -1], [4.5, 5, 7]));
    for (const curve of [free, own]) {
      expect(apart(WAVE, checked(curve))).toBeLessThan(SAME);
      clamp(curve).points.forEach((value, i) => expect(value).toBeCloseTo(WAVE.points[i], 11));
    }
  });

  it('refuses outer knots that do not increase', () => {
    expect(() => unclamp(WAVE, [-1, -4, -1])).toThrow('must increase: -4 follows -1');
  });

  it('says so when no positive weights lie beyond an end', () => {
    const steep = checked({ ...WAVE, points: homogeneous([...controlPointsOf(WAVE)], [1, 30, 1, 1, 1, 1, 1]) });
    expect(unclamp(steep)).toEqual({ ok: false, failure: { kind: 'weights' } });
  });
});

describe('a periodic curve', () => {
  const RING = homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]);

  it('is as smooth over the seam as its degree allows', () => {
    for (const degree of [2, 3, 4, 7]) {
      const ring = periodicCurve(degree, RING);
      const [start, end] = [derivatives(ring, 0, degree - 1), derivatives(ring, 1, degree - 1, 'left')];
      start.forEach((value, i) => expect(Math.abs(value - end[i])).toBeLessThan(1e-9 * 40 * 4 ** degree));
    }
  });

  it('keeps its places when the seam moves, between knots or onto one', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'periodic' }), fraction, (curve, share) => {
        const moved = checked(moveSeam(curve, at(curve, share)));
        const [first, last] = domainOf(curve);
        const [from, to] = domainOf(moved);
        expect(from).toBeGreaterThanOrEqual(first);
        for (let i = 0; i <= 20; i++) {
          const u = Math.min(to, from + ((to - from) * i) / 20);
          const before = Math.min(last, Math.max(first, u > last ? u - (last - first) : u));
          expect(distance(evaluate(moved, u), evaluate(curve, before))).toBeLessThanOrEqual(1e-9 * sizeOf(curve));
        }
      }),
    );
  });

  it('has its seam back, bit for bit in its points, when it is moved around and home', () => {
    const ring = periodicCurve(3, RING);
    const home = moveSeam(moveSeam(ring, 0.5), 1);
    home.points.forEach((value, i) => expect(value).toBeCloseTo(ring.points[i], 12));
    expect(distinctOf(home)).toBe(4);
    expect(() => moveSeam(WAVE, 1)).toThrow('only a periodic curve has a free seam');
    expect(() => periodicCurve(3, RING, [0, 1, 2])).toThrow('4 control points has 5 knots, not 3');
  });
});

describe('knots', () => {
  it('are counted', () => {
    expect(breaksOf(WAVE)).toEqual([
      { u: 0, multiplicity: 4 },
      { u: 1, multiplicity: 1 },
      { u: 2, multiplicity: 2 },
      { u: 4, multiplicity: 4 },
    ]);
    expect(multiplicityAt(WAVE, 3)).toBe(0);
  });

  it('are spread evenly', () => {
    expect([...uniformKnots(2, 5)]).toEqual([0, 0, 0, 1 / 3, 2 / 3, 1, 1, 1]);
    expect([...uniformKnots(2, 4, 'periodic')]).toEqual([-0.5, -0.25, 0, 0.25, 0.5, 0.75, 1, 1.25, 1.5]);
    expect(() => uniformKnots(3, 3)).toThrow('degree 3 has no knots for 3 control points');
  });

  it('move to any range and back without moving the curve', () => {
    fc.assert(
      fc.property(
        anyCurve({ closing: 'either' }),
        fc.constantFrom([0, 1], [-7, 1e4], [1e-9, 3e-9]),
        (curve, [first, last]) => {
          const moved = checked(reparameterise(curve, first, last));
          // Knots around −1e5 a thousandth apart hold 8 digits.
          expect(domainOf(moved)).toEqual([first, last]);
          expect(distance(evaluate(moved, at(moved, 0.37)), evaluate(curve, at(curve, 0.37)))).toBeLessThanOrEqual(
            1e-7 * sizeOf(curve),
          );
          expect(moved.points).toEqual(curve.points);
        },
      ),
    );
    expect(() => reparameterise(WAVE, 2, 2)).toThrow('a range from 2 to 2 is no domain');
    expect(() => reparameterise(WAVE, 1, 1 + 3e-16)).toThrow('would fall together');
  });
});
