import { type Curve, evaluate, selfCrossings, type Vector3 } from '@pencil-bend/core';

/** Curves of more control points are not searched for crossings with themselves on every move. */
const MOST = 80;

const known = new WeakMap<Curve, readonly Vector3[]>();

/** Where a curve crosses itself, for the eye: each curve is searched once, and large ones never. */
export function crossingPlaces(curve: Curve): readonly Vector3[] {
  if (curve.points.length > 4 * MOST) return [];
  let places = known.get(curve);
  if (!places) {
    places = search(curve);
    known.set(curve, places);
  }
  return places;
}

function search(curve: Curve): readonly Vector3[] {
  try {
    return selfCrossings(curve).map((each) => (each.kind === 'point' ? each.point : evaluate(curve, each.u[0])));
  } catch (error) {
    // Stretches that run side by side for so long that no answer can be had: nothing is marked.
    if (!(error instanceof RangeError)) throw error;
    return [];
  }
}
