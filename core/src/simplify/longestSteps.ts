/** Whether the stretch from a to b can be replaced within a limit. */
export type Fits = (limit: number) => (a: number, b: number) => boolean;

/** How finely a step is sought, as a share of it. */
const FINENESS = 4e-3;
/** A step this small beside the whole is taken as it is: nothing shorter helps. */
const LEAST = 1e-12;
const EVENING_ROUNDS = 6;

/**
 * The ends of as few steps from `from` to `to` as longest steps make: each goes as far as `fits` allows within `limit`.
 * If they are to be even, so that the last is no leftover, the limit is then lowered as far as their number allows.
 */
export function longestSteps(
  from: number,
  to: number,
  guess: number,
  limit: number,
  fits: Fits,
  even: boolean,
): number[] {
  let best = walked(from, to, guess, fits(limit), Infinity);
  if (!best) throw new Error('steps without a limit to their number end');
  if (!even) return best;
  // The error of a step grows with its square or cube: by no more can the limit fall for one step less to become all.
  let [low, high] = [limit * (1 - 1 / best.length) ** 3, limit];
  for (let round = 0; round < EVENING_ROUNDS && best.length > 1; round++) {
    const middle = (low + high) / 2;
    const evened = walked(from, to, (to - from) / best.length, fits(middle), best.length);
    if (evened) [best, high] = [evened, middle];
    else low = middle;
  }
  return best;
}

/** Null when more than `most` steps are needed. */
function walked(
  from: number,
  to: number,
  guess: number,
  fits: (a: number, b: number) => boolean,
  most: number,
): number[] | null {
  const ends: number[] = [];
  let end = from;
  let step = guess;
  while (end < to) {
    if (ends.length === most) return null;
    step = longest(end, to, step, fits, LEAST * (to - from));
    end = end + step >= to ? to : end + step;
    ends.push(end);
  }
  return ends;
}

/** The longest step from `at`, sought outwards and inwards from a guess. */
function longest(
  from: number,
  to: number,
  guess: number,
  fits: (a: number, b: number) => boolean,
  least: number,
): number {
  const room = to - from;
  const end = (step: number) => (step >= room ? to : from + step);
  let good = 0;
  let bad = Infinity;
  let step = Math.min(guess, room);
  while (bad - good > FINENESS * good) {
    if (fits(from, end(step))) {
      good = step;
      if (step >= room) return room;
      // Twice the step, or half way to where it failed.
      step = bad === Infinity ? Math.min(room, 1.5 * step) : (good + bad) / 2;
    } else {
      bad = step;
      step = good === 0 ? step / 2 : (good + bad) / 2;
      if (step <= least) return Math.min(room, Math.max(step, Number.EPSILON * Math.abs(from) * 4));
    }
  }
  return good;
}
