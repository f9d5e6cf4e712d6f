import { type Curve, domainOf } from '../curve/curve';

/** Slower than this a curve stands still: the squares and cubes of its speed would leave what a number can hold. */
const SLOWEST = 1e-50;
/** What would come no further than this share of its place, all along the domain, is moved by rounding alone. */
const BY_ROUNDING = 1e-14;

/**
 * Whether a curve stands still where its place and first derivative are those at the start of `d`: what direction the
 * derivative of coincident rational control points has is rounding.
 */
export function standsStill(curve: Curve, d: ArrayLike<number>): boolean {
  const [first, last] = domainOf(curve);
  const speed = Math.hypot(d[3], d[4], d[5]);
  return !(speed > SLOWEST && speed * (last - first) > BY_ROUNDING * Math.hypot(d[0], d[1], d[2]));
}
