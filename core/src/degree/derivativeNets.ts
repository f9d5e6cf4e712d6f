import { isRational } from '../curve/isRational';
import { cutBezier } from '../linear/bezierHalves';
import type { Bernstein } from '../linear/bernstein';
import { type Curve, MAX_DEGREE } from '../curve/curve';
import { blossom } from '../knots/blossom';

/**
 * The derivatives 0 to 3 of a stretch of a homogeneous curve (X, w) by its parameter, as Bernstein coefficients over
 * the stretch: of degrees p, p − 1, p − 2, p − 3. Places are about the span's first control point, whose weight is 1.
 */
export interface DerivativeNets {
  readonly from: number;
  readonly to: number;
  /** For each order the coefficients of x, y, z; of order 0 those of nothing where there are no weights to divide by. */
  readonly places: readonly (readonly [Bernstein, Bernstein, Bernstein])[];
  /** For each order those of w; null where all weights are one. */
  readonly weights: readonly Bernstein[] | null;
  /** For each order what the rounding of the control points may have made of a coefficient of x, y, z and of w. */
  readonly noise: readonly number[];
  readonly weightNoise: readonly number[];
}

const ORDERS = 4;
const CONSTANT = new Float64Array(1);

/**
 * The nets of the curve on one non-empty span. Each order comes from differences of the control points over their
 * knots (The NURBS Book, eq. 3.4), not from differences within the span: a short span beside long ones keeps its digits.
 */
export function derivativeNets({ degree, knots, points }: Curve, span: number): DerivativeNets {
  const first = span - degree;
  const lead = points[4 * first + 3];
  const origin = [0, 1, 2].map((c) => points[4 * first + c] / lead);
  let far = 0;
  let heaviest = 0;
  const rational = isRational(points, 4 * first, 4 * (first + degree + 1));
  // Row i of order k is control point i of the k-th derivative, counted as the span counts: k to p.
  let net = new Float64Array(4 * (degree + 1));
  for (let i = 0; i <= degree; i++) {
    const at = 4 * (first + i);
    const w = points[at + 3] / lead;
    heaviest = Math.max(heaviest, w);
    for (let c = 0; c < 3; c++) {
      far = Math.max(far, Math.abs(points[at + c] / lead));
      net[4 * i + c] = points[at + c] / lead - origin[c] * w;
    }
    net[4 * i + 3] = w;
  }
  const around = knots.subarray(first, span + degree + 1);
  const [from, to] = [knots[span], knots[span + 1]];
  const places: [Bernstein, Bernstein, Bernstein][] = [];
  const weights: Bernstein[] = [];
  const noise: number[] = [];
  const weightNoise: number[] = [];
  let rounding = 2 * Number.EPSILON;
  for (let k = 0; k < ORDERS; k++) {
    const left = degree - k;
    if (left < 0) {
      places.push([CONSTANT, CONSTANT, CONSTANT]);
      weights.push(CONSTANT);
      noise.push(0);
      weightNoise.push(0);
      continue;
    }
    if (k > 0 || rational) {
      const [x, y, z, w] = bezierColumns(around, net, degree, left, from, to);
      places.push([x, y, z]);
      if (rational) weights.push(w);
    } else places.push([CONSTANT, CONSTANT, CONSTANT]);
    noise.push(rounding * far);
    weightNoise.push(rational ? rounding * heaviest : 0);
    if (k === ORDERS - 1) break;
    const next = new Float64Array(net.length);
    let narrowest = Infinity;
    for (let i = k + 1; i <= degree; i++) {
      const width = around[i + left] - around[i];
      narrowest = Math.min(narrowest, width);
      for (let c = 0; c < 4; c++) {
        next[4 * i + c] = (left * (net[4 * i + c] - net[4 * i - 4 + c])) / width;
      }
    }
    rounding *= (2 * left) / narrowest;
    net = next;
  }
  return { from, to, places, weights: rational ? weights : null, noise, weightNoise };
}

const args = new Float64Array(MAX_DEGREE);
const value = new Float64Array(4);

/** Bézier coefficients over [from, to] of the derivative whose control points are the last `degree` + 1 rows of a net. */
function bezierColumns(
  knots: Float64Array,
  net: Float64Array,
  span: number,
  degree: number,
  from: number,
  to: number,
): Bernstein[] {
  const count = degree + 1;
  const x = new Float64Array(count);
  const y = new Float64Array(count);
  const z = new Float64Array(count);
  const w = new Float64Array(count);
  if (degree === 0) {
    [x[0], y[0], z[0], w[0]] = net.subarray(4 * span);
    return [x, y, z, w];
  }
  args.fill(from, 0, degree);
  for (let j = 0; j <= degree; j++) {
    if (j > 0) args[degree - j] = to;
    blossom(knots, net, degree, span, args, 0, value, 0);
    x[j] = value[0];
    y[j] = value[1];
    z[j] = value[2];
    w[j] = value[3];
  }
  return [x, y, z, w];
}

/** The two stretches before and after the share t of a stretch. */
export function cutNets(nets: DerivativeNets, t: number): [DerivativeNets, DerivativeNets] {
  const { from, to, noise, weightNoise } = nets;
  const cut = from + t * (to - from);
  const halves = (coefficients: Bernstein): [Bernstein, Bernstein] => {
    const [left, right] = [new Float64Array(coefficients.length), coefficients.slice()];
    cutBezier(right, left, 1, t);
    return [left, right];
  };
  const parts = nets.places.map((columns) => columns.map(halves));
  const ofWeights = nets.weights?.map(halves);
  const side = (half: 0 | 1): DerivativeNets => ({
    from: half === 0 ? from : cut,
    to: half === 0 ? cut : to,
    places: parts.map(([x, y, z]) => [x[half], y[half], z[half]]),
    weights: ofWeights?.map((both) => both[half]) ?? null,
    noise,
    weightNoise,
  });
  return [side(0), side(1)];
}
