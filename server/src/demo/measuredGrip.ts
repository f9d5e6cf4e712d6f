import {
  along,
  cross,
  derivatives,
  domainOf,
  evaluate,
  packVectors,
  unit,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { FRONT_ID, type Item, newPointSet, pointSetBytes, type Recipe, resolveRecipe } from '@pencil-bend/document';
import { contentName } from '../projects/contents';

/** So many points a curve: a probe that is drawn along by hand gives some hundred a second. */
const POINTS = 1200;
/** How far the sample part is off, in mm: it warped a little when it dried, and the probe has noise. */
const WARPED = 0.35;
const NOISE = 0.06;

/** A measured set of a sample part that was made after a curve: its points, and the item that refers to them. */
export function measuredAlong(
  recipe: Recipe,
  name: string,
  seed: number,
): { readonly item: Item; readonly bytes: Uint8Array } {
  const noise = noiseOf(seed);
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) throw new Error(`the demo cannot be drawn: ${resolved.failure.message}`);
  const { curve } = resolved.value;
  const [from, to] = domainOf(curve);
  const points = Array.from({ length: POINTS }, (_, i): Vector3 => {
    const share = (i + 0.5) / POINTS;
    const u = from + share * (to - from);
    const across = unit(cross([0, 0, 1], vectorAt(derivatives(curve, u, 1), 1)));
    return along(evaluate(curve, u), across, WARPED * Math.sin(5 * share) ** 3 + NOISE * noise());
  });
  // As a probe writes them: to a micrometre.
  const packed = packVectors(points).map((value) => Math.round(value * 1000) / 1000 + 0);
  const bytes = pointSetBytes(packed);
  const item: Item = {
    kind: 'pointSet',
    name,
    note: 'From a sample of the last grip: select it with its curve and read the deviation.',
    colour: '#6b7783',
    visible: true,
    layer: 'sample',
    plane: FRONT_ID,
    pointSet: newPointSet(contentName(bytes), packed),
  };
  return { item, bytes };
}

/** Even chance between -1 and 1, always the same (Lehmer's generator; the multiplier of Park, Miller and Stockmeyer, 1993, from memory). */
function noiseOf(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return (2 * state) / 2_147_483_647 - 1;
  };
}
