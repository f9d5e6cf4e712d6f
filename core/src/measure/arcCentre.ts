import { isRational } from '../curve/isRational';
import { along, distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { frameAt } from './frame';

/** A curve counts as an arc of a circle where its centres of curvature agree to this share of the radius. */
const ROUND = 1e-9;
/** So many control points has a full circle at most. */
const MOST_POINTS = 9;
/** Where the centre of curvature is looked at, as shares of the domain. */
const SHARES = [0.13, 0.42, 0.5, 0.87];

/** The centre of a circle or of an arc that is exact: rational, of degree 2. Null for any other curve. */
export function arcCentre(curve: Curve): Vector3 | null {
  const { points, degree } = curve;
  if (degree !== 2 || points.length > 4 * MOST_POINTS || !isRational(points)) return null;
  const [first, last] = domainOf(curve);
  const centres = SHARES.map((share) => centreOfCurvature(curve, first + share * (last - first)));
  const [centre] = centres;
  if (!centre) return null;
  const radius = distance(evaluate(curve, first), centre);
  const isRound = centres.every((other) => other && distance(centre, other) <= ROUND * radius);
  return isRound ? [rounded(centre[0]), rounded(centre[1]), rounded(centre[2])] : null;
}

function centreOfCurvature(curve: Curve, u: number): Vector3 | null {
  const frame = frameAt(curve, u);
  if (!frame || !(frame.kappa > 0)) return null;
  const { point, curvature, kappa } = frame;
  return along(point, curvature, 1 / kappa ** 2);
}

const rounded = (value: number): number => Number(value.toPrecision(15));
