import type { Curve } from '../../src/index';

/** A homogeneous B-spline, its control points by rows. */
interface Spline {
  readonly degree: number;
  readonly knots: readonly number[];
  readonly control: readonly (readonly number[])[];
}

/** The derivative of a B-spline: differences of neighbours over their knots (The NURBS Book, eq. 3.4). */
function derived({ degree, knots, control }: Spline): Spline {
  const next: number[][] = [];
  for (let i = 0; i + 1 < control.length; i++) {
    const width = knots[i + degree + 1] - knots[i + 1];
    next.push(control[i].map((x, c) => (width > 0 ? (degree * (control[i + 1][c] - x)) / width : 0)));
  }
  return { degree: degree - 1, knots: knots.slice(1, -1), control: next };
}

/** The value on a span, by de Boor's triangle. */
function valueIn({ degree, knots, control }: Spline, span: number, u: number): number[] {
  let work = control.slice(span - degree, span + 1).map((point) => [...point]);
  for (let level = 1; level <= degree; level++) {
    work = work.slice(1).map((point, j) => {
      const low = knots[span - degree + level + j];
      const high = knots[span + 1 + j];
      const t = (u - low) / (high - low);
      return point.map((x, c) => (1 - t) * work[j][c] + t * x);
    });
  }
  return work[0];
}

/**
 * Derivatives 0 to 3 of a curve on a span, which u may be at either end of: each from the control points of its own
 * derivative curve, so that short spans beside long ones keep their digits; then the quotient rule. Places are about
 * the first control point.
 */
export function derivativesReader({ degree, knots, points }: Curve): (span: number, u: number) => number[][] {
  const [X, Y, Z, W] = points;
  const origin = [X / W, Y / W, Z / W];
  const control = Array.from({ length: points.length / 4 }, (_, i) => {
    const w = points[4 * i + 3];
    return [0, 1, 2, 3].map((c) => (c < 3 ? points[4 * i + c] - origin[c] * w : w));
  });
  const splines: Spline[] = [{ degree, knots: [...knots], control }];
  for (let k = 1; k <= Math.min(3, degree); k++) splines.push(derived(splines[k - 1]));
  return (span, u) => {
    const wide = [0, 1, 2, 3].map((k) => (splines[k] ? valueIn(splines[k], span - k, u) : [0, 0, 0, 0]));
    const out: number[][] = [];
    for (let k = 0; k <= 3; k++) {
      out.push(
        [0, 1, 2].map((c) => {
          let value = wide[k][c];
          let binomial = 1;
          for (let i = 1; i <= k; i++) {
            binomial = (binomial * (k - i + 1)) / i;
            value -= binomial * wide[i][3] * out[k - i][c];
          }
          return value / wide[0][3];
        }),
      );
    }
    return out;
  };
}

export const crossed = (a: readonly number[], b: readonly number[]): number[] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** Curvature from derivatives 1 and 2, signed against a normal when there is one. */
export function kappaFrom([, first, second]: readonly (readonly number[])[], normal: readonly number[] | null): number {
  const turn = crossed(first, second);
  const size = Math.hypot(...first) ** 3;
  return (normal ? turn[0] * normal[0] + turn[1] * normal[1] + turn[2] * normal[2] : Math.hypot(...turn)) / size;
}
