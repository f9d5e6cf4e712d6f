import type { Curve } from '@pencil-bend/core';

/** Points that rise by less, in mm, lie at one height. */
const LEVEL = 1e-9;

/** The height of a curve that lies in a plane parallel to the front of the sheet; null for others. */
export function heightOfLevel({ points }: Curve): number | null {
  const height = points[2] / points[3];
  for (let i = 0; i < points.length; i += 4) {
    if (!(Math.abs(points[i + 2] / points[i + 3] - height) <= LEVEL)) return null;
  }
  return height;
}
