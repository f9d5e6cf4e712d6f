import { type Curve, domainOf, trusted } from '../curve/curve';
import { clampedBetween } from '../knots/clamp';
import { intoPeriod } from '../knots/period';
import { SAME_KNOT, toKnot } from '../knots/sameKnot';
import { openedAt } from './openedAt';
import { failed, type Result, success } from '../result';

/** Why a curve cannot be cut: the place is one of its ends, or the stretch asked for has no length. */
export interface NothingToCut {
  readonly kind: 'nothing-to-cut';
  readonly from: number;
  readonly to: number;
}

/**
 * The stretch of a curve between two parameters, clamped, with its parameters kept. A periodic curve may be cut over
 * its seam: `to` may lie up to one period after `from`, wherever that is. Throws a RangeError outside the domain of
 * any other curve. (The NURBS Book, 5.2: knots are inserted up to full multiplicity.)
 */
export function subCurve(curve: Curve, from: number, to: number): Result<Curve, NothingToCut> {
  if (!(Number.isFinite(from) && Number.isFinite(to))) throw new RangeError(`no stretch goes from ${from} to ${to}`);
  const [first, last] = domainOf(curve);
  const period = last - first;
  let start: number;
  let end: number;
  if (curve.closing === 'periodic') {
    if (to - from > (1 + SAME_KNOT) * period) throw new RangeError(`a stretch from ${from} to ${to} overlaps itself`);
    start = intoPeriod(curve, toKnot(curve, intoPeriod(curve, from)));
    end = snappedAround(curve, start + (to - from));
  } else {
    start = toKnot(curve, from);
    end = toKnot(curve, to);
  }
  if (!(end - start > SAME_KNOT * period)) return failed({ kind: 'nothing-to-cut', from, to });
  return success(trusted(...clampedBetween(curve, start, end)));
}

/** A parameter in any period, at a knot's exact value there when it is meant to be that knot. */
function snappedAround(curve: Curve, u: number): number {
  const [first, last] = domainOf(curve);
  const base = toKnot(curve, intoPeriod(curve, u));
  const turns = Math.round((u - base) / (last - first));
  if (base === last) return last + turns * (last - first);
  return turns === 1 && base === first ? last : base + turns * (last - first);
}

/**
 * A curve cut in two at u. A closed one is cut open: it gives one curve, which begins and ends there. Parameters stay,
 * on a closed curve counted on past its seam. Throws a RangeError outside the domain.
 */
export function split(curve: Curve, u: number): Result<readonly Curve[], NothingToCut> {
  const [first, last] = domainOf(curve);
  if (curve.closing === 'periodic') return success([openedAt(curve, u)]);
  const cut = toKnot(curve, u);
  if (curve.closing === 'clamped-closed') return success([openedAt(curve, cut)]);
  if (cut === first || cut === last) return failed({ kind: 'nothing-to-cut', from: cut, to: cut });
  return success([trusted(...clampedBetween(curve, first, cut)), trusted(...clampedBetween(curve, cut, last))]);
}
