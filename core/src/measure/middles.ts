import { middle, type Vector3, vectorAt } from '../linear/vector';
import { controlPointsOf, type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { arcLength, lengthAt, parameterAt } from './arcLength';
import { kinksOf } from './kinks';

/** Where each smooth part of a curve has half its length, in order: of a curve of degree 1 the middle of each leg. */
export function middles(curve: Curve): Vector3[] {
  if (curve.degree === 1) {
    const points = controlPointsOf(curve);
    return Array.from({ length: points.length / 3 - 1 }, (_, i) =>
      middle(vectorAt(points, i), vectorAt(points, i + 1)),
    );
  }
  const measured = arcLength(curve);
  const [first, last] = domainOf(curve);
  const stops = [...new Set([first, ...kinksOf(curve).map(({ u }) => u), last])];
  const lengths = stops.map((u) => lengthAt(measured, u));
  return lengths.slice(1).map((to, i) => evaluate(curve, parameterAt(measured, (lengths[i] + to) / 2)));
}
