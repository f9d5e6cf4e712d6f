import { controlPointsOf, homogeneous, insertKnot, makeCurve, uniformKnots } from '@pencil-bend/core';
import { suggestions } from './suggestions';

const OPTIONS = { normal: [0, 0, 1], startLevel: 2, endLevel: 2 } as const;
/** y = 50 sin(0.8 π x / 200) by twenty control points, one of them raised. */
const arch = (raised: number) =>
  makeCurve(
    3,
    uniformKnots(3, 20),
    homogeneous(
      Array.from({ length: 20 }, (_, i) => {
        const x = 200 * ([0, 1 / 51, 3 / 51][i] ?? [48 / 51, 50 / 51, 1][i - 17] ?? (i - 1) / 17);
        return [x, 50 * Math.sin((0.8 * Math.PI * x) / 200) + (i === 9 ? raised : 0), 0];
      }).flat(),
    ),
  );
const asked = (curve: Parameters<typeof suggestions>[0]['curve'], tolerance: number) =>
  suggestions({ curve, tolerance, least: 0.05, options: OPTIONS });

describe('suggestions', () => {
  it('are at most three, each worth it and within the tolerance, the most gained for the least moved first', () => {
    const found = asked(arch(0.4), 0.2);
    expect(found.length).toBeGreaterThan(1);
    expect(found.length).toBeLessThanOrEqual(3);
    const score = ({ gain, moves }: (typeof found)[number]) => gain / Math.max(0.05, moves / 0.2);
    found.forEach((each, i) => {
      expect(each.moves).toBeLessThanOrEqual(0.2);
      expect(each.gain).toBeGreaterThanOrEqual(0.05);
      if (i > 0) expect(score(each)).toBeLessThanOrEqual(score(found[i - 1]));
    });
    // Ironing moves half as far as fairing for nearly all that there is to gain.
    expect(found[0].does.kind).toBe('iron');
    expect(found[0].lumpsGone).toBeGreaterThan(0);
  });

  it('name first what moves nothing: knots that were inserted and bend nothing', () => {
    const plain = arch(0);
    const knots = [0.11, 0.33, 0.55, 0.77];
    const heavy = knots.reduce((curve, u) => {
      const inserted = insertKnot(curve, u);
      if (!inserted.ok) throw new Error('no knot');
      return inserted.value;
    }, plain);
    const [first] = asked(heavy, 0.001);
    expect(first).toMatchObject({ does: { kind: 'lighten', tolerance: 1e-6 }, pointsGone: 4, points: 24 });
    expect(first.moves).toBeLessThanOrEqual(1e-6);
    expect(controlPointsOf(heavy).length).toBe(72);
  });

  it('are none for what is fair and light', () => {
    const line = makeCurve(3, uniformKnots(3, 4), homogeneous([0, 0, 0, 30, 40, 0, 60, 40, 0, 90, 0, 0]));
    expect(asked(line, 0.01)).toEqual([]);
  });
});
