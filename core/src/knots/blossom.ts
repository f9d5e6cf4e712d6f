import { MAX_DEGREE } from '../curve/curve';

const weights = new Float64Array(MAX_DEGREE + 1);

/**
 * The blossom (polar form) of the polynomial piece on `span` at the p arguments args[from] .. args[from + p - 1],
 * into out[to] .. out[to + 3], homogeneous. A control point is the blossom at its p inner knots, which is why every
 * change of knots below is this one function.
 *
 * The recurrence is that of the basis functions with another argument at each level. With sorted arguments that
 * follow each other in a refinement of the knots, and knots[span] <= args[from] < knots[span + 1], all its terms are
 * non-negative: nothing cancels, whatever the knots. Where all weights are one, so is the new one, not only to
 * rounding: a polynomial curve stays one. (Ramshaw, Blossoms are polar forms, CAGD 1989; the weights are
 * the discrete B-splines of Cohen, Lyche, Riesenfeld, Discrete B-splines and subdivision techniques, 1980.)
 */
export function blossom(
  knots: Float64Array,
  points: Float64Array,
  degree: number,
  span: number,
  args: Float64Array,
  from: number,
  out: Float64Array,
  to: number,
): void {
  if (degree === 3) {
    cubic(knots, points, span, args, from, out, to);
    return;
  }
  blossomShares(knots, degree, span, args, from, weights);
  let x = 0;
  let y = 0;
  let z = 0;
  let w = 0;
  const lead = points[4 * (span - degree) + 3];
  let plain = true;
  for (let j = 0, i = 4 * (span - degree); j <= degree; j++, i += 4) {
    const share = weights[j];
    plain &&= points[i + 3] === lead;
    x += share * points[i];
    y += share * points[i + 1];
    z += share * points[i + 2];
    w += share * points[i + 3];
  }
  out[to] = x;
  out[to + 1] = y;
  out[to + 2] = z;
  out[to + 3] = plain ? lead : w;
}

/** The p + 1 shares that the control points of the span have in that blossom, into `out`. */
export function blossomShares(
  knots: Float64Array,
  degree: number,
  span: number,
  args: Float64Array,
  from: number,
  out: Float64Array,
): void {
  out[0] = 1;
  for (let j = 1; j <= degree; j++) {
    const u = args[from + j - 1];
    let saved = 0;
    for (let r = 0; r < j; r++) {
      const right = knots[span + r + 1];
      const left = knots[span + 1 - j + r];
      const term = out[r] / (right - left);
      out[r] = saved + (right - u) * term;
      saved = (u - left) * term;
    }
    out[j] = saved;
  }
}

/** The same for degree 3, written out as it is asked for most. */
function cubic(
  knots: Float64Array,
  points: Float64Array,
  span: number,
  args: Float64Array,
  from: number,
  out: Float64Array,
  to: number,
): void {
  const [a, b, c] = [args[from], args[from + 1], args[from + 2]];
  const l2 = knots[span - 2];
  const l1 = knots[span - 1];
  const l0 = knots[span];
  const r0 = knots[span + 1];
  const r1 = knots[span + 2];
  const r2 = knots[span + 3];
  const p = 1 / (r0 - l0);
  const [p0, p1] = [(r0 - a) * p, (a - l0) * p];
  const q0 = p0 / (r0 - l1);
  const q1 = p1 / (r1 - l0);
  const s0 = ((r0 - b) * q0) / (r0 - l2);
  const s1 = ((b - l1) * q0 + (r1 - b) * q1) / (r1 - l1);
  const s2 = ((b - l0) * q1) / (r2 - l0);
  const w0 = (r0 - c) * s0;
  const w1 = (c - l2) * s0 + (r1 - c) * s1;
  const w2 = (c - l1) * s1 + (r2 - c) * s2;
  const w3 = (c - l0) * s2;
  const i = 4 * (span - 3);
  for (let k = 0; k < 4; k++) {
    out[to + k] = w0 * points[i + k] + w1 * points[i + 4 + k] + w2 * points[i + 8 + k] + w3 * points[i + 12 + k];
  }
  const lead = points[i + 3];
  if (points[i + 7] === lead && points[i + 11] === lead && points[i + 15] === lead) out[to + 3] = lead;
}
