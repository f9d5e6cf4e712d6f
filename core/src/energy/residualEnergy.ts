import type { BandedEnergy } from '../linear/barrier';
import { derivativesAt, type DerivativeRows } from './derivativeRows';

/** Slower than this share of its fastest node a curve counts as standing still: its energy has no end. */
const STANDSTILL = 1e-9;

/**
 * Half a sum of squares over the nodes of the rows, each square of what the first three derivatives there give. Its matrix
 * is that of Gauss and Newton. (Nocedal, Wright, Numerical Optimization, 10.3.)
 */
export abstract class ResidualEnergy implements BandedEnergy {
  protected readonly residual: Float64Array;
  /** By the 3 · dimension derivatives of a node, one row for each residual. */
  protected readonly slopes: Float64Array;
  /** The derivatives 1 to 3 at the node that is read. */
  protected readonly d: Float64Array;
  /** Square of the speed at which the curve stands still. */
  protected readonly slowest: number;
  /** Scratch: a residual's slopes by the coordinates it depends on, and which these are. */
  private readonly row: Float64Array;
  private readonly at: Int32Array;

  /** So many residuals at each node; unknown moves further apart than `band` have no span in common. */
  constructor(
    protected readonly rows: DerivativeRows,
    private readonly band: number,
    private readonly residuals: number,
  ) {
    const { dimension } = rows;
    this.residual = new Float64Array(residuals);
    this.slopes = new Float64Array(residuals * 3 * dimension);
    this.d = new Float64Array(3 * dimension);
    this.row = new Float64Array(rows.width * dimension);
    this.at = new Int32Array(rows.width * dimension);
    let fastest = 0;
    for (let node = 0; node < rows.nodes; node++) {
      let squared = 0;
      for (let c = 0; c < dimension; c++) squared += rows.base[node * 3 * dimension + c] ** 2;
      fastest = Math.max(fastest, squared);
    }
    this.slowest = STANDSTILL * STANDSTILL * fastest;
  }

  /** Residuals at the derivatives in `d`, and their slopes where asked for; false where the curve stands still. */
  protected abstract read(node: number, withSlopes: boolean): boolean;

  value(moves: Float64Array): number {
    const { rows, residual, d } = this;
    let sum = 0;
    for (let node = 0; node < rows.nodes; node++) {
      derivativesAt(rows, node, moves, d);
      if (!this.read(node, false)) return Infinity;
      for (const off of residual) sum += off * off;
    }
    return sum / 2;
  }

  model(moves: Float64Array, gradient: Float64Array, matrix: Float64Array): number {
    const { rows, residual, residuals, slopes, d, band } = this;
    const { dimension, width } = rows;
    const wide = dimension * (band + 1);
    const { row, at } = this;
    const { places, rows: shares } = rows;
    let sum = 0;
    for (let node = 0; node < rows.nodes; node++) {
      derivativesAt(rows, node, moves, d);
      if (!this.read(node, true)) return Infinity;
      for (let r = 0; r < residuals; r++) {
        const off = residual[r];
        sum += off * off;
        let count = 0;
        for (let j = 0; j < width; j++) {
          const place = places[node * width + j];
          if (place < 0) continue;
          const first = node * 3 * width + j;
          const s1 = shares[first];
          const s2 = shares[first + width];
          const s3 = shares[first + 2 * width];
          for (let c = 0; c < dimension; c++) {
            const slope = r * 3 * dimension + c;
            row[count] = slopes[slope] * s1 + slopes[slope + dimension] * s2 + slopes[slope + 2 * dimension] * s3;
            at[count++] = place * dimension + c;
          }
        }
        for (let i = 0; i < count; i++) {
          const value = row[i];
          const k = at[i];
          gradient[k] += value * off;
          // Places rise along a row.
          for (let j = i, to = k * wide - k; j < count; j++) matrix[to + at[j]] += value * row[j];
        }
      }
    }
    return sum / 2;
  }
}
