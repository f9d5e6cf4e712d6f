import { ElasticaEnergy } from '../../energy/elasticaEnergy';
import { mustBeAbove0 } from '../../refuse';
import { chordsApart } from '../parameters';
import { type Balance, type BalancedFit, type BalancedOptions, balancedThrough } from './balanced';

/** How stiff when nothing is said, and the least and most that make sense, as shares of the median chord. */
export const STIFFNESS = { least: 0.1, usual: 0.25, most: 0.5 } as const;

/** The price on uneven speed: without it an elastica drifts along itself for a thousand steps. */
const EVEN = 0.3;
const SEARCH = { damping: 0.01, raise: 6, lower: 4, settled: 1e-6, steps: 60 } as const;

export interface ElasticaOptions extends BalancedOptions {
  /** ℓ in mm; a quarter of the median chord when left out. */
  readonly stiffness?: number;
}

/** The stiffness length in mm for a share of the median chord. */
export function stiffnessOf(points: Float64Array, closed: boolean, share: number = STIFFNESS.usual): number {
  mustBeAbove0(share, 'share');
  const chords = chordsApart(points, closed).sort();
  const middle = chords.length / 2;
  return share * (chords.length % 2 === 1 ? chords[middle - 0.5] : (chords[middle - 1] + chords[middle]) / 2);
}

/**
 * The elastica in tension through points: ∫κ² ds + length/ℓ² is made least, bending against stretching, whatever the
 * parameter. Large ℓ bends in wide curves, small ℓ follows the lines between the points and turns at them: at a lone
 * corner of turning φ with a radius of about ℓ/(√2 sin(φ/4)). A cubic with six spans from point to point, C², in the plane
 * of `normal` or in space. O(points) a step, at most 60. The energy is flat: the curve lies within a share of a percent of
 * the chords of the very least.
 *
 * `points` are packed x y z in mm, no two neighbours in one place. (Love, A Treatise on the Mathematical Theory of
 * Elasticity, ch. XIX; Gauss-Newton: Nocedal, Wright, Numerical Optimization, 10.3.)
 */
export function elastica(points: Float64Array, options: ElasticaOptions = {}): BalancedFit {
  const { closed = false, stiffness = stiffnessOf(points, closed) } = options;
  mustBeAbove0(stiffness, 'stiffness');
  return balancedThrough(points, balanceOf(stiffness, 6), options);
}

/** The same with so many spans from each point to the next: bends much shorter than a span come out too wide or too tight. */
export const balanceOf = (stiffness: number, spans: number): Balance => ({
  degree: 3,
  spans,
  start: 8,
  energyOn: ({ rows, reach }) => new ElasticaEnergy(rows, reach, stiffness),
  drift: (interval) => EVEN * Math.sqrt(interval / stiffness),
  search: SEARCH,
});
