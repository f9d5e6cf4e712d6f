import { VariationEnergy } from '../../energy/variationEnergy';
import { chordsApart } from '../parameters';
import { type BalancedFit, type BalancedOptions, balancedThrough } from './balanced';

/** The price on uneven speed, as with the elastica: it changes the energy by a thousandth, and saves most of the steps. */
const EVEN = 0.1;
const SEARCH = { damping: 1e-6, raise: 8, lower: 5, settled: 1e-6, steps: 40 } as const;

/**
 * The fairest curve through points: ∫|e|² ds, the variation of its curvature, is made least, free at its ends, so that
 * points of a line or a circle give that. Degree 5 with three spans from point to point and simple knots, in the plane of
 * `normal` or in space. At sharp turns there is no least without a bound on the length: see the gates of `tryFit`.
 *
 * `points` are packed x y z in mm, no two neighbours in one place. (Moreton, Séquin, Functional optimization for fair
 * surface design, 1992.)
 */
export function fairest(points: Float64Array, options: BalancedOptions = {}): BalancedFit {
  const chords = chordsApart(points, options.closed ?? false);
  const mean = chords.reduce((sum, chord) => sum + chord, 0) / chords.length;
  return balancedThrough(
    points,
    {
      degree: 5,
      spans: 3,
      start: 2,
      energyOn: ({ rows, reach }) => new VariationEnergy(rows, reach),
      drift: (interval) => EVEN * Math.sqrt(interval / mean ** 3),
      search: SEARCH,
    },
    options,
  );
}
