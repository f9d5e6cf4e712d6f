import { energies } from '../measure/energies';
import type { Jet, Level } from '../measure/jet';
import { type Result, success } from '../result';
import { mustBeAbove0 } from '../refuse';
import { blend, type Blend, type BlendFailure } from './blend';

/** A blend with what it is chosen by. */
export interface RatedBlend extends Blend {
  /** F of `energies`: the same in any size. */
  readonly fairness: number;
}

/** Where magnitudes are sought, as shares of those of the fairest blend, and how often the bracket is halved. */
const LEAST_SHARE = 0.05;
const HALVINGS = 30;

/**
 * The fairest blend between two ends, and the shortest that is still fair: with magnitudes in the same proportion, as
 * small as F stays within so many times the least. Shorter ones hug the ends' tangents less and turn more sharply in the
 * middle. Below a factor of 1 both are the
 * fairest. Throws a RangeError for one that is not above 0.
 */
export function blendCandidates(
  one: Jet,
  other: Jet,
  levels: readonly [Level, Level] = [2, 2],
  worse = 2,
): Result<{ readonly fairest: RatedBlend; readonly shortest: RatedBlend }, BlendFailure> {
  mustBeAbove0(worse, 'factor');
  const made = blend(one, other, { levels });
  if (!made.ok) return made;
  const fairest = rated(made.value);
  const at = (share: number): RatedBlend | null => {
    const [first, second] = fairest.magnitudes;
    const scaled = blend(one, other, { levels, magnitudes: [share * first, share * second] });
    return scaled.ok ? rated(scaled.value) : null;
  };
  const most = Math.max(worse * fairest.fairness, FAIR);
  let shortest = fairest;
  let [low, high] = [LEAST_SHARE, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    const found = at(middle);
    if (found && found.fairness <= most) [shortest, high] = [found, middle];
    else low = middle;
  }
  return success({ fairest, shortest });
}

/** Below this F a curve is fair by any measure: between the ends of one circle the fairest has nearly none. */
const FAIR = 1;

const rated = (made: Blend): RatedBlend => ({ ...made, fairness: energies(made.curve).fairness });
