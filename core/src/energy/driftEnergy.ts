import type { DerivativeRows } from './derivativeRows';
import { ResidualEnergy } from './residualEnergy';

/**
 * ½ Σ f² (r''·r'/v²)² w: a slight price on uneven speed. The shape of a curve leaves open how its parameter runs, and an
 * energy of the shape alone lets control points drift along it for hundreds of steps. `factors` has one f for each node.
 */
export class DriftEnergy extends ResidualEnergy {
  constructor(
    rows: DerivativeRows,
    band: number,
    private readonly factors: Float64Array,
  ) {
    super(rows, band, 1);
  }

  protected read(node: number, withSlopes: boolean): boolean {
    const { d, residual, slopes } = this;
    const { dimension, weights } = this.rows;
    let squared = 0;
    let along = 0;
    for (let c = 0; c < dimension; c++) {
      squared += d[c] * d[c];
      along += d[c] * d[dimension + c];
    }
    if (!(squared > this.slowest)) return false;
    const factor = (this.factors[node] * Math.sqrt(weights[node])) / squared;
    residual[0] = factor * along;
    if (!withSlopes) return true;
    for (let c = 0; c < dimension; c++) {
      slopes[c] = factor * (d[dimension + c] - (2 * along * d[c]) / squared);
      slopes[dimension + c] = factor * d[c];
    }
    return true;
  }
}
