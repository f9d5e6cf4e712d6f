import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { basisRow } from '../fit/splineSpace';
import { type NotOneToOne, spaceOf } from '../fit/through/fixedSpacing';
import type { Sites } from '../fit/sites';
import { solveBandedCholesky } from '../linear/bandedCholesky';
import { failed, type Result, success } from '../result';
import { mustBePacked } from '../refuse';

/** The rows of the collocation matrix A, each of unit length. */
interface Rows {
  readonly width: number;
  /** Control point of each entry. */
  readonly columns: Int32Array;
  readonly entries: Float64Array;
  readonly scales: Float64Array;
  /** Where each row stands in the band. */
  readonly order: Int32Array;
}

/** What the first solution leaves of the difference, by rounding, the second takes out. */
const ROUNDS = 2;

/**
 * Brings a curve to `data` (packed x y z: places, or derivatives of a higher order) at the sites by the least movement
 * of its control points, in the sense of least squares: ΔP = Aᵀ(AAᵀ)⁻¹(data − A P). Knots and weights stay. With as many
 * sites as control points it is what `fromFitData` gives; with fewer, whatever the sites leave free moves least.
 *
 * Fails where the sites ask for more than the control points can give. O(n p²): AAᵀ is banded, of a closed curve after
 * numbering 0, n−1, 1, n−2, … Throws a RangeError for sites outside the domain.
 * (Golub, Van Loan, Matrix Computations, 5.6: the solution of least norm.)
 */
export function bendThrough(curve: Curve, sites: Sites, data: Float64Array): Result<Curve, NotOneToOne> {
  mustBePacked(data, 3, 'data');
  const size = sites.parameters.length;
  if (data.length !== 3 * size) {
    throw new RangeError(`data: ${size} places are needed, one for each site, not ${data.length / 3}`);
  }
  const space = spaceOf(curve);
  const rows = rowsOf(curve, sites);
  const none = failed({ kind: 'not-one-to-one', sites: size, controlPoints: space.count } as const);
  if (!rows || size > space.count) return none;
  const places = new Float64Array(3 * space.count);
  for (let i = 0; i < places.length; i++) {
    const index = 4 * Math.floor(i / 3);
    places[i] = curve.points[index + (i % 3)] / curve.points[index + 3];
  }
  for (let round = 0; round < ROUNDS; round++) {
    const right = missing(rows, places, data);
    const { band, values } = gram(rows, space.count);
    if (solveBandedCholesky(size, band, values, right, 3) >= 0) return none;
    spread(rows, right, places);
  }
  if (curve.closing === 'clamped-closed') places.copyWithin(places.length - 3, 0, 3);
  if (!places.every(Number.isFinite)) return none;
  const points = homogeneous(places, space.weights ?? new Float64Array(space.count).fill(curve.points[3]));
  return success(
    makeCurve(
      curve.degree,
      curve.knots,
      curve.points.map((_, i) => points[i % points.length]),
      curve.closing,
    ),
  );
}

function rowsOf(curve: Curve, sites: Sites): Rows | null {
  const space = spaceOf(curve);
  const { count } = space;
  const size = sites.parameters.length;
  const width = space.degree + 1;
  const rows: Rows = {
    width,
    columns: new Int32Array(size * width),
    entries: new Float64Array(size * width),
    scales: new Float64Array(size),
    order: new Int32Array(size),
  };
  const row = new Float64Array(width);
  for (let i = 0; i < size; i++) {
    const first = basisRow(space, sites, i, row);
    const norm = Math.hypot(...row);
    if (!(norm > 0)) return null;
    rows.scales[i] = 1 / norm;
    rows.order[i] = curve.closing === 'open' ? i : i < size / 2 ? 2 * i : 2 * (size - 1 - i) + 1;
    for (let j = 0; j < width; j++) {
      const column = (first + j) % count;
      // The two ends of a clamped, closed curve are one place.
      rows.columns[i * width + j] = curve.closing === 'clamped-closed' && column === count - 1 ? 0 : column;
      rows.entries[i * width + j] = row[j] / norm;
    }
  }
  return rows;
}

/** data − A P, by rows in their places in the band. */
function missing({ width, columns, entries, scales, order }: Rows, places: Float64Array, data: Float64Array) {
  const right = new Float64Array(data.length);
  for (let i = 0; i < order.length; i++) {
    for (let c = 0; c < 3; c++) {
      let sum = data[3 * i + c] * scales[i];
      for (let j = i * width; j < (i + 1) * width; j++) sum -= entries[j] * places[3 * columns[j] + c];
      right[3 * order[i] + c] = sum;
    }
  }
  return right;
}

/** AAᵀ in band storage. */
function gram({ width, columns, entries, order }: Rows, count: number): { band: number; values: Float64Array } {
  const at: number[][] = Array.from({ length: count }, () => []);
  columns.forEach((column, k) => entries[k] !== 0 && at[column].push(k));
  let band = 0;
  const rowOf = (k: number) => order[Math.floor(k / width)];
  for (const list of at) {
    for (const a of list) for (const b of list) band = Math.max(band, rowOf(b) - rowOf(a));
  }
  const values = new Float64Array(order.length * (band + 1));
  for (const list of at) {
    for (const a of list) {
      for (const b of list) {
        const offset = rowOf(b) - rowOf(a);
        if (offset >= 0) values[rowOf(a) * (band + 1) + offset] += entries[a] * entries[b];
      }
    }
  }
  return { band, values };
}

/** Adds Aᵀ λ. */
function spread({ width, columns, entries, order }: Rows, lambda: Float64Array, places: Float64Array): void {
  for (let k = 0; k < columns.length; k++) {
    const row = order[Math.floor(k / width)];
    for (let c = 0; c < 3; c++) places[3 * columns[k] + c] += entries[k] * lambda[3 * row + c];
  }
}
