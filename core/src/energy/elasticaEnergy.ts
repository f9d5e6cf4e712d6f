import type { DerivativeRows } from './derivativeRows';
import { ResidualEnergy } from './residualEnergy';

/**
 * ½ (∫κ² ds + length/ℓ²), what bends and stretches in balance, by the nodes of the rows: residuals √w C v^−2.5 in the
 * plane, √w (r'×r'') v^−2.5 in space, and √(w v)/ℓ. The stiffness length ℓ is in mm. (Love, A Treatise on the
 * Mathematical Theory of Elasticity, ch. XIX.)
 */
export class ElasticaEnergy extends ResidualEnergy {
  constructor(
    rows: DerivativeRows,
    band: number,
    private readonly stiffness: number,
  ) {
    super(rows, band, rows.dimension === 2 ? 2 : 4);
  }

  protected read(node: number, withSlopes: boolean): boolean {
    const { d, residual, slopes } = this;
    const { dimension, weights } = this.rows;
    let squared = 0;
    for (let c = 0; c < dimension; c++) squared += d[c] * d[c];
    if (!(squared > this.slowest)) return false;
    const speed = Math.sqrt(squared);
    const root = Math.sqrt(weights[node]);
    const bend = root / (squared * Math.sqrt(speed));
    const last = dimension === 2 ? 1 : 3;
    residual[last] = (root * Math.sqrt(speed)) / this.stiffness;
    if (dimension === 2) residual[0] = (d[0] * d[3] - d[1] * d[2]) * bend;
    else {
      for (let i = 0; i < 3; i++) {
        const [j, k] = [(i + 1) % 3, (i + 2) % 3];
        residual[i] = (d[j] * d[3 + k] - d[k] * d[3 + j]) * bend;
      }
    }
    if (!withSlopes) return true;
    for (let c = 0; c < dimension; c++) {
      slopes[last * 3 * dimension + c] = (residual[last] * d[c]) / (2 * squared);
    }
    // v^−2.5 falls as the speed grows.
    for (let r = 0; r < last; r++) {
      for (let c = 0; c < dimension; c++) slopes[r * 3 * dimension + c] = (-2.5 * residual[r] * d[c]) / squared;
    }
    if (dimension === 2) {
      slopes[0] += d[3] * bend;
      slopes[1] -= d[2] * bend;
      slopes[2] = -d[1] * bend;
      slopes[3] = d[0] * bend;
      return true;
    }
    for (let i = 0; i < 3; i++) {
      const [j, k] = [(i + 1) % 3, (i + 2) % 3];
      const row = i * 9;
      slopes[row + j] += d[3 + k] * bend;
      slopes[row + k] -= d[3 + j] * bend;
      slopes[row + 3 + k] = d[j] * bend;
      slopes[row + 3 + j] = -d[k] * bend;
    }
    return true;
  }
}
