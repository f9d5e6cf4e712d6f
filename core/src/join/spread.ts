import { add, along, subtract, vectorAt } from '../linear/vector';
import { turnBetween } from '../linear/turnBetween';
import { controlPointsOf, countOf, type Curve, homogeneous, makeCurve } from '../curve/curve';
import { weightsOf } from '../edit/weights';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import { checkRay, type Jet, type Level } from '../measure/jet';
import { mustBeOneOf, mustBePacked, mustBePlaces, mustBeWhole } from '../refuse';
import { fromEnd } from './joinEnds';

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

function moved(places: Float64Array, shareAt: (i: number) => number, from: Ray, to: Ray): Float64Array {
  const turn = turnBetween(from.tangent, to.tangent);
  const by = subtract(to.point, from.point);
  const out = new Float64Array(places.length);
  for (let i = 0; 3 * i < places.length; i++) {
    const share = shareAt(i);
    const off = subtract(vectorAt(places, i), from.point);
    out.set(share === 0 ? vectorAt(places, i) : add(along(from.point, by, share), turn(off, share)), 3 * i);
  }
  return out;
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
  const near = fromEnd(clamp(curve), end);
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
  const places = moved(controlPointsOf(near), shareAt, from, to);
  return fromEnd(makeCurve(degree, knots, homogeneous(places, weightsOf(near)), near.closing), end);
}

/** The same for fit points, packed x y z, at parameters; the fade goes over the whole curve. */
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
  return moved(points, shareAt, from, to);
}
