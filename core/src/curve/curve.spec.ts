import { controlPointsOf, countOf, domainOf, homogeneous, InvalidCurve, makeCurve, spansOf } from './curve';

const square = homogeneous([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0]);
const knots = [0, 0, 0, 0.5, 1, 1, 1];

const refusal = (make: () => unknown): string => {
  try {
    make();
  } catch (error) {
    if (error instanceof InvalidCurve) return error.message;
    throw error;
  }
  return 'accepted';
};

describe('makeCurve', () => {
  it('keeps its own copies and tells counts, domain and spans', () => {
    const points = Float64Array.from(square);
    const curve = makeCurve(2, knots, points);
    points[0] = 99;
    expect(curve.points[0]).toBe(0);
    expect(countOf(curve)).toBe(4);
    expect(domainOf(curve)).toEqual([0, 1]);
    expect(spansOf(curve)).toEqual([2, 3]);
    expect([...controlPointsOf(makeCurve(1, [0, 0, 1, 1], [2, 4, 6, 2, 1, 1, 1, 0.5]))]).toEqual([1, 2, 3, 2, 2, 2]);
  });

  it.each([
    ['a degree of 0', () => makeCurve(0, knots, square), 'degree: a whole number from 1 to 25 is needed, not 0'],
    ['too few points', () => makeCurve(4, knots, square), 'points: degree 4 needs at least 5 control points, not 4'],
    [
      'a wrong knot count',
      () => makeCurve(3, knots, square),
      'knots: 4 control points of degree 3 need 8 knots, not 7',
    ],
    ['three numbers a point', () => makeCurve(1, [0, 0, 1, 1], [0, 0, 0]), 'points: a multiple of 4 numbers'],
    [
      'decreasing knots',
      () => makeCurve(2, [0, 0, 0, 2, 1, 1, 1], square),
      'knots[4]: 1 is less than the knot before it, 2',
    ],
    [
      'an infinite knot',
      () => makeCurve(2, [0, 0, 0, 1, 2, 2, Infinity], square),
      'knots[6]: a finite number is needed',
    ],
    [
      'an empty domain',
      () => makeCurve(1, [0, 0, 0, 0], homogeneous([0, 0, 0, 1, 1, 1])),
      'knots[2]: 0 is repeated 3 times',
    ],
    ['NaN in a point', () => makeCurve(2, knots, homogeneous([0, 0, 0, 1, NaN, 0, 0, 0, 0, 0, 0, 0])), 'points[1].y'],
    [
      'a zero weight',
      () => makeCurve(2, knots, homogeneous(new Float64Array(12), [1, 0, 1, 1])),
      'points[1].w: a weight above 0',
    ],
    ['ends apart', () => makeCurve(2, knots, square, 'clamped-closed'), "points: a closed curve's ends lie 1 mm apart"],
    [
      'no wrap',
      () => makeCurve(2, [-1, -0.5, 0, 0.5, 1, 1.5, 2], square, 'periodic'),
      'points[2]: a periodic curve repeats point 0',
    ],
    [
      'knots that do not come round',
      () => {
        const ring = homogeneous([0, 0, 0, 5, 0, 0, 0, 5, 0, 0, 0, 0, 5, 0, 0]);
        return makeCurve(2, [-2, -1, 0, 1, 2, 3, 4, 5.5], ring, 'periodic');
      },
      'knots[7]: a periodic curve repeats its knots after 3',
    ],
  ])('refuses %s and says where', (_name, make, message) => {
    expect(refusal(make)).toContain(message);
  });

  it('refuses inner knots beyond full multiplicity, and accepts full multiplicity', () => {
    const five = homogeneous(new Float64Array(15));
    expect(refusal(() => makeCurve(2, [0, 0, 0, 0.5, 0.5, 1, 1, 1], five))).toBe('accepted');
    const six = homogeneous(new Float64Array(18));
    expect(refusal(() => makeCurve(2, [0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1], six))).toContain('repeated 3 times');
  });
});
