import type { Curve } from '../../curve/curve';
import { DriftEnergy } from '../../energy/driftEnergy';
import { energySum } from '../../energy/energySum';
import { movedCurve } from '../../energy/motion';
import type { BandedEnergy } from '../../linear/barrier';
import { type KeepingEnd, type KeepingOptions, minimiseKeeping } from '../../linear/minimiseKeeping';
import type { Vector3 } from '../../linear/vector';
import { mustBeNormal } from '../../refuse';
import { parametersOf } from '../parameters';
import { inLinearTension } from './linearTension';
import { type ThroughSpace, throughSpace } from './throughSpace';

export interface BalancedOptions {
  readonly closed?: boolean;
  /** Unit normal of the plane that the points lie in; without one the curve is sought in space. */
  readonly normal?: Vector3 | null;
  /** Called after each step with its count and the energy; false stops, and what was reached is answered. */
  readonly progress?: (step: number, energy: number) => boolean | void;
}

/** A curve through points that an energy was made least for. */
export interface BalancedFit {
  readonly curve: Curve;
  /** For each point its parameter; a closed curve has one more, for the return to the first. */
  readonly parameters: Float64Array;
  /** What was made least, without what keeps the parameter even. */
  readonly energy: number;
  readonly steps: number;
  readonly by: KeepingEnd['by'];
}

/** How a curve through points is sought. */
export interface Balance {
  readonly degree: number;
  /** Spans from each point to the next. */
  readonly spans: number;
  /** The linear tension of the curve to start from. */
  readonly start: number;
  readonly energyOn: (space: ThroughSpace) => BandedEnergy;
  /** What keeps the parameter even: for each interval its factor, in the unit of the energy's residuals. */
  readonly drift: (interval: number) => number;
  readonly search: Omit<KeepingOptions, 'each'>;
}

/** Gauss nodes of a span: enough for energies by arc length. */
const NODES = 4;

/**
 * The curve through points, packed x y z, no two neighbours in one place, that makes an energy least: from the cubic in
 * linear tension by a rule that always stops at the same step, so that the same points give the same curve.
 */
export function balancedThrough(points: Float64Array, balance: Balance, options: BalancedOptions): BalancedFit {
  const { closed = false, normal = null, progress } = options;
  mustBeNormal(normal);
  const parameters = parametersOf(points, closed, 'chord');
  const { degree, spans, start, energyOn, drift, search } = balance;
  const space = throughSpace(points, parameters, { degree, spans, nodes: NODES, closed, normal });
  const { curve, columns, axes, rows, reach, count, equations, intervals } = space;
  const moves = inLinearTension(space, start);
  const shape = energyOn(space);
  const energy = energySum([shape, new DriftEnergy(rows, reach, intervals.map(drift))]);
  const problem = { energy, count, dimension: axes.length, reach, equations };
  const end = minimiseKeeping(problem, moves, { ...search, each: progress });
  return {
    curve: movedCurve(curve, columns, axes, moves),
    parameters,
    energy: 2 * shape.value(moves),
    steps: end.steps,
    by: end.by,
  };
}
