import { sizeAt } from '../linear/vector';
import { EIGHT, type GaussRule } from '../linear/gaussLegendre';
import { findSpan } from '../curve/basis';
import { countOf, type Curve, domainOf, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import type { DerivativeNets } from '../degree/derivativeNets';
import { arcLength } from './arcLength';
import { stretchesOf } from './evenStretches';

/** How much a curve bends, and how much its bending varies. */
export interface Energies {
  /** E_mv = ∫|e|² ds in mm⁻³, where e is the rate vector of `frameAt`: 0 on lines and circles. */
  readonly variation: number;
  /** F = L³ E_mv: the same for the same shape in any size. */
  readonly fairness: number;
  /** ∫κ² ds in 1/mm, and L ∫κ² ds, the same in any size. */
  readonly bending: number;
  readonly bendingFigure: number;
  /** In mm. */
  readonly length: number;
}

const RULE = EIGHT;
/** Two halves agree with their whole to this share of what is known of the sum, or to what rounding makes of it. */
const AGREE = 1e-10;
/** A span is halved so often at most; energies that grow still are those of a cusp. */
const MAX_HALVINGS = 24;
const d = new Float64Array(12);

/**
 * The energies of a curve, each span by itself: corners and jumps of curvature at knots add nothing. Gauss-Legendre on
 * halves until both energies agree. All are Infinity where the curve stands still inside or at an end, and 0 for a
 * point. (Moreton, Séquin, Functional optimization for fair surface design, 1992; Davis, Rabinowitz, Methods of
 * Numerical Integration, 6.1.)
 */
export function energies(curve: Curve): Energies {
  const length = arcLength(curve).total;
  if (length === 0) return { variation: 0, fairness: 0, bending: 0, bendingFigure: 0, length };
  let variation = 0;
  let bending = 0;
  const stretches = stretchesOf(curve);
  if (standsStillWithin(curve, stretches)) variation = bending = Infinity;
  else {
    for (const { from, to, noise } of stretches) {
      const span = findSpan(curve.knots, curve.degree, countOf(curve), (from + to) / 2);
      const over = (a: number, b: number) => onStretch(curve, span, a, b, noise);
      const take = (a: number, b: number, whole: Sums, depth: number): void => {
        const middle = (a + b) / 2;
        const [left, right] = [over(a, middle), over(middle, b)];
        const [v, k] = [left.variation + right.variation, left.bending + right.bending];
        const agree =
          Math.abs(v - whole.variation) <= Math.max(AGREE * Math.max(v, variation), whole.variationNoise) &&
          Math.abs(k - whole.bending) <= Math.max(AGREE * Math.max(k, bending), whole.bendingNoise);
        if (agree) {
          variation += v;
          bending += k;
        } else if (depth >= MAX_HALVINGS || !(v < Infinity)) {
          variation = bending = Infinity;
        } else {
          take(a, middle, left, depth + 1);
          if (variation < Infinity) take(middle, b, right, depth + 1);
        }
      };
      take(from, to, over(from, to), 0);
      if (!(variation < Infinity)) break;
    }
  }
  // Of a curve of hardly any length the factor may be 0.
  const fairness = variation < Infinity ? length ** 3 * variation : Infinity;
  return { variation, fairness, bending, bendingFigure: bending < Infinity ? length * bending : Infinity, length };
}

/** Both energies of a stretch, and what rounding may have made of them. */
interface Sums {
  readonly variation: number;
  readonly bending: number;
  readonly variationNoise: number;
  readonly bendingNoise: number;
}

/** Even stretches leave out the places where a curve stands still. */
function standsStillWithin(curve: Curve, stretches: readonly DerivativeNets[]): boolean {
  const [first, last] = domainOf(curve);
  return [first, ...stretches.map(({ to }) => to)].some((end, i) => end !== (stretches[i]?.from ?? last));
}

const NO_NOISE = [0, 0, 0, 0];

/**
 * E_mv by one rule over each span, for a search among many shapes: to what the rule can tell. Infinity where the curve
 * stands still at a node.
 */
export function variationBy(curve: Curve, rule: GaussRule): number {
  const { knots } = curve;
  let sum = 0;
  for (const span of spansOf(curve)) {
    sum += onStretch(curve, span, knots[span], knots[span + 1], NO_NOISE, rule).variation;
  }
  // A node that stands still gives NaN.
  return sum < Infinity ? sum : Infinity;
}

/** By one rule. `noise` is that of the derivatives by order. */
function onStretch(
  curve: Curve,
  span: number,
  a: number,
  b: number,
  noise: readonly number[],
  rule: GaussRule = RULE,
): Sums {
  const half = (b - a) / 2;
  let [variation, bending, variationNoise, bendingNoise] = [0, 0, 0, 0];
  for (let i = 0; i < rule.nodes.length; i++) {
    derivativesInSpan(curve, span, a + half * (1 + rule.nodes[i]), 3, d);
    const speed = sizeAt(d, 3);
    const [tx, ty, tz] = [d[3] / speed, d[4] / speed, d[5] / speed];
    const along = d[6] * tx + d[7] * ty + d[8] * tz;
    const squared = speed * speed;
    const [kx, ky, kz] = [(d[6] - along * tx) / squared, (d[7] - along * ty) / squared, (d[8] - along * tz) / squared];
    const third = d[9] * tx + d[10] * ty + d[11] * tz;
    const [cube, twist] = [squared * speed, 3 * speed * along];
    const ex = (d[9] - third * tx - twist * kx) / cube;
    const ey = (d[10] - third * ty - twist * ky) / cube;
    const ez = (d[11] - third * tz - twist * kz) / cube;
    const weight = rule.weights[i] * half * speed;
    const [e, kappa] = [Math.hypot(ex, ey, ez), Math.hypot(kx, ky, kz)];
    variation += weight * e * e;
    bending += weight * kappa * kappa;
    const pull = sizeAt(d, 6) / speed;
    const kappaNoise = (ROUNDED * (noise[2] + 2 * pull * noise[1])) / squared;
    const rateNoise =
      (ROUNDED * (noise[3] + 6 * pull * noise[2] + 6 * (pull * pull + sizeAt(d, 9) / speed) * noise[1])) / cube;
    variationNoise += weight * rateNoise * (2 * e + rateNoise);
    bendingNoise += weight * kappaNoise * (2 * kappa + kappaNoise);
  }
  return { variation, bending, variationNoise, bendingNoise };
}

/** The quotients of a rational curve round a few times more than its control points do. */
const ROUNDED = 8;
