/** A tolerance that was tried and does, and one below it that was tried and does not. */
export interface ToleranceBracket {
  /** mm. */
  readonly enough: number;
  /** mm; 0 where any does. */
  readonly short: number;
  /** How often it was tried. */
  readonly tries: number;
}

const CLOSE = 0.05;
const MOST_DOUBLINGS = 10;
/** Below this share of where it was begun any does. */
const NOTHING = 2 ** -20;

/**
 * The least tolerance that does, to 5 %, by trying: from one that does not (0 needs no trial) up to `high`, or as far above
 * it as needed when that does not either. What does need not be monotone in the tolerance, so both ends of the answer
 * are ones that were tried. Null where none up to 1024 times `high` does.
 */
export function leastTolerance(
  does: (tolerance: number) => boolean,
  short: number,
  high: number,
): ToleranceBracket | null {
  let low = short;
  let enough = high;
  let tries = 1;
  for (let doubling = 0; !does(enough); doubling++, tries++) {
    if (doubling === MOST_DOUBLINGS) return null;
    [low, enough] = [enough, 2 * enough];
  }
  const least = NOTHING * high;
  while (enough - low > CLOSE * enough && enough > least) {
    const middle = (low + enough) / 2;
    tries++;
    if (does(middle)) enough = middle;
    else low = middle;
  }
  return { enough, short: low, tries };
}
