/**
 * The place of unknown j of a ring of `count` after numbering 0, n−1, 1, n−2, …: neighbours in the ring stay within two
 * of each other, so that a cyclic band of width p becomes a plain one of width 2p.
 */
export const fold = (j: number, count: number): number => (j < count / 2 ? 2 * j : 2 * (count - 1 - j) + 1);

/** The unknown that stands at a place. */
export const unfold = (place: number, count: number): number =>
  place % 2 === 0 ? place / 2 : count - 1 - (place - 1) / 2;
