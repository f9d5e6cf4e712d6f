import { type Curve, homogeneous, trusted } from '../../curve/curve';
import { axesFor } from '../../energy/motion';
import { along, dot, subtract, type Vector3, vectorAt } from '../../linear/vector';
import { failed, type Result, success } from '../../result';
import { mustBeNormal } from '../../refuse';
import { chordsApart } from '../parameters';
import { placeOnSpiral } from './eulerSegment';
import { type EulerSpirals, eulerSpirals } from './eulerSpirals';

export interface EulerFit {
  readonly curve: Curve;
  /** For each point its parameter, in proportion to length; a closed curve has one more. */
  readonly parameters: Float64Array;
  readonly steps: number;
}

export interface EulerOptions {
  readonly closed?: boolean;
  /** Unit normal of the plane that the points lie in. */
  readonly normal: Vector3;
}

/** The tangents at which the curvatures of neighbours would meet are not found: the points turn too sharply. */
export interface NoEulerSpirals {
  readonly kind: 'no-euler-spirals';
}

const DEGREE = 5;
/** A piece turns by this much at most: it is then true to a millionth of its length. */
const PIECE_TURN = 0.4;

/** A place of a curve by its length, with unit tangent and curvature vector, in the plane. */
interface Station {
  readonly s: number;
  readonly place: readonly [number, number];
  readonly angle: number;
  readonly kappa: number;
}

/**
 * The spline of Euler spirals through plane points, packed x y z, as a curve of degree 5 by its length: between the points
 * its curvature changes evenly, at them it is one, and at the ends of an open one it rests. Spirals are no splines: pieces
 * are laid that have their places, tangents and curvatures. Throws a RangeError for points that are too few or coincide.
 */
export function eulerThrough(
  points: Float64Array,
  { closed = false, normal }: EulerOptions,
): Result<EulerFit, NoEulerSpirals> {
  mustBeNormal(normal);
  chordsApart(points, closed);
  const origin = vectorAt(points, 0);
  const [x, y] = axesFor(normal);
  const flat = new Float64Array((points.length / 3) * 2);
  for (let i = 0; 3 * i < points.length; i++) {
    const away = subtract(vectorAt(points, i), origin);
    flat[2 * i] = dot(away, x);
    flat[2 * i + 1] = dot(away, y);
  }
  const spirals = eulerSpirals(flat, closed);
  if (!spirals) return failed({ kind: 'no-euler-spirals' });
  const { stations, atPoints } = stationsOf(spirals, flat);
  const { knots, control } = quinticOver(stations);
  const total = stations[stations.length - 1].s;
  const packed = new Float64Array((control.length / 2) * 3);
  for (let i = 0; 2 * i < control.length; i++) {
    packed.set(along(along(origin, x, control[2 * i]), y, control[2 * i + 1]), 3 * i);
  }
  const curve = trusted(DEGREE, knots, homogeneous(packed), closed ? 'clamped-closed' : 'open');
  return success({ curve, parameters: atPoints.map((s) => s / total), steps: spirals.steps });
}

/** Where the pieces begin and end, and the lengths at which the points are. */
function stationsOf({ angles, segments, chords }: EulerSpirals, flat: Float64Array) {
  const stations: Station[] = [];
  const atPoints = new Float64Array(segments.length + 1);
  const count = flat.length / 2;
  let s = 0;
  segments.forEach((segment, i) => {
    const { k0, k1, chord } = segment;
    const size = chords[i] / chord;
    // The tangent in the middle: there the spiral's own x runs.
    const middle = angles[i] + k0 / 2 - k1 / 8;
    const [cos, sin] = [Math.cos(middle), Math.sin(middle)];
    const from = placeOnSpiral(segment, -1 / 2);
    // What it would turn by if it were as bent all along as at its more bent end.
    const turn = Math.abs(k0) + Math.abs(k1) / 2;
    const pieces = Math.max(1, Math.ceil(turn / PIECE_TURN));
    for (let k = 0; k < pieces; k++) {
      const t = k / pieces - 1 / 2;
      const [px, py] = placeOnSpiral(segment, t);
      const [dx, dy] = [(px - from[0]) * size, (py - from[1]) * size];
      stations.push({
        s: s + (k / pieces) * size,
        place: [flat[2 * i] + cos * dx - sin * dy, flat[2 * i + 1] + sin * dx + cos * dy],
        angle: middle + t * (k0 + (k1 * t) / 2),
        kappa: (k0 + k1 * t) / size,
      });
    }
    s += size;
    atPoints[i + 1] = s;
  });
  const last = segments[segments.length - 1];
  const [at, size] = [segments.length % count, chords[segments.length - 1] / last.chord];
  stations.push({
    s,
    place: [flat[2 * at], flat[2 * at + 1]],
    angle: angles[at],
    kappa: (last.k0 + last.k1 / 2) / size,
  });
  return { stations, atPoints };
}

/**
 * The spline of degree 5 over the stations that has the places, tangents and curvature vectors there by length: its knots
 * stand three times each, and a control point whose knots are one station's and two more at distances a and b from it
 * lies at P + (a + b)/5 r' + ab/20 r''. (Its blossom; Ramshaw, Blossoming, 1987.)
 */
function quinticOver(stations: readonly Station[]) {
  const last = stations.length - 1;
  const total = stations[last].s;
  const knots = new Float64Array(3 * (last + 1) + 6);
  const control = new Float64Array(6 * (last + 1));
  knots.fill(1, knots.length - 6);
  stations.forEach(({ s, place, angle, kappa }, i) => {
    const before = i > 0 ? stations[i - 1].s - s : 0;
    const after = i < last ? stations[i + 1].s - s : 0;
    if (i > 0 && i < last) knots.fill(s / total, 3 * i + 3, 3 * i + 6);
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const pairs =
      i === 0
        ? [
            [0, 0],
            [after, 0],
            [after, after],
          ]
        : i === last
          ? [
              [before, before],
              [before, 0],
              [0, 0],
            ]
          : [
              [before, before],
              [before, after],
              [after, after],
            ];
    pairs.forEach(([a, b], k) => {
      const [first, second] = [(a + b) / 5, (a * b * kappa) / 20];
      control[6 * i + 2 * k] = place[0] + first * cos - second * sin;
      control[6 * i + 2 * k + 1] = place[1] + first * sin + second * cos;
    });
  });
  return { knots, control };
}
