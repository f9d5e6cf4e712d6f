const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The place between `low` and `high` where `f` is least of all places looked at: the least there is, to a share of
 * 0.618 ** rounds of the range, where f falls and then rises. Looks once a round: golden section (Kiefer, Sequential
 * minimax search for a maximum, Proc. AMS 4, 1953).
 */
export function leastBetween(f: (t: number) => number, low: number, high: number, rounds: number): number {
  let [from, to] = [low, high];
  let [s, t] = [to - GOLDEN * (to - from), from + GOLDEN * (to - from)];
  let [atS, atT] = [f(s), f(t)];
  for (let round = 2; round < rounds; round++) {
    if (atS <= atT) {
      [to, t, atT] = [t, s, atS];
      s = to - GOLDEN * (to - from);
      // Rounding has brought the four places together.
      if (!(s > from && s < t)) break;
      atS = f(s);
    } else {
      [from, s, atS] = [s, t, atT];
      t = from + GOLDEN * (to - from);
      if (!(t > s && t < to)) break;
      atT = f(t);
    }
  }
  return atS <= atT ? s : t;
}
