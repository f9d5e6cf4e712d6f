/** Truncation of the regula falsi estimate, beside the present bracket, and rounds beyond those of bisection. */
const TRUNCATION = 0.2;
const SLACK = 1;

/**
 * The place in [low, high] where `f` changes sign, to a few units in the last place; `f` has opposite signs at the
 * two ends, or is 0 at one of them. Takes at most a round more than bisection, and a fraction of its rounds where `f`
 * is smooth: the ITP method (Oliveira, Takahashi, An enhancement of the bisection method average performance
 * preserving minmax optimality, ACM TOMS 47, 2020).
 */
export function signChange(f: (t: number) => number, low: number, high: number): number {
  let atLow = f(low);
  if (atLow === 0) return low;
  let atHigh = f(high);
  if (atHigh === 0) return high;
  const width = high - low;
  const close = 2 * Number.EPSILON * Math.max(Math.abs(low), Math.abs(high));
  const rounds = Math.ceil(Math.log2(width / (2 * close))) + SLACK;
  // As wide as the bracket may still be, so that no more rounds are needed than bisection would.
  let allowed = close * 2 ** rounds;
  for (let round = 0; high - low > 2 * close && round <= rounds; round++, allowed /= 2) {
    const middle = (low + high) / 2;
    const reach = allowed - (high - low) / 2;
    const falsi = (atHigh * low - atLow * high) / (atHigh - atLow);
    const off = Math.abs(middle - falsi);
    const towards = middle > falsi ? 1 : middle < falsi ? -1 : 0;
    const truncation = (TRUNCATION * (high - low) * (high - low)) / width;
    const truncated = truncation <= off ? falsi + towards * truncation : middle;
    const projected = Math.abs(truncated - middle) <= reach ? truncated : middle - towards * reach;
    // Rounding may put it onto an end of a bracket that is nearly closed.
    const next = projected > low && projected < high ? projected : middle;
    if (next <= low || next >= high) return next;
    const value = f(next);
    if (value === 0) return next;
    if (value > 0 === atLow > 0) {
      low = next;
      atLow = value;
    } else {
      high = next;
      atHigh = value;
    }
  }
  return (low + high) / 2;
}
