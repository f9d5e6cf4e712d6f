import { mustBePacked } from '../refuse';

/**
 * Which control points an edit kept: for each one of `after` the index of the one of `before` that it is to the last
 * bit, or -1. Both are homogeneous, wx wy wz w each; each of `before` is found once, in order. Whatever changes knots,
 * degree or direction keeps the bits of the points that it does not touch, so places need not be near to be told apart.
 * Throws a RangeError for arrays that are no such points. O(n).
 */
export function keptPoints(before: Float64Array, after: Float64Array): Int32Array {
  mustBePacked(before, 4, 'before');
  mustBePacked(after, 4, 'after');
  const waiting = new Map<number, number[]>();
  for (let i = 0; 4 * i < before.length; i++) {
    const key = mixed(before, i);
    const there = waiting.get(key);
    if (there) there.push(i);
    else waiting.set(key, [i]);
  }
  return Int32Array.from({ length: after.length / 4 }, (_, i) => {
    const there = waiting.get(mixed(after, i)) ?? [];
    const found = there.findIndex((j) => [0, 1, 2, 3].every((c) => before[4 * j + c] === after[4 * i + c]));
    return found < 0 ? -1 : there.splice(found, 1)[0];
  });
}

const numbers = new Float64Array(4);
const halves = new Int32Array(numbers.buffer);

/** A number that is the same for the same point. (Multiplicative hashing: Knuth, The Art of Computer Programming 3, 6.4.) */
function mixed(points: Float64Array, index: number): number {
  // Without minus zero, which is the same place.
  for (let c = 0; c < 4; c++) numbers[c] = points[4 * index + c] + 0;
  let hash = 0;
  for (const half of halves) hash = Math.imul(hash ^ half, 0x9e3779b1);
  return hash;
}
