import { type Affine, type Curve, type Vector3 } from '@pencil-bend/core';
import { frameOf } from '../affine';
import { stretchOf, wholeEllipse, wholeHyperbola, wholeParabola } from '../parametric';
import { IgesProblem } from './records';

interface EllipseByAxes {
  readonly kind: 'ellipse';
  readonly frame: Affine;
  readonly a: number;
  readonly b: number;
}

/** A x² + B x y + C y² + D x + E y + F = 0. */
type Coefficients = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** Beside the largest of its kind a coefficient this small is 0. */
const NOTHING = 1e-12;

/**
 * The stretch of a conic between two of its points in a plane z = constant: of an ellipse anticlockwise, all round where
 * they are one (IGES 5.3, 4.5: by its coefficients, whatever the form says).
 */
export function conicArc(conic: EllipseByAxes | Coefficients, from: Vector3, to: Vector3, id: number): Curve {
  const curve = 'kind' in conic ? arcOf(conic, from, to) : stretchBy(conic, from, to, id);
  if (!curve) throw new IgesProblem('nothing lies between its ends', id);
  return curve;
}

const arcOf = ({ frame, a, b }: EllipseByAxes, from: Vector3, to: Vector3) => {
  const whole = wholeEllipse(frame, a, b);
  return stretchOf(whole, whole.parameterOf(from), whole.parameterOf(to), true);
};

function stretchBy([a, b, c, d, e, f]: Coefficients, from: Vector3, to: Vector3, id: number): Curve | null {
  const z = from[2];
  const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(c));
  if (!(size > 0)) throw new IgesProblem('it is no conic', id);
  // The axes along which x y has no part.
  const turn = b === 0 ? 0 : Math.atan2(b, a - c) / 2;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const p = a * cos * cos + b * cos * sin + c * sin * sin;
  const q = a * sin * sin - b * cos * sin + c * cos * cos;
  const [r, s] = [d * cos + e * sin, -d * sin + e * cos];
  const back = (x: number, y: number): Vector3 => [x * cos - y * sin, x * sin + y * cos, z];
  const frame = (x: number, y: number, towards: Vector3): Affine => {
    const made = frameOf(back(x, y), null, towards);
    if (!made) throw new IgesProblem('it is no conic', id);
    return made;
  };
  const [along, across]: readonly Vector3[] = [
    [cos, sin, 0],
    [-sin, cos, 0],
  ];
  const isFlat = (x: number) => Math.abs(x) < NOTHING * size;
  if (isFlat(p) || isFlat(q)) {
    // A parabola: its axis runs where the square is missing.
    const [square, linear, rest, way] = isFlat(q) ? [p, r, s, across] : [q, s, r, along];
    if (rest === 0) throw new IgesProblem('it is two lines', id);
    const middle = -linear / (2 * square);
    const height = -(f - (linear * linear) / (4 * square)) / rest;
    const opens = -square / rest;
    const towards: Vector3 = opens > 0 ? way : [-way[0], -way[1], 0];
    const vertex = isFlat(q) ? ([middle, height] as const) : ([height, middle] as const);
    const whole = wholeParabola(frame(...vertex, towards), 1 / (4 * Math.abs(opens)));
    return stretchOf(whole, whole.parameterOf(from), whole.parameterOf(to), true);
  }
  const [x, y] = [-r / (2 * p), -s / (2 * q)];
  const rest = f - p * x * x - q * y * y;
  const [uu, vv] = [-rest / p, -rest / q];
  if (uu > 0 && vv > 0)
    return arcOf({ kind: 'ellipse', frame: frame(x, y, along), a: Math.sqrt(uu), b: Math.sqrt(vv) }, from, to);
  if (!(uu * vv < 0)) throw new IgesProblem('it is only a point, or nothing', id);
  // A hyperbola: the branch that it starts on.
  const axis = uu > 0 ? along : across;
  const centre = back(x, y);
  const side = (from[0] - centre[0]) * axis[0] + (from[1] - centre[1]) * axis[1];
  const towards: Vector3 = side >= 0 ? axis : [-axis[0], -axis[1], 0];
  const [own, other] = uu > 0 ? [uu, -vv] : [vv, -uu];
  const whole = wholeHyperbola(frame(x, y, towards), Math.sqrt(own), Math.sqrt(other));
  return stretchOf(whole, whole.parameterOf(from), whole.parameterOf(to), true);
}
