import { addEntry, bandedMatrix, solveBanded } from '../linear/bandedMatrix';
import { fold } from '../linear/cyclicBand';
import { type Curve, domainOf, trusted } from '../curve/curve';
import { type RaisedPoint, raisingShares } from '../degree/elevateDegree';
import { breaksOf } from '../knots/multiplicity';
import { distinctOf, periodicOver, unrolled } from '../knots/period';

/** Rounds that take out what the rounding of the one before has left. */
const REFINEMENTS = 2;

/**
 * The curve of one degree less that was raised to a clamped or periodic curve, by its control points; null where knots
 * or weights say that there is none. It has to be looked at: of a curve that was not raised it is no good fit.
 *
 * The raised control points are sums with known shares; they are solved for the old ones by least squares, each equation
 * and each unknown in the size of its weight, so that a light control point keeps all its digits beside heavy ones.
 */
export function raisedFrom(curve: Curve): Curve | null {
  const degree = curve.degree - 1;
  const [first, last] = domainOf(curve);
  const periodic = curve.closing === 'periodic';
  const breaks = breaksOf(curve).filter(({ u }) => u < last && (periodic || u > first));
  if (degree < 1 || breaks.some(({ multiplicity }) => multiplicity < 2)) return null;
  const inner = breaks.flatMap(({ u, multiplicity }) => new Array<number>(multiplicity - 1).fill(u));
  if (periodic) {
    const base = Float64Array.from(inner);
    const ring = (pointsFor: (count: number) => Float64Array) =>
      periodicOver(degree, base, first, last, (_knots, count) => pointsFor(count));
    const shapeless = ring((count) => new Float64Array(4 * count).fill(1));
    const high = distinctOf(curve);
    const rows = raisingShares(unrolled(shapeless), curve.knots, high);
    return checked(ring((count) => solved(rows, curve.points, count, true)));
  }
  const end = (u: number) => new Array<number>(degree + 1).fill(u);
  const knots = Float64Array.from([...end(first), ...inner, ...end(last)]);
  const count = knots.length - degree - 1;
  const rows = raisingShares({ degree, knots, points: new Float64Array(4 * count) }, curve.knots, distinctOf(curve));
  return checked(trusted(degree, knots, solved(rows, curve.points, count, false), curve.closing));
}

/** A curve whose numbers are some, and weights above 0. */
function checked(curve: Curve): Curve | null {
  const { points } = curve;
  for (let i = 0; i < points.length; i++) if (!(i % 4 === 3 ? points[i] > 0 : Number.isFinite(points[i]))) return null;
  return curve;
}

function solved(rows: readonly RaisedPoint[], raised: Float64Array, count: number, periodic: boolean): Float64Array {
  const columnOf = (index: number) => index % count;
  const place = periodic ? (j: number) => fold(j, count) : (j: number) => j;
  /** The largest weight that a control point can have: its share in a raised one is no more than that one has. */
  const sizes = new Float64Array(count).fill(Infinity);
  let reach = 0;
  rows.forEach(({ first, shares }, i) => {
    shares.forEach((share, j) => {
      if (share > 0) sizes[columnOf(first + j)] = Math.min(sizes[columnOf(first + j)], raised[4 * i + 3] / share);
    });
    reach = Math.max(reach, shares.length - 1);
  });
  const band = Math.min(count - 1, periodic ? 2 * reach + 1 : reach);
  const points = new Float64Array(4 * count);
  for (let round = 0; round <= REFINEMENTS; round++) {
    const matrix = bandedMatrix(count, band, band);
    const right = new Float64Array(4 * count);
    rows.forEach(({ first, shares }, i) => {
      const weight = raised[4 * i + 3];
      const missing = raised.slice(4 * i, 4 * i + 4);
      shares.forEach((share, j) => {
        for (let c = 0; c < 4; c++) missing[c] -= share * points[4 * columnOf(first + j) + c];
      });
      const entries = Array.from(shares, (share, j) => (share * sizes[columnOf(first + j)]) / weight);
      entries.forEach((entry, j) => {
        const row = place(columnOf(first + j));
        for (let c = 0; c < 4; c++) right[4 * row + c] += (entry * missing[c]) / weight;
        entries.forEach((other, k) => {
          if (entry * other !== 0) addEntry(matrix, row, place(columnOf(first + k)), entry * other);
        });
      });
    });
    if (!solveBanded(matrix, right, 4)) return points;
    for (let j = 0; j < count; j++) {
      for (let c = 0; c < 4; c++) points[4 * j + c] += right[4 * place(j) + c] * sizes[j];
    }
  }
  return points;
}
