import { arcLength, type Curve, distinctOf, lengthAt, smallestRadius, type Vector3 } from '@pencil-bend/core';
import { energies, lumps } from '@pencil-bend/core/reading';
import type { ShapeFigures } from './figuresTogether';

/** How a curve is read to be compared: signed by the normal of its plane, lumps from the share `least` on. */
export interface ReadBy {
  readonly normal: Vector3 | null;
  readonly least: number;
}

export function shapeFigures(curve: Curve, { normal, least }: ReadBy): ShapeFigures {
  const found = lumps(curve, { normal, least }).lumps.filter(({ stepped }) => !stepped);
  const tightest = smallestRadius(curve, normal);
  const { variation, fairness, length } = energies(curve);
  return {
    lumps: found.length,
    largest: found[0]?.share ?? 0,
    tightest: tightest && { radius: tightest.radius, s: lengthAt(arcLength(curve), tightest.u) },
    variation,
    fairness,
    controlPoints: distinctOf(curve),
    length,
  };
}
