import { mustBeFinite, mustBeOneOf } from '../refuse';
import type { CurvatureProfile } from './curvatureProfile';
import { type CurveStretch, levelStretches } from './levelStretches';

/**
 * Where a curve bends more, or less, than a level of |κ| in 1/mm: a cutter of radius r cannot make what bends more than
 * 1/r, and what bends less than a small level is flat. In order; stretches shorter than `least` mm are left out. The ends
 * lie where a straight line between two samples of the profile reaches the level, so they are as near as its tolerance.
 * Throws a RangeError for a level or a length that is not finite.
 */
export function curvatureStretches(
  { u, s, kappa }: CurvatureProfile,
  side: 'above' | 'below',
  level: number,
  least = 0,
): CurveStretch[] {
  mustBeOneOf(side, ['above', 'below'], 'side');
  mustBeFinite(level, 'level');
  mustBeFinite(least, 'least');
  return levelStretches({ u, s, value: kappa }, side, level, least);
}
