import type { CurvaturePlace, TurningReading } from './extrema';
import type { LumpPlace } from './lumpPlace';

/** The four vertices of an oval lie further apart than this share of its length. */
const WELL_APART = 1 / 16;

/**
 * A simple closed plane curve has four vertices at least (Mukhopadhyaya 1909; Kneser 1912): its most prominent pair is its
 * shape, as an oval's, where these lie well apart. A bump in a circle has four as well, three of them close together.
 */
export function fourVertices(
  turning: readonly TurningReading[],
  pairs: readonly (readonly [number, number])[],
  place: (reading: CurvaturePlace) => LumpPlace,
  total: number,
): readonly [number, number] | null {
  let most: readonly [number, number] | null = null;
  const apart = ([i, j]: readonly [number, number]) => Math.abs(turning[i].kappa - turning[j].kappa);
  for (const pair of pairs) if (!most || apart(pair) > apart(most)) most = pair;
  if (!most) return null;
  const paired = new Set(pairs.flat());
  let [high, low] = [-1, -1];
  turning.forEach(({ kappa }, i) => {
    if (paired.has(i)) return;
    if (high < 0 || kappa > turning[high].kappa) high = i;
    if (low < 0 || kappa < turning[low].kappa) low = i;
  });
  const places = [...most, high, low].map((i) => place(turning[i]).s).sort((a, b) => a - b);
  const gaps = places.map((s, i) => (i === 0 ? s + total - places[3] : s - places[i - 1]));
  return Math.min(...gaps) >= WELL_APART * total ? most : null;
}
