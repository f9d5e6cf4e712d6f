import { type Curve, domainOf, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';

/** A polyline along a curve: its vertices with their parameters. */
export interface Polyline {
  /** x y z in mm. */
  readonly points: Float64Array;
  readonly parameters: Float64Array;
}

/** A straight span needs no inner vertices; what a cubic does between two places shows at the quarter points. */
const startIntervals = (degree: number): number => (degree === 1 ? 1 : degree <= 3 ? 2 : 4);
const MAX_HALVINGS = 14;
const scratch = new Float64Array(3);

/**
 * The curve as a polyline for display: every span is halved until its quarter points lie within `tolerance` mm of
 * the chord, and spans that are no longer than that together are passed over. The quarter points are a test, not a
 * proof; a certified polyline is another function's job. Throws a RangeError for a tolerance that is not above 0.
 */
export function displayPolyline(curve: Curve, tolerance: number): Polyline {
  if (!(tolerance > 0)) throw new RangeError(`a tolerance above 0 is needed, not ${tolerance}`);
  const points: number[] = [];
  const parameters: number[] = [];
  const put = (u: number, point: Float64Array) => {
    parameters.push(u);
    points.push(point[0], point[1], point[2]);
  };
  // Spans that are so short together leave no vertex: all of them lies by the last one.
  let passed = 0;
  for (const span of spansOf(curve)) {
    const from = curve.knots[span];
    const to = curve.knots[span + 1];
    const read = (u: number) => Float64Array.from(derivativesInSpan(curve, span, u, 0, scratch));
    const strays = (u: number, a: Float64Array, b: Float64Array) => {
      derivativesInSpan(curve, span, u, 0, scratch);
      return distanceToSegment(scratch, a, b) > tolerance;
    };
    const refine = (a: number, atA: Float64Array, b: number, bt: Float64Array, depth: number): void => {
      const quarter = (b - a) / 4;
      if (
        depth < MAX_HALVINGS &&
        (strays(a + quarter, atA, bt) || strays(a + 2 * quarter, atA, bt) || strays(a + 3 * quarter, atA, bt))
      ) {
        const middle = (a + b) / 2;
        const mt = read(middle);
        refine(a, atA, middle, mt, depth + 1);
        refine(middle, mt, b, bt, depth + 1);
      } else put(b, bt);
    };
    let a = from;
    let point = read(from);
    const isFirst = parameters.length === 0;
    if (passed > 0) {
      passed += controlLength(curve, span, 1);
      if (passed > tolerance) {
        put(from, point);
        passed = 0;
      }
    } else if (isFirst) put(from, point);
    if (passed === 0 && !isFirst) {
      const own = controlLength(curve, span, curve.degree);
      if (own <= tolerance) passed = own;
    }
    if (passed > 0) {
      if (to === domainOf(curve)[1]) put(to, read(to));
      continue;
    }
    const intervals = startIntervals(curve.degree);
    for (let i = 1; i <= intervals; i++) {
      const b = i === intervals ? to : from + ((to - from) * i) / intervals;
      const bt = read(b);
      refine(a, point, b, bt, 0);
      a = b;
      point = bt;
    }
  }
  return { points: Float64Array.from(points), parameters: Float64Array.from(parameters) };
}

/** Length of the last legs of the control polygon of a span; of all of them the curve there is no longer. */
function controlLength({ points }: Curve, span: number, legs: number): number {
  let sum = 0;
  for (let i = 4 * (span - legs); i < 4 * span; i += 4) {
    const x = points[i + 4] / points[i + 7] - points[i] / points[i + 3];
    const y = points[i + 5] / points[i + 7] - points[i + 1] / points[i + 3];
    const z = points[i + 6] / points[i + 7] - points[i + 2] / points[i + 3];
    sum += Math.sqrt(x * x + y * y + z * z);
  }
  return sum;
}

function distanceToSegment(p: Float64Array, a: Float64Array, b: Float64Array): number {
  const x = b[0] - a[0];
  const y = b[1] - a[1];
  const z = b[2] - a[2];
  const size = x * x + y * y + z * z;
  const along = size > 0 ? ((p[0] - a[0]) * x + (p[1] - a[1]) * y + (p[2] - a[2]) * z) / size : 0;
  const t = Math.min(1, Math.max(0, along));
  return Math.hypot(p[0] - a[0] - t * x, p[1] - a[1] - t * y, p[2] - a[2] - t * z);
}
