/** Indices of the end, of the value that takes its place, and of the one after it; null when that is the other end. */
export interface EndCancelled {
  readonly end: number;
  readonly value: number;
  readonly next: number | null;
}

/** What is left and what is taken out when the small ups and downs of a sequence are smoothed away. */
export interface Persistence {
  /** Indices of neighbours that cancel each other, the first before the second; the values between them lie inside. */
  readonly pairs: readonly (readonly [number, number])[];
  /** Where a value cancels with the end of the sequence, which then begins (or ends) there. */
  readonly ends: readonly EndCancelled[];
}

/**
 * Pairs the turning values of a sequence by persistence: again and again the two neighbours that differ least are taken
 * out as a pair; one that is an end of the sequence goes alone, and its partner becomes the end. Two values remain, of a
 * ring the largest and the least. `values` alternate between up and down. Pairs stand in the order of their second
 * value. O(n).
 *
 * Zero-dimensional persistence: Edelsbrunner, Letscher, Zomorodian, Topological persistence and simplification, 2002.
 * The order of cancelling does not matter, so one pass with a stack finds them: it is the rainflow count of full and
 * half cycles (ASTM E1049-85, 5.4.4).
 */
export function persistence(values: ArrayLike<number>, isRing = false): Persistence {
  const count = values.length;
  const pairs: [number, number][] = [];
  const ends: EndCancelled[] = [];
  if (count < 3) return { pairs, ends };
  const apart = (i: number, j: number) => Math.abs(values[i] - values[j]);
  let first = 0;
  if (isRing) for (let i = 1; i < count; i++) if (values[i] > values[first]) first = i;
  const stack: number[] = [];
  /** What stands before has cancelled with the start. */
  let bottom = 0;
  for (let k = 0; k < count + (isRing ? 1 : 0); k++) {
    stack.push((first + k) % count);
    while (stack.length - bottom >= 3) {
      const [a, b, c] = stack.slice(-3);
      if (apart(a, b) > apart(b, c)) break;
      if (stack.length - bottom > 3) {
        pairs.push([a, b]);
        stack.splice(-3, 2);
      } else if (isRing) break;
      else bottom++;
    }
  }
  if (isRing) return { pairs, ends };
  // What is left differs more and more and then less and less: the least is at one of its ends.
  let [low, high] = [0, stack.length - 1];
  while (high - low > 1) {
    const atStart = apart(stack[low], stack[low + 1]) <= apart(stack[high - 1], stack[high]);
    const step = atStart ? 1 : -1;
    const from = atStart ? low : high;
    ends.push({ end: stack[from], value: stack[from + step], next: high - low > 2 ? stack[from + 2 * step] : null });
    if (atStart) low++;
    else high--;
  }
  return { pairs, ends };
}
