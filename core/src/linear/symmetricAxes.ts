import type { Vector3 } from './vector';

/** Beside its diagonal, an entry that has no digit left. */
const ROUNDING = 1e-17;

/** Principal axes of a symmetric 3 × 3 matrix: unit vectors at right angles, by decreasing eigenvalue. */
export interface PrincipalAxes {
  readonly axes: readonly [Vector3, Vector3, Vector3];
  readonly values: readonly [number, number, number];
}

/**
 * Eigenvalues and eigenvectors of a symmetric 3 × 3 matrix, given by rows, by Jacobi's rotations: small eigenvalues
 * keep their digits beside large ones (Golub, Van Loan, Matrix Computations, 8.5).
 */
export function symmetricAxes(matrix: ArrayLike<number>): PrincipalAxes {
  const a = Float64Array.from(matrix);
  const v = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1);
  for (let sweep = 0; sweep < 50; sweep++) {
    let turned = false;
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ]) {
      const off = a[3 * p + q];
      if (off === 0 || Math.abs(off) <= ROUNDING * Math.sqrt(Math.abs(a[4 * p] * a[4 * q]))) continue;
      turned = true;
      const theta = (a[4 * q] - a[4 * p]) / (2 * off);
      const t = (theta < 0 ? -1 : 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
      const c = 1 / Math.sqrt(t * t + 1);
      const s = t * c;
      for (let k = 0; k < 3; k++) {
        const [kp, kq] = [a[3 * k + p], a[3 * k + q]];
        a[3 * k + p] = c * kp - s * kq;
        a[3 * k + q] = s * kp + c * kq;
      }
      for (let k = 0; k < 3; k++) {
        const [pk, qk] = [a[3 * p + k], a[3 * q + k]];
        a[3 * p + k] = c * pk - s * qk;
        a[3 * q + k] = s * pk + c * qk;
      }
      for (let k = 0; k < 3; k++) {
        const [kp, kq] = [v[3 * k + p], v[3 * k + q]];
        v[3 * k + p] = c * kp - s * kq;
        v[3 * k + q] = s * kp + c * kq;
      }
    }
    if (!turned) break;
  }
  const [i, j, k] = [0, 1, 2].sort((m, n) => a[4 * n] - a[4 * m]);
  const column = (n: number): Vector3 => [v[n], v[3 + n], v[6 + n]];
  return { axes: [column(i), column(j), column(k)], values: [a[4 * i], a[4 * j], a[4 * k]] };
}
