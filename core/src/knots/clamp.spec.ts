import fc from 'fast-check';
import { anyCurve, apart, checked, SAME, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
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

  it('says so when no positive weights lie beyond an end', () => {
    const steep = checked({ ...WAVE, points: homogeneous([...controlPointsOf(WAVE)], [1, 30, 1, 1, 1, 1, 1]) });
    expect(unclamp(steep)).toEqual({ ok: false, failure: { kind: 'weights' } });
  });
});
