import type { BandedEnergy } from './barrier';
import { type Equation, leastKeeping, minimiseKeeping } from './minimiseKeeping';
import { randomNumbers } from './random.fixture';

/** Plain Gaussian elimination with row exchanges, for reference. */
function solveDense(rows: readonly (readonly number[])[], right: readonly number[]): number[] {
  const n = rows.length;
  const a = rows.map((row, i) => [...row, right[i]]);
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k; i < n; i++) if (Math.abs(a[i][k]) > Math.abs(a[pivot][k])) pivot = i;
    [a[k], a[pivot]] = [a[pivot], a[k]];
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = a[i][k] / a[k][k];
      for (let j = k; j <= n; j++) a[i][j] -= factor * a[k][j];
    }
  }
  return a.map((row, i) => row[n] / row[i]);
}

const COUNT = 9;
const REACH = 2;
const random = randomNumbers(26);

/** A positive band matrix for each pair of coordinates, as Σ of squares of random rows over neighbouring points. */
function quadratic(dimension: number): { full: number[][]; at: number[] } {
  const size = COUNT * dimension;
  const full = Array.from({ length: size }, () => Array<number>(size).fill(0));
  for (let first = 0; first + REACH < COUNT; first++) {
    for (let k = 0; k < 2 * dimension; k++) {
      const row = Array.from({ length: dimension * (REACH + 1) }, () => random() - 0.5);
      row.forEach((a, i) => row.forEach((b, j) => (full[first * dimension + i][first * dimension + j] += a * b)));
    }
  }
  return { full, at: Array.from({ length: size }, () => 4 * random() - 2) };
}

/** ½ (x − at)ᵀ H (x − at) + ¼ Σ (x − at)⁴ times `beyond`. */
function energyOf({ full, at }: ReturnType<typeof quadratic>, dimension: number, beyond: number): BandedEnergy {
  const wide = dimension * (REACH + 1);
  const value = (x: Float64Array) => {
    const off = at.map((a, i) => x[i] - a);
    let sum = 0;
    full.forEach((row, i) => row.forEach((h, j) => (sum += (off[i] * h * off[j]) / 2)));
    return sum + (beyond / 4) * off.reduce((all, d) => all + d ** 4, 0);
  };
  return {
    value,
    model: (x, gradient, matrix) => {
      const off = at.map((a, i) => x[i] - a);
      full.forEach((row, i) => {
        row.forEach((h, j) => (gradient[i] += h * off[j]));
        gradient[i] += beyond * off[i] ** 3;
        for (let j = i; j < Math.min(row.length, i + wide); j++) matrix[i * wide + j - i] += row[j];
        matrix[i * wide] += 3 * beyond * off[i] ** 2;
      });
      return value(x);
    },
  };
}

const EQUATIONS = [
  { places: [0], shares: [1] },
  { places: [2, 3, 4], shares: [0.25, 0.5, 0.25] },
  { places: [3, 4], shares: [0.5, 0.5] },
  { places: [7, 8], shares: [1, 0.2] },
];
const equationsFor = (dimension: number): Equation[] =>
  EQUATIONS.map((one, e) => ({ ...one, target: Array.from({ length: dimension }, (_, c) => Math.sin(3 * e + c)) }));

/** What is left of each equation. */
const leftOf = (equations: readonly Equation[], dimension: number, x: Float64Array) =>
  equations.flatMap(({ places, shares, target }) =>
    target.map((t, c) => places.reduce((sum, place, k) => sum + shares[k] * x[place * dimension + c], -t)),
  );

/** The system of Karush, Kuhn and Tucker in full. */
function dense(
  full: readonly (readonly number[])[],
  right: readonly number[],
  equations: readonly Equation[],
  dimension: number,
) {
  const size = COUNT * dimension;
  const count = equations.length * dimension;
  const rows = Array.from({ length: size + count }, (_, i) =>
    Array.from({ length: size + count }, (__, j) => {
      if (i < size && j < size) return full[i][j];
      const [e, x] = i >= size ? [i - size, j] : [j - size, i];
      if (e < 0 || x >= size || x % dimension !== e % dimension) return 0;
      const { places, shares } = equations[Math.floor(e / dimension)];
      const k = places.indexOf(Math.floor(x / dimension));
      return k < 0 ? 0 : shares[k];
    }),
  );
  return solveDense(rows, [...right, ...equations.flatMap(({ target }) => target)]).slice(0, size);
}

describe('an energy made least among points that keep equations', () => {
  it.each([2, 3])('is that of the full system, of %d coordinates', (dimension) => {
    const problem = quadratic(dimension);
    const equations = equationsFor(dimension);
    const right = problem.full.map((row) => row.reduce((sum, h, j) => sum + h * problem.at[j], 0));
    const expected = dense(problem.full, right, equations, dimension);
    // From points that keep the equations: any, made to by the least of another energy.
    const other = quadratic(dimension);
    const moves = Float64Array.from(
      dense(
        other.full,
        other.full.map((row) => row.reduce((sum, h, j) => sum + h * other.at[j], 0)),
        equations,
        dimension,
      ),
    );
    const energy = energyOf(problem, dimension, 0);
    const end = minimiseKeeping({ energy, count: COUNT, dimension, reach: REACH, equations }, moves, {
      damping: 1e-9,
      raise: 8,
      lower: 5,
      settled: 1e-12,
      steps: 60,
    });
    expected.forEach((x, i) => expect(Math.abs(x - moves[i])).toBeLessThan(1e-7));
    for (const left of leftOf(equations, dimension, moves)) expect(Math.abs(left)).toBeLessThan(1e-11);
    expect(end.energy).toBeCloseTo(energy.value(Float64Array.from(expected)), 12);
  });

  it('where it is no quadratic, its gradient is balanced by the equations alone', () => {
    const dimension = 2;
    const equations = equationsFor(dimension);
    const problem = quadratic(dimension);
    const energy = energyOf(problem, dimension, 2);
    const start = quadratic(dimension);
    const moves = Float64Array.from(
      dense(
        start.full,
        start.full.map((row) => row.reduce((sum, h, j) => sum + h * start.at[j], 0)),
        equations,
        dimension,
      ),
    );
    const values: number[] = [energy.value(moves)];
    const end = minimiseKeeping({ energy, count: COUNT, dimension, reach: REACH, equations }, moves, {
      damping: 0.01,
      raise: 6,
      lower: 4,
      settled: 1e-15,
      steps: 200,
      each: (_, value) => void values.push(value),
    });
    expect(end.by).not.toBe('steps');
    values.slice(1).forEach((value, k) => expect(value).toBeLessThanOrEqual(values[k]));
    const gradient = new Float64Array(moves.length);
    energy.model(moves, gradient, new Float64Array(moves.length * dimension * (REACH + 1)));
    // Its part along moves that keep the equations: those points that no equation speaks of, and differences within one.
    for (let c = 0; c < dimension; c++) {
      for (const free of [1, 5, 6]) expect(Math.abs(gradient[free * dimension + c])).toBeLessThan(1e-5);
      expect(Math.abs(gradient[8 * dimension + c] - 0.2 * gradient[7 * dimension + c])).toBeLessThan(1e-5);
    }
    for (const left of leftOf(equations, dimension, moves)) expect(Math.abs(left)).toBeLessThan(1e-11);
  });

  it('stops when told, and says so', () => {
    const problem = quadratic(2);
    const moves = new Float64Array(COUNT * 2);
    const energy = energyOf(problem, 2, 1);
    const options = { damping: 0.01, raise: 6, lower: 4, settled: 1e-12, steps: 60 };
    const of = { energy, count: COUNT, dimension: 2, reach: REACH, equations: [] };
    expect(minimiseKeeping(of, moves, { ...options, each: (step) => step < 2 })).toMatchObject({
      steps: 2,
      by: 'stopped',
    });
  });

  it('of coordinates for themselves takes one solve, from anywhere', () => {
    const dimension = 3;
    const { full, at } = quadratic(1);
    const equations = equationsFor(dimension);
    const matrix = new Float64Array(COUNT * (REACH + 1));
    full.forEach((row, i) => {
      for (let d = 0; d <= REACH && i + d < COUNT; d++) matrix[i * (REACH + 1) + d] = row[i + d];
    });
    const gradient = new Float64Array(COUNT * dimension);
    for (let i = 0; i < COUNT; i++) for (let c = 0; c < dimension; c++) gradient[i * dimension + c] = (c + 1) * at[i];
    const moves = leastKeeping({ count: COUNT, dimension, matrix, band: REACH, gradient, equations });
    for (let c = 0; c < dimension; c++) {
      const alone = equations.map((one) => ({ ...one, target: [one.target[c]] }));
      const expected = dense(
        full,
        at.map((a) => -(c + 1) * a),
        alone,
        1,
      );
      expected.forEach((x, i) => expect(Math.abs(x - (moves?.[i * dimension + c] ?? NaN))).toBeLessThan(1e-9));
    }
  });

  it('answers nothing where energy and equations leave something open', () => {
    const [matrix, gradient] = [new Float64Array(COUNT * (REACH + 1)), new Float64Array(COUNT)];
    expect(
      leastKeeping({ count: COUNT, dimension: 1, matrix, band: REACH, gradient, equations: equationsFor(1) }),
    ).toBeNull();
  });
});
