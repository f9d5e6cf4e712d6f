import { type Curve, evaluate, selfCrossings, type Vector3 } from '@pencil-bend/core';

/** Where a curve crosses itself, for the eye. */
export function crossingPlaces(curve: Curve): readonly Vector3[] {
  try {
    return selfCrossings(curve).map((each) => (each.kind === 'point' ? each.point : evaluate(curve, each.u[0])));
  } catch (error) {
    // Stretches that run side by side for so long that no answer can be had: nothing is marked.
    if (!(error instanceof RangeError)) throw error;
    return [];
  }
}
