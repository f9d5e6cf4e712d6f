import { randomNumbers } from '../linear/random.fixture';
import { along, length, packVectors, type Vector3 } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { packSites } from '../fit/sites';
import { fromFitData } from '../fit/through/fixedSpacing';
import { periodicCurve } from '../knots/period';
import { uniformKnots } from '../knots/uniformKnots';

/** Fair shapes of some 200 mm over uniform knots, and what spoils them; for specs of reading and fairing. */

export type Shape = (t: number) => Vector3;

/** One sweep of curvature up and down: (200 t, 50 sin 0.8πt). */
export const profile: Shape = (t) => [200 * t, 50 * Math.sin(0.8 * Math.PI * t), 0];
export const sCurve: Shape = (t) => [200 * t, 30 * Math.sin(2 * Math.PI * t), 0];
/** Curvature 6.9e-5 s over 200 mm. */
export const clothoid: Shape = (t) => {
  const steps = 200;
  let [x, y] = [0, 0];
  for (let k = 0; k < steps; k++) {
    const s = (200 * t * (k + 0.5)) / steps;
    const turn = (6.9e-5 * s * s) / 2;
    x += (Math.cos(turn) * 200 * t) / steps;
    y += (Math.sin(turn) * 200 * t) / steps;
  }
  return [x, y, 0];
};
/** One and a quarter turns of a helix of radius 40 that rises 10 a radian. */
export const helix: Shape = (t) => {
  const turn = 2.5 * Math.PI * t;
  return [40 * Math.cos(turn), 40 * Math.sin(turn), 10 * turn];
};

/** The abscissae at which the control points of a degree over uniform knots stand. */
export function greville(degree: number, count: number): number[] {
  const knots = uniformKnots(degree, count);
  return Array.from({ length: count }, (_, i) => {
    let sum = 0;
    for (let k = 1; k <= degree; k++) sum += knots[i + k];
    return sum / degree;
  });
}

/** The curve over uniform knots that passes through a shape at its abscissae: free of noise. */
export function shaped(shape: Shape, count: number, degree = 3): Curve {
  const abscissae = greville(degree, count);
  const knots = uniformKnots(degree, count);
  const over = makeCurve(degree, knots, new Float64Array(4 * count).fill(1));
  const sites = packSites(abscissae.map((u) => ({ u, order: 0 })));
  return valueOf(fromFitData(over, sites, packVectors(abscissae.map(shape))));
}

/** A closed one: by default the ellipse 60 × 35. */
export const ring = (count: number, degree = 3, height = 35): Curve =>
  periodicCurve(
    degree,
    homogeneous(
      Array.from({ length: count }, (_, i) => (2 * Math.PI * i) / count).flatMap((t) => [
        60 * Math.cos(t),
        height * Math.sin(t),
        0,
      ]),
    ),
  );

/** A curve with one of its control points moved. */
export function bumped(curve: Curve, index: number, move: Vector3): Curve {
  const points = curve.points.slice();
  const distinct = points.length / 4 - (curve.closing === 'periodic' ? curve.degree : 0);
  for (let i = index; i < points.length / 4; i += distinct) {
    for (let c = 0; c < 3; c++) points[4 * i + c] += move[c] * points[4 * i + 3];
  }
  return makeCurve(curve.degree, curve.knots, points, curve.closing);
}

/**
 * A curve with its control points moved at random by at most `noise` mm, in space or in the plane z = 0; of an open one
 * not the three at each end, which hold its place, tangent and curvature there.
 */
export function noisy(curve: Curve, noise: number, seed: number, inSpace = false): Curve {
  const random = randomNumbers(seed);
  const points = curve.points.slice();
  const wrapped = curve.closing === 'periodic' ? curve.degree : 0;
  const distinct = points.length / 4 - wrapped;
  const clean = wrapped > 0 ? 0 : 3;
  for (let i = clean; i < distinct - clean; i++) {
    let move: Vector3;
    do move = [2 * random() - 1, 2 * random() - 1, inSpace ? 2 * random() - 1 : 0];
    while (length(move) > 1);
    const moved = along([points[4 * i], points[4 * i + 1], points[4 * i + 2]], move, noise * points[4 * i + 3]);
    points.set(moved, 4 * i);
  }
  for (let i = 0; i < 4 * wrapped; i++) points[4 * distinct + i] = points[i];
  return makeCurve(curve.degree, curve.knots, points, curve.closing);
}

/** Check FA of docs/core.md: 20 control points on the profile at their abscissae, point 9 raised. */
export function checkFA(rise = 0.4): Curve {
  const points = greville(3, 20).flatMap((t) => [...profile(t)]);
  return bumped(makeCurve(3, uniformKnots(3, 20), homogeneous(points)), 9, [0, rise, 0]);
}
