import fc from 'fast-check';
import { distance } from '../linear/vector';
import { anyCurve, apart, bezier, flat, SAME, valueOf } from '../curve/curves.fixture';
import { countOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { lineBetween } from '../exact/line';
import { type Jet, jetBeyond, type Level } from '../measure/jet';
import { withEnoughPoints, withoutSpareKnots } from './enoughPoints';
import { joinEnds } from './joinEnds';

describe('enough control points for the levels at the ends', () => {
  // Common practice: three control points at each end are the fewest for G2.
  it('G2 and G2 take a quintic of six control points, G3 and G3 one of eight', () => {
    const cubic = bezier([0, 0], [30, 40], [60, 40], [90, 0]);
    const two = withEnoughPoints(cubic, { start: 2, end: 2 });
    expect(countOf(two.curve)).toBe(6);
    expect(two.curve.degree).toBe(3);
    expect(two).toMatchObject({ raised: 0, knots: [0.5, 0.25] });
    const three = withEnoughPoints(cubic, { start: 3, end: 3 }, { beyond: 1 });
    expect([three.curve.degree, countOf(three.curve), three.raised]).toEqual([4, 8, 1]);
    const line = withEnoughPoints(lineBetween([0, 0, 0], [10, 0, 0]), { start: 3 });
    expect([line.curve.degree, countOf(line.curve), line.raised, line.knots]).toEqual([3, 5, 2, [0.5]]);
  });

  it('a knot goes to the middle of the span that is longest in mm, of two alike to the one nearer to the higher level', () => {
    const uneven = flat(3, [0, 0, 0, 0, 0.2, 1, 1, 1, 1], [[0, 0], [60, 0], [80, 0], [85, 0], [90, 0]]); // prettier-ignore
    expect(withEnoughPoints(uneven, { start: 2, end: 2 }).knots).toEqual([0.1]);
    const even = flat(2, [0, 0, 0, 0.5, 1, 1, 1], [[0, 0], [10, 5], [20, 5], [30, 0]]); // prettier-ignore
    expect(withEnoughPoints(even, { start: 1, end: 2 }).knots).toEqual([0.75]);
    expect(withEnoughPoints(even, { start: 2, end: 1 }).knots).toEqual([0.25]);
  });

  it('local: a knot at a quarter of the first span, with which a joint moves less', () => {
    const curve = bezier([0, 0], [20, 31], [60, 40], [90, 0], [95, -20], [100, -20]);
    const local = withEnoughPoints(curve, { start: 2 }, { local: ['start', 'end'] });
    expect(local.knots[0]).toBe(0.25);
    expect(local.knots[1]).toBeCloseTo(1 - 0.25 * 0.75, 12);
    const jet: Jet = { point: [0, 0, 0], tangent: [0.8, 0.6, 0], curvature: [0, 0, 0], rate: [0, 0, 0] };
    const moved = (c: typeof curve) => valueOf(joinEnds(c, { start: { jet, level: 2 } })).start?.moved ?? 0;
    expect(moved(local.curve)).toBeLessThan(0.7 * moved(curve));
  });

  it('does not move any curve, and is enough to be joined', () => {
    let told = 0;
    const levels = fc.constantFrom<Level>(0, 1, 2, 3);
    fc.assert(
      fc.property(anyCurve({ degrees: [1, 7] }), levels, levels, (curve, start, end) => {
        const enough = withEnoughPoints(curve, { start, end }, { beyond: 1 });
        expect(apart(curve, enough.curve)).toBeLessThan(SAME);
        if (enough.curve === curve) return;
        told++;
        expect(enough.raised + enough.knots.length).toBeGreaterThan(0);
        const [first, last] = [jetBeyond(curve, 'start'), jetBeyond(curve, 'end')];
        if (!first || !last) return;
        const joined = joinEnds(enough.curve, {
          start: { jet: first, level: start },
          end: { jet: last, level: end },
        });
        expect(joined.ok || ['no-length', 'too-near'].includes(joined.failure.kind)).toBe(true);
      }),
      { numRuns: 120 },
    );
    expect(told).toBeGreaterThan(40);
  });
});

describe('knots without use', () => {
  const curve = bezier([0, 0], [20, 31], [60, 40], [90, 0]);
  const enough = withEnoughPoints(curve, { start: 2, end: 2 });

  it('go again where they bend nothing, and stay where they do', () => {
    const plain = withoutSpareKnots(enough.curve, enough.knots);
    expect(plain.removed).toEqual([...enough.knots].reverse());
    expect(countOf(plain.curve)).toBe(4);
    expect(apart(plain.curve, curve)).toBeLessThan(SAME);
    const jet: Jet = { point: [0, 0, 0], tangent: [0.8, 0.6, 0], curvature: [0, 0.01, 0], rate: [0, 0, 0] };
    const across = { ...jet, curvature: [-0.006, 0.008, 0] as const };
    const { curve: bent } = valueOf(joinEnds(enough.curve, { start: { jet: across, level: 2 } }));
    expect(withoutSpareKnots(bent, enough.knots).removed).toEqual([]);
    const rough = withoutSpareKnots(bent, enough.knots, 5);
    expect(rough.removed.length).toBeGreaterThan(0);
    for (const u of [0, 0.3, 0.6, 1]) {
      expect(distance(evaluate(rough.curve, u), evaluate(bent, u))).toBeLessThanOrEqual(rough.bound);
    }
    expect(rough.bound).toBeLessThanOrEqual(5);
  });

  it('leaves out what is no knot', () => {
    expect(withoutSpareKnots(curve, [0.5, 0, 1]).removed).toEqual([]);
  });
});
