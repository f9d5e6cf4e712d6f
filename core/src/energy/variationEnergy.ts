import type { DerivativeRows } from './derivativeRows';
import { ResidualEnergy } from './residualEnergy';

/**
 * ½ ∫|e|² ds, half the minimum-variation energy, by the nodes of the rows: its residuals in the plane are
 * √w (S v^−3.5 − 3DC v^−5.5), in space √(w a) e. (Moreton, Séquin, Functional optimization for fair surface design,
 * 1992.)
 */
export class VariationEnergy extends ResidualEnergy {
  constructor(rows: DerivativeRows, band: number) {
    super(rows, band, rows.dimension === 2 ? 1 : 3);
  }

  protected read(node: number, withSlopes: boolean): boolean {
    const weight = this.rows.weights[node];
    return this.rows.dimension === 2 ? this.readPlane(weight, withSlopes) : this.readSpace(weight, withSlopes);
  }

  private readPlane(weight: number, withSlopes: boolean): boolean {
    const { d } = this;
    const x1 = d[0];
    const y1 = d[1];
    const x2 = d[2];
    const y2 = d[3];
    const x3 = d[4];
    const y3 = d[5];
    const squared = x1 * x1 + y1 * y1;
    if (!(squared > this.slowest)) return false;
    const s = x1 * y3 - y1 * x3;
    const c = x1 * y2 - y1 * x2;
    const along = x1 * x2 + y1 * y2;
    const speed = Math.sqrt(squared);
    // √w v^−3.5 and √w v^−5.5.
    const a = Math.sqrt(weight / speed) / (squared * speed);
    const b = a / squared;
    this.residual[0] = s * a - 3 * along * c * b;
    if (!withSlopes) return true;
    const inner = (-3.5 * s + (16.5 * along * c) / squared) * b;
    this.slopes[0] = y3 * a + inner * x1 - 3 * (x2 * c + along * y2) * b;
    this.slopes[1] = -x3 * a + inner * y1 - 3 * (y2 * c - along * x2) * b;
    this.slopes[2] = -3 * (x1 * c - along * y1) * b;
    this.slopes[3] = -3 * (y1 * c + along * x1) * b;
    this.slopes[4] = -y1 * a;
    this.slopes[5] = x1 * a;
    return true;
  }

  /** With h = r'' − bT, g = r'''·T, M = (I − TTᵀ)/a: e = [(I − TTᵀ)r''' − 3bh/a]/a³ and its derivatives. */
  private readSpace(weight: number, withSlopes: boolean): boolean {
    const { d, residual, slopes } = this;
    const squared = d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
    if (!(squared > this.slowest)) return false;
    const a = Math.sqrt(squared);
    const t = [d[0] / a, d[1] / a, d[2] / a];
    const b = d[3] * t[0] + d[4] * t[1] + d[5] * t[2];
    const g = d[6] * t[0] + d[7] * t[1] + d[8] * t[2];
    const root = Math.sqrt(weight * a);
    const cube = squared * a;
    const e = [0, 0, 0];
    const h = [0, 0, 0];
    for (let i = 0; i < 3; i++) {
      h[i] = d[3 + i] - b * t[i];
      e[i] = (d[6 + i] - g * t[i] - (3 * b * h[i]) / a) / cube;
      residual[i] = root * e[i];
    }
    if (!withSlopes) return true;
    for (let j = 0; j < 3; j++) {
      // Column j of r''ᵀM and r'''ᵀM.
      const second = (d[3 + j] - b * t[j]) / a;
      const third = (d[6 + j] - g * t[j]) / a;
      for (let i = 0; i < 3; i++) {
        const across = (i === j ? 1 : 0) - t[i] * t[j];
        const m = across / a;
        const first =
          (-t[i] * third -
            g * m -
            (3 / a) * (h[i] * second - b * t[i] * second - b * b * m) +
            (3 * b * h[i] * t[j]) / squared) /
            cube -
          (3 * e[i] * t[j]) / a;
        const row = i * 9;
        slopes[row + j] = root * (first + (e[i] * t[j]) / (2 * a));
        slopes[row + 3 + j] = (-3 * root * (h[i] * t[j] + b * across)) / (squared * squared);
        slopes[row + 6 + j] = (root * across) / cube;
      }
    }
    return true;
  }
}
