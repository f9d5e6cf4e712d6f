/**
 * The place in [low, high] where `f` changes sign, halved until the interval cannot shrink any more; `f` has
 * opposite signs at the two ends, or is 0 at one of them.
 */
export function bisect(f: (t: number) => number, low: number, high: number): number {
  const atLow = f(low);
  if (atLow === 0) return low;
  if (f(high) === 0) return high;
  for (let round = 0; round < 200; round++) {
    const middle = (low + high) / 2;
    if (middle <= low || middle >= high) return middle;
    const value = f(middle);
    if (value === 0) return middle;
    if (value > 0 === atLow > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
