import type { BandedEnergy } from '../linear/barrier';
import { derivativesAt, type DerivativeRows } from './derivativeRows';

/**
 * ½ ∫|r^(k)|² du by the parameter, k = 3 (jerk) or the degree where that is less: quadratic in the control points, so
 * its matrix is made once. Summed from the derivatives themselves: x'Qx would lose all digits of them from some 500
 * control points on.
 */
export class ParametricEnergy implements BandedEnergy {
  /** The matrix for one coordinate, in the storage of `solveBandedCholesky` with this band. */
  readonly matrix: Float64Array;
  readonly band: number;

  /** `count` unknown moves, those further apart than `reach` without a span in common. */
  constructor(
    private readonly rows: DerivativeRows,
    private readonly order: number,
    private readonly count: number,
    reach: number,
  ) {
    this.band = Math.min(reach, Math.max(0, count - 1));
    this.matrix = new Float64Array(count * (this.band + 1));
    const { width } = rows;
    for (let node = 0; node < rows.nodes; node++) {
      const from = (node * 3 + this.order - 1) * width;
      for (let i = 0; i < width; i++) {
        const row = rows.places[node * width + i];
        if (row < 0) continue;
        const share = rows.weights[node] * rows.rows[from + i];
        for (let j = 0; j < width; j++) {
          const column = rows.places[node * width + j];
          if (column >= row) this.matrix[row * (this.band + 1) + column - row] += share * rows.rows[from + j];
        }
      }
    }
  }

  value(moves: Float64Array): number {
    return this.sum(moves, null);
  }

  model(moves: Float64Array, gradient: Float64Array, matrix: Float64Array): number {
    const { dimension } = this.rows;
    const [width, wide] = [this.band + 1, dimension * (this.band + 1)];
    for (let i = 0; i < this.count; i++) {
      for (let d = 0; d < width; d++) {
        const value = this.matrix[i * width + d];
        for (let c = 0; c < dimension; c++) matrix[(i * dimension + c) * wide + d * dimension] += value;
      }
    }
    return this.sum(moves, gradient);
  }

  /** The gradient before anything moved. */
  gradient(): Float64Array {
    const size = this.count * this.rows.dimension;
    const gradient = new Float64Array(size);
    this.sum(new Float64Array(size), gradient);
    return gradient;
  }

  /** The energy; adds its gradient where one is given. */
  private sum(moves: Float64Array, gradient: Float64Array | null): number {
    const { rows, order } = this;
    const { dimension, width } = rows;
    const d = new Float64Array(3 * dimension);
    let sum = 0;
    for (let node = 0; node < rows.nodes; node++) {
      derivativesAt(rows, node, moves, d);
      const weight = rows.weights[node];
      for (let c = 0; c < dimension; c++) {
        const value = d[(order - 1) * dimension + c];
        sum += weight * value * value;
        if (!gradient) continue;
        for (let j = 0; j < width; j++) {
          const place = rows.places[node * width + j];
          if (place >= 0) {
            gradient[place * dimension + c] += weight * value * rows.rows[(node * 3 + order - 1) * width + j];
          }
        }
      }
    }
    return sum / 2;
  }
}
