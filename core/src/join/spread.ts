import { add, along, packVectors, subtract, type Vector3, vectorAt } from '../linear/vector';
import { turnBetween } from '../linear/turnBetween';
import { countOf, type Curve, lookedAt, trusted } from '../curve/curve';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import { checkJet, checkRay, type Jet, type Level } from '../measure/jet';
import { mustBeOneOf, mustBePacked, mustBePlaces, mustBeWhole } from '../refuse';
import { backFrom, fromEnd } from './joinEnds';

/** How far along a follower goes what its leader does: not at all, all of it alike, or less and less towards its far end. */
export type Spread = 'local' | 'faded' | 'rigid';

/** A place and a unit tangent. */
export type Ray = Pick<Jet, 'point' | 'tangent'>;

/** Curves of this many control points are faded smoothly; fewer make a smooth fade too steep. */
const MANY = 24;

/** Shares of the change at places that lie at t, 0 at the near end and 1 where nothing is to move. */
const fade = (t: number, smooth: boolean): number => {
  const within = Math.min(1, Math.max(0, t));
  return 1 - (smooth ? within * within * (3 - 2 * within) : within);
};

/** How places move, by their shares of the change. */
function motion(from: Ray, to: Ray): (place: Vector3, share: number) => Vector3 {
  const turn = turnBetween(from.tangent, to.tangent);
  const by = subtract(to.point, from.point);
  return (place, share) =>
    share === 0 ? place : add(along(from.point, by, share), turn(subtract(place, from.point), share));
}

/**
 * The free shape of a follower, moved and turned as its leader's end has been since the shape was drawn: `from` there
 * `to` here. `local` leaves it for the joint alone to bend; `rigid` takes it along whole; `faded` takes each control point
 * along by a share that falls from the bound points at this end to those that a joint of `farLevel` binds at the other.
 * The joint is solved after it. A turn goes the short way, without twist. A closed
 * curve has no end to be taken along by, and stays.
 */
export function spreadCurve(
  curve: Curve,
  end: End,
  from: Ray,
  to: Ray,
  spread: Spread,
  level: Level,
  farLevel: Level = 0,
): Curve {
  mustBeOneOf(end, ['start', 'end'], 'end');
  mustBeOneOf(spread, ['local', 'faded', 'rigid'], 'spread');
  mustBeWhole(level, 0, 3, 'level');
  checkRay(from, 'from');
  checkRay(to, 'to');
  mustBeWhole(farLevel, 0, 3, 'farLevel');
  if (spread === 'local' || curve.closing !== 'open') return curve;
  const whole = clamp(curve);
  const near = fromEnd(whole, end);
  const count = countOf(near);
  const { degree, knots } = near;
  const site = (i: number) => {
    let sum = 0;
    for (let k = 1; k <= degree; k++) sum += knots[i + k];
    return sum / degree;
  };
  const [first, last] = [site(Math.min(level, count - 1)), site(Math.max(0, count - 1 - farLevel))];
  const shareAt = (i: number) => {
    if (spread === 'rigid') return 1;
    // So few points that all are bound: each end keeps its own.
    if (!(last > first)) return site(i) <= first && i < count - 1 - farLevel ? 1 : 0;
    return fade((site(i) - first) / (last - first), count >= MANY);
  };
  const moved = motion(from, to);
  const points = near.points.slice();
  for (let i = 0; i < points.length; i += 4) {
    const w = points[i + 3];
    const place = moved([points[i] / w, points[i + 1] / w, points[i + 2] / w], shareAt(i / 4));
    for (let c = 0; c < 3; c++) points[i + c] = place[c] * w;
  }
  return lookedAt(backFrom(trusted(degree, knots, points, near.closing), end, whole));
}

/** What `spreadCurve` does, for fit points, packed x y z, at parameters; the fade goes over the whole curve. */
export function spreadPoints(
  points: Float64Array,
  parameters: Float64Array,
  end: End,
  from: Ray,
  to: Ray,
  spread: Spread,
): Float64Array {
  mustBePlaces(points, 'points');
  mustBePacked(parameters, 1, 'parameters');
  checkRay(from, 'from');
  checkRay(to, 'to');
  mustBeOneOf(end, ['start', 'end'], 'end');
  mustBeOneOf(spread, ['local', 'faded', 'rigid'], 'spread');
  const [first, last] = [parameters[0], parameters[points.length / 3 - 1]];
  if (!(last > first))
    throw new RangeError(`parameters: one for each point is needed, increasing, not ${first} to ${last}`);
  if (spread === 'local') return points;
  const shareAt = (i: number) => {
    if (spread === 'rigid') return 1;
    const t = (parameters[i] - first) / (last - first);
    return fade(end === 'start' ? t : 1 - t, true);
  };
  const moved = motion(from, to);
  return packVectors(Array.from({ length: points.length / 3 }, (_, i) => moved(vectorAt(points, i), shareAt(i))));
}

/**
 * A leader's jet as a follower sees it that has not been taken along yet: `rigid` of `spreadCurve` takes a curve from
 * `from` to where the jet is, and this takes the jet back. What is joined there and taken along then is joined here.
 */
export function jetTakenBack(jet: Jet, from: Ray): Jet {
  checkJet(jet, 'jet');
  checkRay(from, 'from');
  const turn = turnBetween(from.tangent, jet.tangent);
  const { point, tangent } = from;
  return { point, tangent, curvature: turn(jet.curvature, -1), rate: turn(jet.rate, -1) };
}
