import { randomNumbers } from '../linear/random.fixture';
import { persistence } from './persistence';

/** Word for word: the two neighbours that differ least, again and again. */
function naive(values: readonly number[], isRing: boolean) {
  const left = values.map((_, i) => i);
  const pairs: [number, number][] = [];
  const ends: [number, number][] = [];
  while (left.length > 2) {
    let best = -1;
    let least = Infinity;
    for (let k = 0; k < left.length - (isRing ? 0 : 1); k++) {
      const apart = Math.abs(values[left[k]] - values[left[(k + 1) % left.length]]);
      if (apart < least) [best, least] = [k, apart];
    }
    const next = (best + 1) % left.length;
    if (isRing || (best > 0 && next < left.length - 1)) {
      pairs.push([left[best], left[next]]);
      left.splice(Math.max(best, next), 1);
      left.splice(Math.min(best, next), 1);
    } else if (best === 0) {
      ends.push([left[0], left[1]]);
      left.shift();
    } else {
      ends.push([left[next], left[best]]);
      left.pop();
    }
  }
  return { pairs, ends };
}

const sorted = (list: readonly (readonly [number, number])[]) => list.map((pair) => pair.join()).sort();

describe('persistence', () => {
  it('is the rainflow count of the worked example of ASTM E1049-85, fig. 6 (values from memory)', () => {
    const peaks = [-2, 1, -3, 5, -1, 3, -4, 4, -2];
    const { pairs, ends } = persistence(peaks);
    const range = ([i, j]: readonly [number, number]) => Math.abs(peaks[i] - peaks[j]);
    // One full cycle of range 4; half cycles of 3, 4, 8, 8, 6, and the 9 that is left.
    expect(pairs).toEqual([[4, 5]]);
    expect(range(pairs[0])).toBe(4);
    expect(ends.map(({ end, value }) => range([end, value]))).toEqual([3, 4, 6, 8, 8]);
  });

  it.each([false, true])('pairs as the definition does, word for word, whatever the order (ring: %s)', (isRing) => {
    const random = randomNumbers(isRing ? 5 : 4);
    let paired = 0;
    for (let round = 0; round < 400; round++) {
      const count = isRing ? 2 * (1 + Math.floor(random() * 12)) : 1 + Math.floor(random() * 24);
      let value = random();
      const values = Array.from({ length: count }, (_, i) => {
        const step = 0.01 + random();
        return (value += i % 2 === 0 ? step : -step);
      });
      // Around a ring too it goes up and down in turn.
      if (isRing && !(values[count - 1] < values[0] && values[count - 1] < values[count - 2])) values[count - 1] = -99;
      const [found, wanted] = [persistence(values, isRing), naive(values, isRing)];
      paired += found.pairs.length;
      expect(sorted(found.pairs.map(([i, j]) => (i < j ? [i, j] : [j, i])))).toEqual(
        sorted(wanted.pairs.map(([i, j]) => (i < j ? [i, j] : [j, i]))),
      );
      expect(sorted(found.ends.map(({ end, value }) => [end, value]))).toEqual(sorted(wanted.ends));
    }
    expect(paired).toBeGreaterThan(1000);
  });

  it('says what comes after a value that an end cancels with, unless it is the other end', () => {
    expect(persistence([3, 2, 9, 1, 4]).ends).toEqual([
      { end: 0, value: 1, next: 2 },
      { end: 4, value: 3, next: 2 },
      { end: 1, value: 2, next: null },
    ]);
    expect(persistence([0, 9, 1]).ends).toEqual([{ end: 2, value: 1, next: null }]);
    expect(persistence([1, 9, 0]).ends).toEqual([{ end: 0, value: 1, next: null }]);
  });

  it('leaves what has nothing to pair', () => {
    expect(persistence([])).toEqual({ pairs: [], ends: [] });
    expect(persistence([3, 5])).toEqual({ pairs: [], ends: [] });
    expect(persistence([3, 5], true)).toEqual({ pairs: [], ends: [] });
  });
});
