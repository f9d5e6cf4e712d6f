import { sizeAt } from '../linear/vector';
import { type Curve, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';

const TYPICAL = 0.95;
const STRAIGHTEST = 0.1;
const PER_SPAN = 16;
/** The cube of a speed has to be a number. */
const SLOWEST = 1e-50;

const scratch = new Float64Array(9);

/**
 * What the curvature of a curve is a share of, in 1/mm: what 95 % of its length stay below, of places in the middle of
 * sixteenths of the spans; at least 0.1 over its length in mm, so that hardly bent curves are not all bumps.
 */
export function referenceCurvature(curve: Curve, total: number): number {
  const spans = spansOf(curve);
  const count = PER_SPAN * spans.length;
  const [sizes, lengths] = [new Float64Array(count), new Float64Array(count)];
  let whole = 0;
  let high = 0;
  spans.forEach((span, k) => {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    for (let j = 0; j < PER_SPAN; j++) {
      derivativesInSpan(curve, span, from + ((to - from) * (j + 0.5)) / PER_SPAN, 2, scratch);
      const i = PER_SPAN * k + j;
      const speed = sizeAt(scratch, 3);
      // Only |κ| is asked for: no third derivative.
      sizes[i] = speed > SLOWEST ? turnOf(scratch) / (speed * speed * speed) : 0;
      lengths[i] = (speed * (to - from)) / PER_SPAN;
      whole += lengths[i];
      high = Math.max(high, sizes[i]);
    }
  });
  let low = 0;
  for (let round = 0; round < 40 && high > low; round++) {
    const middle = (low + high) / 2;
    let below = 0;
    for (let i = 0; i < count; i++) if (sizes[i] <= middle) below += lengths[i];
    if (below >= TYPICAL * whole) high = middle;
    else low = middle;
  }
  return Math.max(high, total > 0 ? STRAIGHTEST / total : 0);
}

/** |r' × r''| of packed derivatives. */
function turnOf(d: Float64Array): number {
  const x = d[4] * d[8] - d[5] * d[7];
  const y = d[5] * d[6] - d[3] * d[8];
  const z = d[3] * d[7] - d[4] * d[6];
  return Math.sqrt(x * x + y * y + z * z);
}
