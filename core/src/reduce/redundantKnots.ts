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
  const periodic = curve.closing === 'periodic';
  const open = new Map(
    breaksOf(curve).flatMap(({ u, multiplicity }) =>
      (periodic ? u < last : u > first && u < last) && (at?.includes(u) ?? true) ? [[u, multiplicity] as const] : [],
    ),
  );
  // Those that stand most often first: a knot that the curve hardly needs would make the surplus beside it dear by its
  // going.
  while (open.size > 0) {
    let most = 0;
    for (const multiplicity of open.values()) most = Math.max(most, multiplicity);
    for (const [u, multiplicity] of open) {
      if (multiplicity < most) continue;
      const removal = withoutKnot(lighter, u);
      if (removal.ok && spent + removal.value.bound <= tolerance) {
        spent += removal.value.bound;
        lighter = removal.value.curve;
        open.set(u, multiplicity - 1);
      } else open.delete(u);
    }
  }
  return lighter;
}
