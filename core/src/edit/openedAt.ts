import { type Curve, domainOf, trusted } from '../curve/curve';
import { clampedBetween } from '../knots/clamp';
import { intoPeriod } from '../knots/period';
import { toKnot } from '../knots/sameKnot';
import { join } from './join';

/** A closed curve cut open at u: it begins there, runs once around, and ends there. */
export function openedAt(curve: Curve, u: number): Curve {
  const [first, last] = domainOf(curve);
  if (curve.closing === 'periodic') {
    const cut = intoPeriod(curve, toKnot(curve, intoPeriod(curve, u)));
    return trusted(...clampedBetween(curve, cut, cut === first ? last : cut + (last - first)));
  }
  const cut = toKnot(curve, u);
  const opened = trusted(curve.degree, curve.knots, curve.points);
  if (cut === first || cut === last) return opened;
  const before = trusted(...clampedBetween(opened, first, cut));
  const after = trusted(...clampedBetween(opened, cut, last));
  const around = join(after, before, Infinity);
  if (!around.ok) throw new Error('the two parts of a closed curve are open');
  return around.value;
}
