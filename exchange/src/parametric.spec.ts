import {
  arcLength,
  circle,
  type Curve,
  domainOf,
  evaluate,
  FRONT,
  periodicCurve,
  reverse,
  type Vector3,
} from '@pencil-bend/core';
import { frameOf } from './affine';
import {
  endlessLine,
  parametricOf,
  stretchOf,
  wholeEllipse,
  wholeHyperbola,
  wholeParabola,
  type Parametric,
} from './parametric';

const ends = (curve: Curve | null): readonly Vector3[] => {
  if (!curve) throw new Error('there is no curve');
  return domainOf(curve).map((u) => evaluate(curve, u));
};
const frame = frameOf([0, 0, 0], null, null);
if (!frame) throw new Error('no frame');

function expectEnds(curve: Curve | null, [from, to]: readonly Vector3[], digits: number) {
  const [start, end] = ends(curve);
  from.forEach((x, c) => expect(start[c]).toBeCloseTo(x, digits));
  to.forEach((x, c) => expect(end[c]).toBeCloseTo(x, digits));
}

/** Every place of a stretch satisfies the equation that its curve is known by. */
function expectOn(curve: Curve | null, equation: (place: Vector3) => number) {
  if (!curve) throw new Error('there is no curve');
  const [first, last] = domainOf(curve);
  for (let i = 0; i <= 20; i++) expect(equation(evaluate(curve, first + ((last - first) * i) / 20))).toBeCloseTo(0, 9);
}

describe('stretches of curves by their parameters', () => {
  // Values of exchange.md, section 1, computed from the definitions in ISO 10303-42.
  it('are right of a parabola', () => {
    const piece = stretchOf(wholeParabola(frame, 5), -2, 3, true);
    expectEnds(piece, [[20, -20, 0], [45, 30, 0]], 12); // prettier-ignore
    expectOn(piece, ([x, y]) => y * y - 20 * x);
  });

  it('are right of a hyperbola', () => {
    const piece = stretchOf(wholeHyperbola(frame, 6, 4), -1, 1.5, true);
    expectEnds(piece, [[9.2585, -4.7008, 0], [14.1145, 8.5171, 0]], 4); // prettier-ignore
    expectOn(piece, ([x, y]) => (x / 6) ** 2 - (y / 4) ** 2 - 1);
  });

  it('are right of an ellipse run through backwards', () => {
    const turned = frameOf([5, 0, 0], null, [0, 1, 0]);
    if (!turned) throw new Error('no frame');
    const piece = stretchOf(wholeEllipse(turned, 20, 8), 0, 1.5, false);
    expectEnds(piece, [[5, 20, 0], [-2.980, 1.4147, 0]], 3); // prettier-ignore
    expect(arcLength(piece as Curve).total).toBeCloseTo(70.454271, 6);
    expectOn(piece, ([x, y]) => (y / 20) ** 2 + ((x - 5) / 8) ** 2 - 1);
  });

  it('are right of a line whose vector has a length', () => {
    expectEnds(stretchOf(endlessLine([0, 0, 0], [0, 1.5, 2]), 1, 4, true), [[0, 1.5, 2], [0, 6, 8]], 12); // prettier-ignore
  });

  it('find the parameter of a place', () => {
    const all: readonly Parametric[] = [
      endlessLine([1, 2, 3], [0, 1.5, 2]),
      wholeEllipse(frame, 20, 8, Math.PI / 180),
      wholeParabola(frame, 5),
      wholeHyperbola(frame, 6, 4),
      parametricOf(circle(FRONT, [0, 0, 0], 10)),
    ];
    for (const whole of all) expect(whole.parameterOf(whole.pointAt(0.7))).toBeCloseTo(0.7, 9);
  });

  it('go over the seam of a closed curve, and all round where both ends are one', () => {
    const ring = periodicCurve(3, [0, 0, 0, 1, 10, 0, 0, 1, 10, 8, 0, 1, 3, 9, 0, 1, -2, 4, 0, 1]);
    for (const closed of [ring, circle(FRONT, [0, 0, 0], 10)]) {
      const [first, last] = domainOf(closed);
      const whole = parametricOf(closed);
      const at = (share: number) => first + share * (last - first);
      const over = stretchOf(whole, at(0.8), at(0.1), true);
      expectEnds(over, [evaluate(closed, at(0.8)), evaluate(closed, at(0.1))], 9);
      const rest = stretchOf(whole, at(0.1), at(0.8), true);
      const total = arcLength(closed).total;
      expect(arcLength(over as Curve).total + arcLength(rest as Curve).total).toBeCloseTo(total, 6);
      expect(stretchOf(whole, first, first, true)).toEqual(closed);
      expect(stretchOf(whole, first, last, false)).toEqual(reverse(closed));
      expect(arcLength(stretchOf(whole, at(0.3), at(0.3), true) as Curve).total).toBeCloseTo(total, 6);
    }
  });

  it('are nothing between two ends of an open curve that are one', () => {
    expect(stretchOf(endlessLine([0, 0, 0], [1, 0, 0]), 2, 2, true)).toBeNull();
    expect(stretchOf(wholeParabola(frame, 1), 2, 2, true)).toBeNull();
  });
});
