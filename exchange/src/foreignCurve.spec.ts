import { circle, FRONT, lineBetween, packVectors, periodicCurve } from '@pencil-bend/core';
import { curvesFrom, type ForeignCurve, foreignOf } from './foreignCurve';
import { curveOfNurbs } from './nurbs';

const ZIGZAG = packVectors([[0, 0, 0], [10, 5, 0], [20, -5, 0], [30, 0, 0]]); // prettier-ignore
const CUBIC: ForeignCurve = { degree: 3, knots: [0, 0, 0, 0, 1, 1, 1, 1], points: ZIGZAG, weights: null };

const made = (foreign: ForeignCurve) => {
  const result = curvesFrom(foreign);
  if (!result.ok) throw new Error(result.failure);
  return result.value;
};
const why = (foreign: ForeignCurve) => {
  const result = curvesFrom(foreign);
  return result.ok ? null : result.failure;
};

describe('curves from the numbers of a file', () => {
  it('are taken to the last bit where nothing is wrong with them', () => {
    const { curves, repairs } = made(CUBIC);
    expect(repairs).toEqual([]);
    expect(curves).toEqual([{ degree: 3, closing: 'open', knots: CUBIC.knots, points: ZIGZAG, weights: null }]);
  });

  it('lose knots and points beyond their ends', () => {
    const points = packVectors([[9, 9, 9], [0, 0, 0], [10, 5, 0], [20, -5, 0], [30, 0, 0], [7, 7, 7], [8, 8, 8]]); // prettier-ignore
    const { curves, repairs } = made({ ...CUBIC, points, knots: [0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1] });
    expect(curves).toEqual(made(CUBIC).curves.map((curve) => ({ ...curve, knots: Float64Array.from(CUBIC.knots) })));
    expect(repairs).toEqual([{ why: 'knots beyond its ends that did nothing went', detail: '3 of them' }]);
  });

  it('are cut where they jump, and stay whole where a point only stands twice', () => {
    const knots = [0, 0, 1, 1, 2, 2];
    const jump = made({ degree: 1, knots, points: packVectors([[0, 0, 0], [1, 0, 0], [1, 1, 0], [2, 1, 0]]), weights: null }); // prettier-ignore
    expect(jump.curves.map(({ points }) => [...points])).toEqual([[0, 0, 0, 1, 0, 0], [1, 1, 0, 2, 1, 0]]); // prettier-ignore
    expect(jump.repairs).toEqual([{ why: 'cut where it jumps', detail: 'into 2' }]);
    const twice = made({ degree: 1, knots, points: packVectors([[0, 0, 0], [1, 0, 0], [1, 0, 0], [2, 1, 0]]), weights: null }); // prettier-ignore
    expect(twice.curves).toHaveLength(1);
    expect([...twice.curves[0].points]).toEqual([0, 0, 0, 1, 0, 0, 2, 1, 0]);
    expect(Array.from(twice.curves[0].knots)).toEqual([0, 0, 1, 2, 2]);
  });

  it('keep an inner knot of full multiplicity: it is a kink', () => {
    const knots = [0, 0, 0, 1, 1, 2, 2, 2];
    const points = packVectors([[0, 0, 0], [1, 1, 0], [2, 0, 0], [3, 1, 0], [4, 0, 0]]); // prettier-ignore
    const { curves, repairs } = made({ degree: 2, knots, points, weights: null });
    expect(curves).toHaveLength(1);
    expect(repairs).toEqual([]);
  });

  it('have one knot where only rounding parted two', () => {
    const knots = [0, 0, 0, 0.5, 0.5 + 1e-12, 1, 1, 1 + 1e-13];
    const points = packVectors([[0, 0, 0], [1, 1, 0], [2, 0, 0], [3, 1, 0], [4, 0, 0]]); // prettier-ignore
    const { curves, repairs } = made({ degree: 2, knots, points, weights: null });
    expect(Array.from(curves[0].knots)).toEqual([0, 0, 0, 0.5, 0.5, 1, 1, 1]);
    expect(repairs[0].detail).toBe('2 of them');
  });

  it('have equal weights as none, and weights out of reach times one factor', () => {
    expect(made({ ...CUBIC, weights: [3, 3, 3, 3] }).curves[0].weights).toBeNull();
    const { curves } = made({ ...CUBIC, weights: [1e12, 2e12, 2e12, 1e12] });
    const weights = Array.from(curves[0].weights ?? []);
    expect(weights[1] / weights[0]).toBeCloseTo(2, 12);
    expect(Math.max(...weights)).toBeLessThan(10);
    expect(why({ ...CUBIC, weights: [1e-30, 1, 1, 1e30] })).toMatch('differ by more');
  });

  it('close as they are, not as the file says', () => {
    const ring = periodicCurve(3, [0, 0, 0, 1, 10, 0, 0, 1, 10, 8, 0, 1, 3, 9, 0, 1, -2, 4, 0, 1]);
    const [periodic] = made({ ...foreignOf(ring), isClosed: false }).curves;
    expect(periodic.closing).toBe('periodic');
    expect(curveOfNurbs(periodic)).toEqual(ring);
    expect(made({ ...foreignOf(circle(FRONT, [3, 4, 0], 5)) }).curves[0].closing).toBe('clamped-closed');
    const open = made({ ...foreignOf(lineBetween([0, 0, 0], [3e-6, 0, 0])), isClosed: true });
    expect(open.curves[0].closing).toBe('open');
    expect(open.repairs).toEqual([
      { why: 'it is said to be closed, but is open', detail: 'its ends are 0.00000300 mm apart' },
    ]);
  });

  it('are clamped where they meet without running on smoothly', () => {
    const points = packVectors([[0, 0, 0], [2, 0, 0], [4, 3, 0], [0, 4, 0], [0, 0, 0], [2, 0, 0]]); // prettier-ignore
    const knots = [-1, 0, 1, 2, 3, 4, 5, 6, 7];
    expect(made({ degree: 2, knots, points, weights: null }).curves[0].closing).toBe('periodic');
    // The last knot lies outside the domain: the shape is the same, but the knots do not begin again.
    const uneven = made({ degree: 2, knots: [...knots.slice(0, 8), 7.5], points, weights: null });
    expect(uneven.curves[0].closing).toBe('clamped-closed');
    expect(uneven.repairs).toEqual([{ why: 'its ends were clamped, where it closes' }]);
  });

  it.each<[string, Partial<ForeignCurve>, string]>([
    ['a degree of 0', { degree: 0 }, 'degree is 0'],
    ['a degree nobody has', { degree: 30 }, 'degree is 30; up to 25'],
    ['too few points', { points: ZIGZAG.slice(0, 9) }, 'needs 4 control points, and it has 3'],
    ['too few knots', { knots: [0, 0, 0, 1, 1, 1] }, 'need 8 knots, and it has 6'],
    ['falling knots', { knots: [0, 0, 0, 0, -1, 1, 1, 1] }, 'knot 5, -1, is less than the one before it'],
    ['a knot that is no number', { knots: [0, 0, 0, 0, NaN, 1, 1, 1] }, 'knot 5 is no number'],
    ['a weight of 0', { weights: [1, 0, 1, 1] }, 'weight 2 is 0'],
    ['an empty domain', { knots: [0, 0, 0, 0, 0, 0, 0, 0] }, 'from 0 to 0'],
    ['a place out of reach', { points: ZIGZAG.map((x) => x * 1e9) }, 'farther than can be drawn'],
    ['a point', { points: ZIGZAG.map((_, i) => i % 3) }, 'only a point, at 0, 1, 2'],
  ])('are refused in words: %s', (_what, change, words) => {
    expect(why({ ...CUBIC, ...change })).toMatch(words);
  });
});
