import { across, add, angleBetween, length, middle, scale, unit } from '../linear/vector';
import { failed, type Result, success } from '../result';
import { checkJet, type Jet, turnedJet } from '../measure/jet';

export interface TooFarTurned {
  readonly kind: 'turned-too-far';
  /** Between the directions in which the two would go on, in radians. */
  readonly angle: number;
}

/** Ends that turn by more than this towards each other have no middle that either would want. */
const MOST = (120 * Math.PI) / 180;

/** What each of two curves has to take over: jets that run into them. */
export interface SharedJets {
  readonly first: Jet;
  readonly second: Jet;
}

/**
 * Two curves that meet halfway: place, tangent, curvature and rate are the means of both, the last two across the mean
 * tangent. Each jet runs beyond its own curve, towards the other; then either curve follows the one meant for it. Fails
 * where the directions differ by more than 120°. A mirrored pair stays one to the last bit.
 */
export function sharedJets(first: Jet, second: Jet): Result<SharedJets, TooFarTurned> {
  checkJet(first, 'first');
  checkJet(second, 'second');
  const other = turnedJet(second);
  const angle = angleBetween(first.tangent, other.tangent);
  const sum = add(first.tangent, other.tangent);
  if (angle > MOST || !(length(sum) > 0)) return failed({ kind: 'turned-too-far', angle });
  const tangent = unit(sum);
  const mean: Jet = {
    point: middle(first.point, other.point),
    tangent,
    curvature: across(scale(add(first.curvature, other.curvature), 0.5), tangent),
    rate: across(scale(add(first.rate, other.rate), 0.5), tangent),
  };
  return success({ first: turnedJet(mean), second: mean });
}
