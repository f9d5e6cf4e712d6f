import { addEntry, bandedMatrix, solveBanded } from './bandedMatrix';
import type { BandedEnergy } from './barrier';

/** Σ share · point = target, along each coordinate. */
export interface Equation {
  /** Increasing. */
  readonly places: readonly number[];
  readonly shares: readonly number[];
  readonly target: readonly number[];
}

export interface KeepingProblem {
  readonly energy: BandedEnergy;
  /** How many points, and how many coordinates each has. */
  readonly count: number;
  readonly dimension: number;
  /** Points further apart than this in their order do not act on each other. */
  readonly reach: number;
  /** What the points keep; no two of them alike. */
  readonly equations: readonly Equation[];
}

export interface KeepingOptions {
  /** The damping to start with as a share of the diagonal, what it is multiplied by after a step that fails, and divided by after one that does. */
  readonly damping: number;
  readonly raise: number;
  readonly lower: number;
  /** Over when the energy fell by less than this share twice running. */
  readonly settled: number;
  /** Steps at most, those that failed among them. */
  readonly steps: number;
  /** Called after each step with its count and the energy; false stops. */
  readonly each?: (step: number, energy: number) => boolean | void;
}

export interface KeepingEnd {
  readonly energy: number;
  readonly steps: number;
  readonly by: 'settled' | 'steps' | 'stopped' | 'rounding';
}

/** Beyond this damping no step is left. */
const MOST_DAMPING = 1e12;
/** An energy that fell to this share of its first value is as good as none. */
const NOTHING_LEFT = 1e-20;

/**
 * Makes the energy least among points that keep their equations, in place in `moves`, which keep them at the start: steps
 * of [H + λD, Aᵀ; A, 0], each equation's multiplier standing after the last point it speaks of, so that the matrix is
 * banded; it is indefinite, and solved with row exchanges. D has for each point the mean of its diagonal, so that
 * directions count alike. O(count · (dimension · reach)²) a step.
 *
 * Nocedal, Wright, Numerical Optimization, 10.3 (Levenberg, Marquardt) and 16.1 (the system of Karush, Kuhn and Tucker).
 */
export function minimiseKeeping(problem: KeepingProblem, moves: Float64Array, options: KeepingOptions): KeepingEnd {
  const { energy } = problem;
  const system = new KeepingSystem(problem);
  const tried = new Float64Array(moves.length);
  let damping = options.damping;
  let value = system.model(moves);
  const least = NOTHING_LEFT * value;
  let quiet = 0;
  for (let step = 1; step <= options.steps; step++) {
    if (!(value > least) || damping > MOST_DAMPING) return { energy: value, steps: step - 1, by: 'rounding' };
    const by = system.step(moves, damping);
    if (by) for (let i = 0; i < moves.length; i++) tried[i] = moves[i] + by[i];
    const next = by ? energy.value(tried) : Infinity;
    if (next < value) {
      moves.set(tried);
      damping /= options.lower;
      quiet = value - next < options.settled * value ? quiet + 1 : 0;
      value = system.model(moves);
    } else damping *= options.raise;
    if (options.each?.(step, value) === false) return { energy: value, steps: step, by: 'stopped' };
    if (quiet === 2) return { energy: value, steps: step, by: 'settled' };
  }
  return { energy: value, steps: options.steps, by: 'steps' };
}

/** A quadratic energy that each coordinate has for itself. */
export interface QuadraticProblem {
  readonly count: number;
  readonly dimension: number;
  /** Its second derivatives for one coordinate, and their band, in the storage of `solveBandedCholesky`. */
  readonly matrix: Float64Array;
  readonly band: number;
  /** Its gradient where nothing has moved, packed with stride `dimension`. */
  readonly gradient: Float64Array;
  readonly equations: readonly Equation[];
}

/**
 * The moves that make a quadratic energy least among those that keep the equations, one banded solve for all coordinates;
 * null where energy and equations leave something open.
 */
export function leastKeeping(problem: QuadraticProblem): Float64Array | null {
  const { count, dimension, matrix, band, gradient, equations } = problem;
  const layout = interleaved(count, 1, band, equations);
  const system = bandedMatrix(layout.size, layout.reach, layout.reach);
  const right = new Float64Array(layout.size * dimension);
  const { rowOf } = layout;
  let largest = 0;
  for (let i = 0; i < count; i++) {
    largest = Math.max(largest, matrix[i * (band + 1)]);
    for (let c = 0; c < dimension; c++) right[rowOf[i] * dimension + c] = -gradient[i * dimension + c];
    for (let d = 0; d <= band && i + d < count; d++) {
      const value = matrix[i * (band + 1) + d];
      addEntry(system, rowOf[i], rowOf[i + d], value);
      if (d > 0) addEntry(system, rowOf[i + d], rowOf[i], value);
    }
  }
  const scale = largest > 0 ? largest : 1;
  equations.forEach(({ places, shares, target }, e) => {
    const row = layout.multiplierOf[e];
    places.forEach((place, k) => {
      addEntry(system, row, rowOf[place], scale * shares[k]);
      addEntry(system, rowOf[place], row, scale * shares[k]);
    });
    for (let c = 0; c < dimension; c++) right[row * dimension + c] = scale * target[c];
  });
  if (!solveBanded(system, right, dimension)) return null;
  const moves = new Float64Array(count * dimension);
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < dimension; c++) moves[i * dimension + c] = right[rowOf[i] * dimension + c];
  }
  return moves.every(Number.isFinite) ? moves : null;
}

/** Where points and multipliers stand in a system: each multiplier after the last point that its equation speaks of. */
interface Interleaved {
  /** Rows of the first coordinate of each point, and of each equation's multiplier. */
  readonly rowOf: Int32Array;
  readonly multiplierOf: Int32Array;
  readonly size: number;
  /** Half the bandwidth. */
  readonly reach: number;
}

function interleaved(count: number, wide: number, band: number, equations: readonly Equation[]): Interleaved {
  const after: number[][] = Array.from({ length: count }, () => []);
  equations.forEach(({ places }, e) => after[places[places.length - 1]].push(e));
  const rowOf = new Int32Array(count);
  const multiplierOf = new Int32Array(equations.length);
  let row = 0;
  for (let i = 0; i < count; i++) {
    rowOf[i] = row;
    row += wide;
    for (const e of after[i]) {
      multiplierOf[e] = row;
      row += wide;
    }
  }
  let reach = wide - 1;
  for (let i = 0; i < count; i++) reach = Math.max(reach, rowOf[Math.min(count - 1, i + band)] + wide - 1 - rowOf[i]);
  equations.forEach(({ places }, e) => (reach = Math.max(reach, multiplierOf[e] - rowOf[places[0]])));
  return { rowOf, multiplierOf, size: row, reach };
}

/** The system of a problem: gradient and matrix where the points are, and the step that they ask for. */
class KeepingSystem {
  private readonly band: number;
  private readonly gradient: Float64Array;
  private readonly matrix: Float64Array;
  private readonly layout: Interleaved;

  constructor(private readonly problem: KeepingProblem) {
    const { count, dimension, reach, equations } = problem;
    this.band = Math.min(reach, count - 1);
    this.gradient = new Float64Array(count * dimension);
    this.matrix = new Float64Array(count * dimension * dimension * (this.band + 1));
    this.layout = interleaved(count, dimension, this.band, equations);
  }

  /** The energy where the points are; its gradient and matrix are kept for the steps from there. */
  model(moves: Float64Array): number {
    this.gradient.fill(0);
    this.matrix.fill(0);
    return this.problem.energy.model(moves, this.gradient, this.matrix);
  }

  /** By how much each coordinate is to move; null where that is left open. */
  step(moves: Float64Array, damping: number): Float64Array | null {
    const { gradient, matrix } = this;
    const { count, dimension, equations } = this.problem;
    const { rowOf, multiplierOf, size, reach } = this.layout;
    const wide = dimension * (this.band + 1);
    const system = bandedMatrix(size, reach, reach);
    const right = new Float64Array(size);
    let largest = 0;
    for (let i = 0; i < count; i++) {
      let diagonal = 0;
      for (let c = 0; c < dimension; c++) diagonal += matrix[(i * dimension + c) * wide];
      largest = Math.max(largest, diagonal);
      for (let c = 0; c < dimension; c++) {
        const from = i * dimension + c;
        const row = rowOf[i] + c;
        right[row] = -gradient[from];
        addEntry(system, row, row, (damping * diagonal) / dimension);
        const most = Math.min(count * dimension - from, wide);
        for (let d = 0; d < most; d++) {
          const value = matrix[from * wide + d];
          if (value === 0) continue;
          const column = rowOf[Math.floor((from + d) / dimension)] + ((from + d) % dimension);
          addEntry(system, row, column, value);
          if (column !== row) addEntry(system, column, row, value);
        }
      }
    }
    // Rows of like size: equations count in units of the matrix.
    const scale = largest > 0 ? largest / dimension : 1;
    equations.forEach(({ places, shares, target }, e) => {
      for (let c = 0; c < dimension; c++) {
        const row = multiplierOf[e] + c;
        let off = target[c];
        places.forEach((place, k) => {
          off -= shares[k] * moves[place * dimension + c];
          addEntry(system, row, rowOf[place] + c, scale * shares[k]);
          addEntry(system, rowOf[place] + c, row, scale * shares[k]);
        });
        right[row] = scale * off;
      }
    });
    if (!solveBanded(system, right, 1)) return null;
    const by = new Float64Array(count * dimension);
    for (let i = 0; i < count; i++) for (let c = 0; c < dimension; c++) by[i * dimension + c] = right[rowOf[i] + c];
    return by.every(Number.isFinite) ? by : null;
  }
}
