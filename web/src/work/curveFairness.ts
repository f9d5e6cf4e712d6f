import { type Curve, type Lightness, lightness, type Vector3 } from '@pencil-bend/core';
import { type LumpReport, lumps } from '@pencil-bend/core/reading';

/** How fair a curve is: its lumps, and what it is made of. */
export interface CurveFairness {
  readonly normal: Vector3 | null;
  readonly report: LumpReport;
  readonly lightness: Lightness;
}

/** Reads one curve, signed by the normal of its plane; lumps are listed from the share `least` on. */
export const curveFairness = (curve: Curve, normal: Vector3 | null, least: number): CurveFairness => ({
  normal,
  report: lumps(curve, { normal, least }),
  lightness: lightness(curve, normal),
});
