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
  const walk = new Walk(curve, tolerance);
  const [, last] = domainOf(curve);
  // Spans that are so short together leave no vertex: all of them lies by the last one.
  let passed = 0;
  for (const span of spansOf(curve)) {
    const from = curve.knots[span];
    const to = curve.knots[span + 1];
    const isFirst = walk.parameters.length === 0;
    if (passed > 0) {
      passed += controlLength(curve, span, 1);
      if (passed > tolerance) {
        walk.put(span, from);
        passed = 0;
      }
    } else if (isFirst) walk.put(span, from);
    if (passed === 0 && !isFirst) {
      const own = controlLength(curve, span, curve.degree);
      if (own <= tolerance) passed = own;
    }
    if (passed > 0) {
      if (to === last) walk.put(span, to);
      continue;
    }
    walk.over(span, from, to, startIntervals(curve.degree));
  }
  return { points: new Float64Array(walk.points), parameters: new Float64Array(walk.parameters) };
}

/** Vertices put down along a curve; places are three numbers, since a drag lays thousands of them anew. */
class Walk {
  readonly points: number[] = [];
  readonly parameters: number[] = [];

  constructor(
    private readonly curve: Curve,
    private readonly tolerance: number,
  ) {}

  put(span: number, u: number): void {
    derivativesInSpan(this.curve, span, u, 0, scratch);
    this.putAt(u, scratch[0], scratch[1], scratch[2]);
  }

  /** The vertices of one span, without its start. */
  over(span: number, from: number, to: number, intervals: number): void {
    derivativesInSpan(this.curve, span, from, 0, scratch);
    let [a, ax, ay, az] = [from, scratch[0], scratch[1], scratch[2]];
    for (let i = 1; i <= intervals; i++) {
      const b = i === intervals ? to : from + ((to - from) * i) / intervals;
      derivativesInSpan(this.curve, span, b, 0, scratch);
      const [bx, by, bz] = [scratch[0], scratch[1], scratch[2]];
      this.refine(span, a, ax, ay, az, b, bx, by, bz, 0);
      [a, ax, ay, az] = [b, bx, by, bz];
    }
  }

  private refine(
    span: number,
    a: number,
    ax: number,
    ay: number,
    az: number,
    b: number,
    bx: number,
    by: number,
    bz: number,
    depth: number,
  ): void {
    const quarter = (b - a) / 4;
    const strays =
      depth < MAX_HALVINGS &&
      (this.strays(span, a + quarter, ax, ay, az, bx, by, bz) ||
        this.strays(span, a + 2 * quarter, ax, ay, az, bx, by, bz) ||
        this.strays(span, a + 3 * quarter, ax, ay, az, bx, by, bz));
    if (!strays) return this.putAt(b, bx, by, bz);
    const middle = (a + b) / 2;
    derivativesInSpan(this.curve, span, middle, 0, scratch);
    const [mx, my, mz] = [scratch[0], scratch[1], scratch[2]];
    this.refine(span, a, ax, ay, az, middle, mx, my, mz, depth + 1);
    this.refine(span, middle, mx, my, mz, b, bx, by, bz, depth + 1);
  }

  private putAt(u: number, x: number, y: number, z: number): void {
    this.parameters.push(u);
    this.points.push(x, y, z);
  }

  /** Whether the place at u is farther than the tolerance from the segment from a to b. */
  private strays(
    span: number,
    u: number,
    ax: number,
    ay: number,
    az: number,
    bx: number,
    by: number,
    bz: number,
  ): boolean {
    derivativesInSpan(this.curve, span, u, 0, scratch);
    const [x, y, z] = [bx - ax, by - ay, bz - az];
    const [px, py, pz] = [scratch[0] - ax, scratch[1] - ay, scratch[2] - az];
    const size = x * x + y * y + z * z;
    const t = size > 0 ? Math.min(1, Math.max(0, (px * x + py * y + pz * z) / size)) : 0;
    return Math.hypot(px - t * x, py - t * y, pz - t * z) > this.tolerance;
  }
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
