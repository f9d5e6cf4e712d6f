import { angleBetween } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { breaksOf } from '../knots/multiplicity';
import { mustBeAbove0 } from '../refuse';
import { frameAt } from './frame';

/** A corner of a curve: the parameter, and by how much the tangent turns there, in radians. */
export interface Kink {
  readonly u: number;
  readonly turn: number;
}

/** Turns below this many radians, a twentieth of a degree, are none: as a joint of level G1 allows. */
const NO_TURN = (0.05 * Math.PI) / 180;

/**
 * The corners of a curve, in order: knots of full multiplicity where the tangent turns by more than `least` radians; of
 * a closed curve the seam among them. Where the curve stands still it has no tangent and no corner.
 */
export function kinksOf(curve: Curve, least = NO_TURN): Kink[] {
  mustBeAbove0(least, 'turn');
  const [first, last] = domainOf(curve);
  const found: Kink[] = [];
  for (const { u, multiplicity } of breaksOf(curve)) {
    const seam = u === first;
    if (u === last || (seam && curve.closing === 'open')) continue;
    if (!seam && multiplicity < curve.degree) continue;
    const [before, after] = [frameAt(curve, seam ? last : u, 'left'), frameAt(curve, u)];
    const turn = before && after ? angleBetween(before.tangent, after.tangent) : 0;
    if (turn > least) found.push({ u, turn });
  }
  return found;
}
