import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { anyCurve, apart, checked, flat, SAME, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { controlPointsOf, domainOf, homogeneous } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { clamp, unclamp } from './clamp';

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

  it('refuses where the outer control points would lie so far out that the shape is lost', () => {
    const short = flat(3, [0, 0, 0, 0, 1e-8, 1, 1, 1, 1], [[0, 0], [10, 5], [20, -5], [30, 5], [40, 0]]); // prettier-ignore
    expect(unclamp(short)).toEqual({
      ok: false,
      failure: { kind: 'ill-conditioned', farthest: expect.any(Number), moves: expect.any(Number) },
    });
    // Either the same shape or none, whatever the spans.
    let kept = 0;
    let refused = 0;
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 9 }), real(-9, 0), (degree, log) => {
        const inner = [10 ** log, 0.3 + 10 ** log].filter((u) => u < 1);
        const ends = (u: number) => new Array<number>(degree + 1).fill(u);
        const wave = Array.from({ length: degree + 1 + inner.length }, (_, i): [number, number] => [
          10 * i,
          i % 2 === 0 ? 5 : -5,
        ]);
        const curve = flat(degree, [...ends(0), ...inner, ...ends(1)], wave);
        const free = unclamp(curve);
        if (!free.ok) {
          expect(free.failure.kind).toBe('ill-conditioned');
          refused++;
          return;
        }
        kept++;
        // Evaluating rounds by what the control points farther out have.
        const rounding = (8 * Number.EPSILON * sizeOf(free.value)) / sizeOf(curve);
        expect(apart(curve, checked(free.value))).toBeLessThan(SAME + rounding);
      }),
    );
    expect(Math.min(kept, refused)).toBeGreaterThan(10);
  });

  it('is as sure of a shape far from the origin as rounding lets it be', () => {
    const far = flat(
      3,
      [...WAVE.knots],
      Array.from({ length: 7 }, (_, i) => [1e9 / 3 + 10 * i, 1e9 / 7 + (i % 2 ? 5 : -5)]),
    );
    const free = valueOf(unclamp(far));
    expect(apart(far, free)).toBeLessThan(1e-14 * 1e9);
  });

  it('says so when no positive weights lie beyond an end', () => {
    const steep = checked({ ...WAVE, points: homogeneous([...controlPointsOf(WAVE)], [1, 30, 1, 1, 1, 1, 1]) });
    expect(unclamp(steep)).toEqual({ ok: false, failure: { kind: 'weights' } });
  });
});
