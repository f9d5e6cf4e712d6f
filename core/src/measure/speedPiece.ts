import { isRational } from '../curve/isRational';
import { type Bernstein, boundOf, derivativeOf, product, signChangesOf, valueAt, wronskian } from '../linear/bernstein';
import { comesNear0, NEAR_0 } from '../linear/comesNear0';
import { bezierHalves } from '../linear/bezierHalves';
import { bernsteinRows, EIGHT } from '../linear/gaussLegendre';
import type { BezierPieces } from '../degree/bezierPieces';

/**
 * A stretch of a Bézier piece, seen for its length: what Gauss's rule makes of it, and the two lengths between which
 * it certainly lies. About its own start and over [0, 1], so that it keeps its digits however short it is, and however
 * far from the origin.
 */
export interface SpeedPiece {
  /** The length in mm by 8 nodes. */
  readonly gauss: number;
  /** The straight way and the way along the control points: the length is neither less nor more. */
  readonly chord: number;
  readonly polygon: number;
  /** The two stretches before and after t, 0 < t < 1. */
  cut(t: number): [SpeedPiece, SpeedPiece];
  /** Inner places where the speed has a minimum so low that a rule might miss it. */
  slowPlaces(): number[];
}

/** The stretch for piece `index` of a curve. */
export function speedPiece({ degree, points }: BezierPieces, index: number): SpeedPiece {
  const from = 4 * index * (degree + 1);
  const to = from + 4 * (degree + 1);
  const lead = points[from + 3];
  if (isRational(points, from, to)) return new RationalPiece(aboutStart([...points.subarray(from, to)]));
  const steps: number[] = [];
  for (let i = from; i < to - 4; i += 4) {
    for (let c = 0; c < 3; c++) steps.push((degree * (points[i + 4 + c] - points[i + c])) / lead);
  }
  return new PolynomialPiece(steps);
}

/** By the control points of r', packed x y z. */
class PolynomialPiece implements SpeedPiece {
  readonly gauss: number;
  readonly chord: number;
  readonly polygon: number;

  constructor(private readonly steps: readonly number[]) {
    const { length } = steps;
    const rows = bernsteinRows(length / 3 - 1);
    let sum = 0;
    for (let k = 0, row = 0; k < 8; k++) {
      let x = 0;
      let y = 0;
      let z = 0;
      for (let i = 0; i < length; row++) {
        const share = rows[row];
        x += share * steps[i++];
        y += share * steps[i++];
        z += share * steps[i++];
      }
      sum += EIGHT.weights[k] * Math.sqrt(x * x + y * y + z * z);
    }
    let x = 0;
    let y = 0;
    let z = 0;
    let polygon = 0;
    for (let i = 0; i < length; i += 3) {
      const dx = steps[i];
      const dy = steps[i + 1];
      const dz = steps[i + 2];
      x += dx;
      y += dy;
      z += dz;
      polygon += Math.sqrt(dx * dx + dy * dy + dz * dz);
    }
    this.gauss = sum / 2;
    this.chord = (3 * Math.sqrt(x * x + y * y + z * z)) / length;
    this.polygon = (3 * polygon) / length;
  }

  cut(t: number): [SpeedPiece, SpeedPiece] {
    const [left, right] = bezierHalves(this.steps, 3, t);
    // Each half runs over [0, 1] of its own.
    for (let i = 0; i < left.length; i++) {
      left[i] *= t;
      right[i] *= 1 - t;
    }
    return [new PolynomialPiece(left), new PolynomialPiece(right)];
  }

  slowPlaces(): number[] {
    const { steps } = this;
    if (!comesNear0(steps)) return [];
    return slowPlacesOf(
      [0, 1, 2].map((c) => Float64Array.from({ length: steps.length / 3 }, (_, i) => steps[3 * i + c])),
    );
  }
}

/** By its homogeneous points, the first of which is the origin with weight 1. */
class RationalPiece implements SpeedPiece {
  readonly gauss: number;
  readonly chord: number;
  readonly polygon: number;

  constructor(private readonly points: readonly number[]) {
    const { length } = points;
    const degree = length / 4 - 1;
    const [rows, slopeRows] = [bernsteinRows(degree), bernsteinRows(degree - 1)];
    let sum = 0;
    for (let k = 0; k < 8; k++) {
      let x = 0;
      let y = 0;
      let z = 0;
      let w = 0;
      for (let i = 0, row = k * (degree + 1); i < length; i += 4, row++) {
        const share = rows[row];
        x += share * points[i];
        y += share * points[i + 1];
        z += share * points[i + 2];
        w += share * points[i + 3];
      }
      let dx = 0;
      let dy = 0;
      let dz = 0;
      let dw = 0;
      for (let i = 0, row = k * degree; i < length - 4; i += 4, row++) {
        const share = slopeRows[row];
        dx += share * (points[i + 4] - points[i]);
        dy += share * (points[i + 5] - points[i + 1]);
        dz += share * (points[i + 6] - points[i + 2]);
        dw += share * (points[i + 7] - points[i + 3]);
      }
      // The quotient rule: r' = (X' − r w') / w.
      const turn = dw / w;
      sum += (EIGHT.weights[k] * Math.sqrt((dx - x * turn) ** 2 + (dy - y * turn) ** 2 + (dz - z * turn) ** 2)) / w;
    }
    let polygon = 0;
    for (let i = 0; i < length - 4; i += 4) polygon += apart(points, i, i + 4);
    this.gauss = (degree * sum) / 2;
    this.chord = apart(points, 0, length - 4);
    this.polygon = polygon;
  }

  cut(t: number): [SpeedPiece, SpeedPiece] {
    const [left, right] = bezierHalves(this.points, 4, t);
    return [new RationalPiece(left), new RationalPiece(aboutStart(right))];
  }

  slowPlaces(): number[] {
    const { points } = this;
    const places: number[] = [];
    let heaviest = 1;
    let lightest = 1;
    for (let i = 0; i < points.length; i += 4) {
      heaviest = Math.max(heaviest, points[i + 3]);
      lightest = Math.min(lightest, points[i + 3]);
      for (let c = 0; c < 3; c++) places.push(points[i + c] / points[i + 3]);
    }
    // With weights this alike r' is a sum of the polygon's steps with shares this alike (Floater, CAGD 1992).
    if (heaviest <= ALIKE * lightest && !comesNear0(stepsOf(places))) return [];
    const column = (c: number) => Float64Array.from({ length: points.length / 4 }, (_, i) => points[4 * i + c]);
    const weights = column(3);
    return slowPlacesOf([0, 1, 2].map((c) => wronskian(column(c), weights)));
  }
}

/** The steps between places, packed x y z. */
function stepsOf(places: readonly number[]): number[] {
  const steps: number[] = [];
  for (let i = 3; i < places.length; i++) steps.push(places[i] - places[i - 3]);
  return steps;
}

function apart(points: readonly number[], i: number, j: number): number {
  const x = points[i] / points[i + 3] - points[j] / points[j + 3];
  const y = points[i + 1] / points[i + 3] - points[j + 1] / points[j + 3];
  const z = points[i + 2] / points[i + 3] - points[j + 2] / points[j + 3];
  return Math.sqrt(x * x + y * y + z * z);
}

/** Moves homogeneous points in place so that the first is the origin, with weight 1. */
function aboutStart(points: number[]): number[] {
  const [x, y, z, lead] = points;
  for (let i = 0; i < points.length; i += 4) {
    const w = points[i + 3] / lead;
    points[i] = (points[i] - x * w) / lead;
    points[i + 1] = (points[i + 1] - y * w) / lead;
    points[i + 2] = (points[i + 2] - z * w) / lead;
    points[i + 3] = w;
  }
  return points;
}

/** Weights within this factor of each other are alike. */
const ALIKE = 4;
/** Where a vector polynomial, given by its coordinates, comes down near 0 and turns. */
function slowPlacesOf(coordinates: readonly Bernstein[]): number[] {
  const squared = new Float64Array(2 * coordinates[0].length - 1);
  for (const coordinate of coordinates) product(coordinate, coordinate, 1, squared);
  const slope = derivativeOf(squared);
  const low = NEAR_0 * NEAR_0 * boundOf(squared);
  return signChangesOf(slope, 8 * Number.EPSILON * boundOf(slope)).filter(
    (t) => t > 0 && t < 1 && valueAt(squared, t) <= low,
  );
}
