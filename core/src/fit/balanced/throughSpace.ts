import { type Curve, homogeneous, trusted } from '../../curve/curve';
import type { Columns } from '../../energy/columns';
import { type DerivativeRows, derivativeRows } from '../../energy/derivativeRows';
import { axesFor } from '../../energy/motion';
import { periodicOver } from '../../knots/period';
import { fold } from '../../linear/cyclicBand';
import type { Equation } from '../../linear/minimiseKeeping';
import { dot, type Vector3, vectorAt } from '../../linear/vector';
import { packSites } from '../sites';
import { basisRow, type SplineSpace } from '../splineSpace';

/** Curves with several spans between each two points, and what it takes that they pass through the points. */
export interface ThroughSpace {
  /** One of them: its control points lie along the lines between the points. */
  readonly curve: Curve;
  /** Every control point is an unknown of its own; those of a closed curve in an order in which neighbours stay near. */
  readonly columns: Columns;
  readonly axes: readonly Vector3[];
  readonly rows: DerivativeRows;
  /** Unknowns further apart than this have no span in common. */
  readonly reach: number;
  readonly count: number;
  readonly equations: readonly Equation[];
  /** For each node of the rows how much of the parameter the chord takes that it lies on. */
  readonly intervals: Float64Array;
}

/** How the curves lie between the points. */
export interface SpaceOptions {
  readonly degree: number;
  /** From each point to the next. */
  readonly spans: number;
  /** Gauss nodes of a span. */
  readonly nodes: number;
  readonly closed: boolean;
  /** Without one in space. */
  readonly normal: Vector3 | null;
}

/** The curves of a degree with simple knots whose parameters at the points are given. */
export function throughSpace(
  points: Float64Array,
  parameters: Float64Array,
  { degree, spans, nodes, closed, normal }: SpaceOptions,
): ThroughSpace {
  const fitPoints = points.length / 3;
  const breaks: number[] = [];
  for (let i = 0; i + 1 < parameters.length; i++) {
    const [from, to] = [parameters[i], parameters[i + 1]];
    for (let k = 0; k < spans; k++) breaks.push(from + ((to - from) * k) / spans);
  }
  const first = closed ? [...breaks, parameters[fitPoints]] : [...breaks, parameters[fitPoints - 1]];
  const curve = alongChords(points, parameters, degree, first, closed);
  const count = closed ? first.length - 1 : first.length - 1 + degree;
  const placeOf = (j: number) => (closed ? fold(j % count, count) : j);
  const columns = Array.from({ length: count }, (_, j) => [{ place: placeOf(j), share: 1 }]);
  const axes = axesFor(normal);
  const rows = derivativeRows(curve, columns, axes, nodes);
  const reach = Math.min(count - 1, closed ? 2 * degree : degree);
  const space: SplineSpace = { degree, knots: curve.knots, count, periodic: closed };
  const equations = Array.from({ length: fitPoints }, (_, i) =>
    equationAt(space, curve, parameters[i], vectorAt(points, i), axes, placeOf),
  );
  const intervals = new Float64Array(rows.nodes);
  const perChord = spans * nodes;
  for (let node = 0; node < rows.nodes; node++) {
    const chord = Math.floor(node / perChord);
    intervals[node] = parameters[chord + 1] - parameters[chord];
  }
  return { curve, columns, axes, rows, reach, count, equations, intervals };
}

/** Control points where the lines between the points are at the means of their knots (Greville's abscissae). */
function alongChords(
  points: Float64Array,
  parameters: Float64Array,
  degree: number,
  breaks: readonly number[],
  closed: boolean,
): Curve {
  const [start, end] = [breaks[0], breaks[breaks.length - 1]];
  const lineAt = (u: number): Vector3 => {
    const within = closed ? start + ((((u - start) % (end - start)) + (end - start)) % (end - start)) : u;
    let i = 0;
    while (i + 2 < parameters.length && parameters[i + 1] <= within) i++;
    const share = Math.min(1, Math.max(0, (within - parameters[i]) / (parameters[i + 1] - parameters[i])));
    const [a, b] = [vectorAt(points, i), vectorAt(points, (i + 1) % (points.length / 3))];
    return [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1]), a[2] + share * (b[2] - a[2])];
  };
  const places = (knots: Float64Array, count: number): Float64Array => {
    const packed = new Float64Array(3 * count);
    for (let j = 0; j < count; j++) {
      let sum = 0;
      for (let k = 1; k <= degree; k++) sum += knots[j + k];
      packed.set(lineAt(sum / degree), 3 * j);
    }
    return homogeneous(packed);
  };
  if (closed) return periodicOver(degree, Float64Array.from(breaks.slice(0, -1)), start, end, places);
  const count = breaks.length - 1 + degree;
  const knots = new Float64Array(count + degree + 1);
  knots.fill(start, 0, degree);
  knots.set(breaks, degree);
  knots.fill(end, count + 1);
  return trusted(degree, knots, places(knots, count));
}

/** What the moves of the control points add up to at a parameter for the curve to come to a place there. */
function equationAt(
  space: SplineSpace,
  { points }: Curve,
  u: number,
  place: Vector3,
  axes: readonly Vector3[],
  placeOf: (j: number) => number,
): Equation {
  const { degree, count } = space;
  const basis = new Float64Array(degree + 1);
  const isEnd = !space.periodic && u === space.knots[count];
  const first = basisRow(space, packSites([{ u, order: 0, left: isEnd }]), 0, basis);
  const off: [number, number, number] = [place[0], place[1], place[2]];
  const terms = new Map<number, number>();
  basis.forEach((share, k) => {
    if (share === 0) return;
    const j = (first + k) % count;
    for (let c = 0; c < 3; c++) off[c] -= share * points[4 * (first + k) + c];
    terms.set(placeOf(j), (terms.get(placeOf(j)) ?? 0) + share);
  });
  const sorted = [...terms].sort(([a], [b]) => a - b);
  return {
    places: sorted.map(([at]) => at),
    shares: sorted.map(([, share]) => share),
    target: axes.map((axis) => dot(off, axis)),
  };
}
