import { MAX_DEGREE } from '../curve/curve';

const weights = new Float64Array(MAX_DEGREE + 1);

/**
 * The blossom (polar form) of the polynomial piece on `span` at the p arguments args[from] .. args[from + p - 1],
 * into out[to] .. out[to + 3], homogeneous. A control point is the blossom at its p inner knots, which is why every
 * change of knots below is this one function.
 *
 * The recurrence is that of the basis functions with another argument at each level. With sorted arguments that
 * follow each other in a refinement of the knots, and knots[span] <= args[from] < knots[span + 1], all its terms are
 * non-negative: nothing cancels, whatever the knots. (Ramshaw, Blossoms are polar forms, CAGD 1989; the weights are
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
  weights[0] = 1;
  for (let j = 1; j <= degree; j++) {
    const u = args[from + j - 1];
    let saved = 0;
    for (let r = 0; r < j; r++) {
      const right = knots[span + r + 1];
      const left = knots[span + 1 - j + r];
      const term = weights[r] / (right - left);
      weights[r] = saved + (right - u) * term;
      saved = (u - left) * term;
    }
    weights[j] = saved;
  }
  let x = 0;
  let y = 0;
  let z = 0;
  let w = 0;
  for (let j = 0, i = 4 * (span - degree); j <= degree; j++, i += 4) {
    const share = weights[j];
    x += share * points[i];
    y += share * points[i + 1];
    z += share * points[i + 2];
    w += share * points[i + 3];
  }
  out[to] = x;
  out[to + 1] = y;
  out[to + 2] = z;
  out[to + 3] = w;
}
