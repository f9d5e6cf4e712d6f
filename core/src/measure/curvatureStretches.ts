import { mustBeFinite, mustBeOneOf } from '../refuse';
import type { CurvatureProfile } from './curvatureProfile';

/** A stretch of a curve, by parameter and by length from the start in mm. */
export interface CurvatureStretch {
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
}

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
): CurvatureStretch[] {
  mustBeOneOf(side, ['above', 'below'], 'side');
  mustBeFinite(level, 'level');
  mustBeFinite(least, 'least');
  const beyond = (k: number) => (side === 'above' ? k > level : k <= level);
  const found: CurvatureStretch[] = [];
  let open: { u: number; s: number } | null = null;
  const close = (end: { u: number; s: number }) => {
    if (open && end.s > open.s && end.s - open.s >= least) {
      found.push({ from: open.u, to: end.u, start: open.s, end: end.s });
    }
    open = null;
  };
  for (let i = 0; i < s.length; i++) {
    const [a, b] = [i > 0 ? Math.abs(kappa[i - 1]) : NaN, Math.abs(kappa[i])];
    const here = { u: u[i], s: s[i] };
    if (i === 0) {
      if (beyond(b)) open = here;
      continue;
    }
    // Between the samples |κ| can come down to 0 and go up again where the curve changes sides.
    const turns = kappa[i - 1] * kappa[i] < 0;
    const at = (share: number) => ({
      u: u[i - 1] + share * (u[i] - u[i - 1]),
      s: s[i - 1] + share * (s[i] - s[i - 1]),
    });
    const places = turns
      ? [(a - level) / (a + b), (a + level) / (a + b)].filter((share) => share > 0 && share < 1)
      : beyond(a) !== beyond(b)
        ? [(level - a) / (b - a)]
        : [];
    let isBeyond = open !== null;
    for (const share of places) {
      isBeyond = !isBeyond;
      if (isBeyond) open = at(share);
      else close(at(share));
    }
  }
  if (open && s.length > 0) close({ u: u[s.length - 1], s: s[s.length - 1] });
  return found;
}
