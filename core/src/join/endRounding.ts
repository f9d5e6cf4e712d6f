import { distance, length, vectorAt } from '../linear/vector';
import { controlPointsOf, type Curve } from '../curve/curve';
import type { Jet, Level } from '../measure/jet';

/** What is held at an end may be off by this share of it, or of what the curve's length makes small. */
const SHARE = 1e-2;

/**
 * Whether the rounding of coordinates decides what a curve that starts with a jet has of it up to a level. Beside a short
 * first leg h the tangent is off by rounding / h; of the second leg H that share counts as lying across it, over h² as
 * curvature; and the speed along the tangent, over h² too, takes it into the rate. (First order, from K and e of
 * `frameAt` at a clamped end. Lengths in mm, the bounds in 1/mm and 1/mm².)
 */
export function isDecidedByRounding(curve: Curve, { curvature, rate }: Jet, level: Level): boolean {
  if (level < 2) return false;
  const places = controlPointsOf(curve);
  const [a, b, c] = [0, 1, 2].map((i) => vectorAt(places, i));
  const [h, both] = [distance(a, b), distance(a, b) + distance(b, c)];
  const size = Math.max(...[a, b, c].flat().map(Math.abs));
  const bend = (Number.EPSILON * size * both) / h ** 3;
  let polygon = 0;
  for (let i = 3; i < places.length; i += 3) polygon += distance(vectorAt(places, i / 3 - 1), vectorAt(places, i / 3));
  if (bend > SHARE * (length(curvature) + 1 / polygon)) return true;
  return level === 3 && ((2 * both) / h ** 2) * bend > SHARE * (length(rate) + 1 / polygon ** 2);
}
