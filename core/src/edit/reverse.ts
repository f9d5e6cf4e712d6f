import { type Curve, trusted } from '../curve/curve';
import { distinctOf, periodicOver } from '../knots/period';

/** The same curve run through backwards, over the same domain. Control points keep their bits. */
export function reverse(curve: Curve): Curve {
  const { degree, knots, points, closing } = curve;
  const count = points.length / 4;
  const backwards = new Float64Array(points.length);
  for (let i = 0; i < count; i++) backwards.set(points.subarray(4 * i, 4 * i + 4), 4 * (count - 1 - i));
  const [first, last] = [knots[degree], knots[count]];
  const mirrored = Float64Array.from(knots, (_, i) => {
    const knot = knots[knots.length - 1 - i];
    return knot === first ? last : knot === last ? first : first + (last - knot);
  });
  // The knots at the seam of a periodic curve, several perhaps, all begin its period; backwards all but one would end it.
  const start = mirrored.indexOf(first);
  if (closing !== 'periodic' || start === degree) return trusted(degree, mirrored, backwards, closing);
  const distinct = distinctOf(curve);
  const from = start - degree + distinct;
  return periodicOver(degree, mirrored.slice(start, start + distinct), first, last, () =>
    Float64Array.from({ length: 4 * distinct }, (_, i) => backwards[(4 * from + i) % (4 * distinct)]),
  );
}
