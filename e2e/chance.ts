/** Seeded chance, so that a red run can be repeated. */
export function chance(seed: number): (limit: number) => number {
  let state = seed;
  return (limit) => {
    // Lehmer's generator with the multiplier of Park and Miller (Communications of the ACM 31, 1988).
    state = (state * 48271) % 2147483647;
    return state % limit;
  };
}
