import { type Curve, domainOf } from '../curve/curve';
import { breaksOf } from '../knots/multiplicity';
import { withoutKnot } from './removeKnot';
import { mustBePacked, mustBeTolerance } from '../refuse';

/**
 * The curve without the knots it does not need: each is taken out as often as the whole curve stays, proven, within
 * `tolerance` mm of what it was. With a tolerance of rounding size it finds back what insertion, splitting into
 * Bézier pieces or elevation put in; for lighter curves at a real tolerance there are better ways, since the bounds
 * add up. `at` names the only knots to look at.
 */
export function withoutRedundantKnots(curve: Curve, tolerance: number, at?: readonly number[]): Curve {
  mustBeTolerance(tolerance);
  if (at) mustBePacked(at, 1, 'at');
  let lighter = curve;
  let spent = 0;
  const [first, last] = domainOf(curve);
  let open: readonly number[] =
    at ??
    breaksOf(curve).flatMap(({ u }) => ((curve.closing === 'periodic' ? u < last : u > first && u < last) ? [u] : []));
  // One of each in turn: the surplus everywhere goes before a knot that the curve hardly needs, whose going would make
  // the surplus beside it dear.
  while (open.length > 0) {
    open = open.filter((u) => {
      const removal = withoutKnot(lighter, u);
      if (!removal.ok || !(spent + removal.value.bound <= tolerance)) return false;
      spent += removal.value.bound;
      lighter = removal.value.curve;
      return true;
    });
  }
  return lighter;
}
