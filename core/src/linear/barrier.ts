import { solveBandedCholesky } from './bandedCholesky';

/** A function of points in the plane or in space that is to become small, with a banded matrix of second derivatives. */
export interface BandedEnergy {
  /** Its value with the points moved by these, packed with stride `dimension`. */
  value(moves: Float64Array): number;
  /**
   * Its value; writes the gradient, and the matrix of its second derivatives or a positive approximation of it
   * (Gauss-Newton), in the storage of `solveBandedCholesky`. Both arrays come filled with 0.
   */
  model(moves: Float64Array, gradient: Float64Array, matrix: Float64Array): number;
}

export interface BarrierProblem {
  readonly energy: BandedEnergy;
  /** Coordinates of a point, 2 or 3. */
  readonly dimension: number;
  /** Each point stays inside a ball about 0 of its radius. */
  readonly radii: Float64Array;
  /** Points further apart than this in their order do not act on each other. */
  readonly reach: number;
  /** Sums of points that stay inside balls of their own; their points lie within `reach` of each other. */
  readonly ties?: readonly Tie[];
}

/** Σ share · point, inside a ball. */
export interface Tie {
  readonly places: readonly number[];
  readonly shares: readonly number[];
  readonly radius: number;
}

export interface BarrierOptions {
  /** The weight of the barrier to start with, what it is multiplied by each round, and the share of E it ends at. */
  readonly start: number;
  readonly shrink: number;
  readonly gap: number;
  readonly steps: number;
  /** Called after each step with its count and the energy; false stops. */
  readonly each?: (step: number, energy: number) => boolean;
}

export interface BarrierEnd {
  readonly energy: number;
  readonly steps: number;
  /** The weight of the barrier at the end. */
  readonly weight: number;
  /**
   * 'gap': a convex energy is proven to lie within the share asked for of the least. Else the steps ran out, the caller
   * stopped, or rounding left no way down.
   */
  readonly by: 'gap' | 'stopped' | 'steps' | 'rounding';
}

const TO_THE_BALL = 0.99;
const MOST_INNER = 15;
const MOST_HALVINGS = 40;
/** An energy that fell to this share of its first value is as good as none. */
const NOTHING_LEFT = 1e-20;
/** Rounds without a way down, one after the other, after which there is none. */
const MOST_STUCK = 3;

/**
 * Makes the energy least within the balls, in place in `moves`, which start inside: Newton's method on
 * E − μ Σ ln(1 − |d|²/r²) with banded matrices, steps halved until it falls, μ shrinking. Every step is inside, so it may
 * stop anywhere. Raising the diagonal instead of halving the step (Levenberg) does not pay here: against the large
 * entries of a fine curve any share of them stops all that is smooth. O(points · reach²) a step.
 *
 * Boyd, Vandenberghe, Convex Optimization, 9.5, 11.2 and 11.3; with Gauss-Newton matrices: Nocedal, Wright, Numerical
 * Optimization, 10.3.
 */
export function minimiseInBalls(problem: BarrierProblem, moves: Float64Array, options: BarrierOptions): BarrierEnd {
  const { energy, dimension, radii, reach } = problem;
  const points = radii.length;
  const balls = ballsOf(problem);
  const size = points * dimension;
  const band = dimension * (Math.min(reach, points - 1) + 1) - 1;
  const gradient = new Float64Array(size);
  const matrix = new Float64Array(size * (band + 1));
  const step = new Float64Array(size);
  const tried = new Float64Array(size);
  let weight = options.start;
  let steps = 0;
  let stuck = 0;
  let value = energy.value(moves);
  const least = NOTHING_LEFT * value;
  const end = (by: BarrierEnd['by']): BarrierEnd => ({ energy: value, steps, weight, by });

  /** One step; whether the round is over, because it is near the least for this weight or because there is no way down. */
  const go = (): 'on' | 'near' | 'stuck' => {
    gradient.fill(0);
    matrix.fill(0);
    value = energy.model(moves, gradient, matrix);
    addBarrier(balls, moves, dimension, weight, gradient, matrix, band + 1);
    for (let i = 0; i < size; i++) step[i] = -gradient[i];
    if (solveBandedCholesky(size, band, matrix, step, 1) >= 0) return 'stuck';
    let decrement = 0;
    for (let i = 0; i < size; i++) decrement -= step[i] * gradient[i];
    if (decrement < 0.1 * weight * Math.min(balls.length, 20)) return decrement >= 0 ? 'near' : 'stuck';
    const before = value + barrier(balls, moves, dimension, weight);
    let share = Math.min(1, TO_THE_BALL * roomAlong(balls, moves, step, dimension));
    for (let k = 0; k < MOST_HALVINGS; k++, share /= 2) {
      for (let i = 0; i < size; i++) tried[i] = moves[i] + share * step[i];
      const there = energy.value(tried);
      if (!(there + barrier(balls, tried, dimension, weight) < before)) continue;
      moves.set(tried);
      value = there;
      steps++;
      return 'on';
    }
    return 'stuck';
  };

  for (;;) {
    let state: 'on' | 'near' | 'stuck' = 'on';
    for (let inner = 0; inner < MOST_INNER && state === 'on'; inner++) {
      if (steps >= options.steps) return end('steps');
      state = go();
      if (state === 'on' && options.each?.(steps, value) === false) return end('stopped');
    }
    stuck = state === 'stuck' ? stuck + 1 : 0;
    if (balls.length * weight < options.gap * value) return end(state === 'stuck' ? 'rounding' : 'gap');
    if (!(value > least) || stuck >= MOST_STUCK) return end('rounding');
    weight *= options.shrink;
  }
}

/** Every ball as a sum of points: that of a point by itself too. */
const ballsOf = ({ radii, ties = [] }: BarrierProblem): Tie[] => [
  ...Array.from(radii, (radius, i) => ({ places: [i], shares: [1], radius })),
  ...ties,
];

/** The sum of a ball, along each coordinate, into `out`; answers what is left to r², which is above 0 inside. */
function leftIn({ places, shares, radius }: Tie, moves: Float64Array, out: Float64Array): number {
  const dimension = out.length;
  let left = radius * radius;
  for (let c = 0; c < dimension; c++) {
    let sum = 0;
    for (let k = 0; k < places.length; k++) sum += shares[k] * moves[places[k] * dimension + c];
    out[c] = sum;
    left -= sum * sum;
  }
  return left;
}

function barrier(balls: readonly Tie[], moves: Float64Array, dimension: number, weight: number): number {
  const at = new Float64Array(dimension);
  let sum = 0;
  for (const ball of balls) sum -= Math.log(leftIn(ball, moves, at) / (ball.radius * ball.radius));
  return weight * sum;
}

/** Adds 2μ/s and 4μ dd'/s² through the shares of each ball. */
function addBarrier(
  balls: readonly Tie[],
  moves: Float64Array,
  dimension: number,
  weight: number,
  gradient: Float64Array,
  matrix: Float64Array,
  width: number,
): void {
  const at = new Float64Array(dimension);
  for (const ball of balls) {
    const left = leftIn(ball, moves, at);
    const slope = (2 * weight) / left;
    const curve = (4 * weight) / (left * left);
    const { places, shares } = ball;
    for (let i = 0; i < places.length; i++) {
      for (let c = 0; c < dimension; c++) {
        const row = places[i] * dimension + c;
        gradient[row] += shares[i] * slope * at[c];
        for (let j = 0; j < places.length; j++) {
          const first = places[j] * dimension;
          const share = shares[i] * shares[j];
          for (let e = 0; e < dimension; e++) {
            const column = first + e;
            if (column < row) continue;
            matrix[row * width + column - row] += share * ((e === c ? slope : 0) + curve * at[c] * at[e]);
          }
        }
      }
    }
  }
}

/** How many times a step may be taken until a sum comes to its ball. */
function roomAlong(balls: readonly Tie[], moves: Float64Array, step: Float64Array, dimension: number): number {
  const [at, by] = [new Float64Array(dimension), new Float64Array(dimension)];
  let room = Infinity;
  for (const ball of balls) {
    const left = leftIn(ball, moves, at);
    leftIn(ball, step, by);
    let [a, b] = [0, 0];
    for (let c = 0; c < dimension; c++) {
      a += by[c] * by[c];
      b += by[c] * at[c];
    }
    if (!(a > 0)) continue;
    // a t² + 2 b t = left; the larger root, without cancellation.
    const root = Math.sqrt(b * b + a * left);
    room = Math.min(room, b > 0 ? left / (b + root) : (root - b) / a);
  }
  return room;
}
