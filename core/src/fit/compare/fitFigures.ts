import { type Curve } from '../../curve/curve';
import { distinctOf } from '../../knots/period';
import type { Vector3 } from '../../linear/vector';
import { energies } from '../../measure/energies';
import { smallestRadius } from '../../measure/extrema';
import { LUMP } from '../../measure/hooks';
import { lumps } from '../../measure/lumps';
import { pointsDeviation } from '../../measure/pointsDeviation';

/** What a curve that was fitted to points is judged by. */
export interface FitFigures {
  /** Largest and mean distance of the points from the curve, in mm, and the point that lies farthest off. */
  readonly max: number;
  readonly mean: number;
  readonly index: number;
  readonly controlPoints: number;
  /** Lumps of 5 % or more, hooks at its ends, changes of side. */
  readonly lumps: number;
  readonly hooks: number;
  readonly inflections: number;
  /** In mm; null without bending. */
  readonly length: number;
  readonly smallestRadius: number | null;
  /** F of `energies`. */
  readonly fairness: number;
}

/** Curvature is signed against the unit `normal` of the plane that the curve lies in; without one it is read in space. */
export function fitFigures(points: Float64Array, curve: Curve, normal: Vector3 | null): FitFigures {
  const { max, mean, index } = pointsDeviation(points, curve);
  const report = lumps(curve, { normal });
  const { fairness, length } = energies(curve);
  return {
    max,
    mean,
    index,
    controlPoints: distinctOf(curve),
    lumps: report.lumps.filter(({ share }) => share >= LUMP).length,
    hooks: report.hooks.length,
    inflections: report.inflections.length,
    length,
    smallestRadius: smallestRadius(curve, normal)?.radius ?? null,
    fairness,
  };
}
