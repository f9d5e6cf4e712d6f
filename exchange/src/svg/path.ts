import {
  type Curve,
  distance,
  ellipticArc,
  homogeneous,
  makeCurve,
  subtract,
  transform,
  type Vector3,
} from '@pencil-bend/core';
import svgpath from 'svgpath';
import { chained } from '../chain';
import { polylineOf } from '../polyline';

/** A stretch of a path, by the points of a Bézier piece of degree 1 to 3, or an arc of an ellipse that is there. */
export type Stretch = readonly Vector3[] | Curve;

export interface ReadPath {
  /** Each drawn without lifting the pen. */
  readonly subpaths: readonly (readonly Stretch[])[];
  /** What is wrong, and the character of the path where it is; null for nothing. */
  readonly error: { readonly what: string; readonly character: number } | null;
  /** Places that the pen was only put down on. */
  readonly dots: number;
}

interface ParsedPath {
  readonly segments: readonly (readonly [command: string, ...numbers: number[]])[];
  /** Empty where nothing is wrong. */
  readonly err: string;
}

/** How many numbers a command takes, and what they are less than. */
const NUMBERS: Readonly<Record<string, number>> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 };
const LARGEST = 1e15;

/** Path data (SVG 2, 9.3), drawn up to the first error, in user units, y down. */
export function readPath(data: string): ReadPath {
  // What was parsed is there, but not in the package's types.
  const { segments, err } = svgpath(data) as unknown as ParsedPath;
  const subpaths: Stretch[][] = [];
  let current: Stretch[] = [];
  let dots = 0;
  let [start, at, control]: Vector3[] = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  let before = '';
  let broken: ReadPath['error'] = null;
  const lift = () => {
    if (current.length > 0) subpaths.push(current);
    else if ('mMzZ'.includes(before) && before !== '' && before !== 'z' && before !== 'Z') dots++;
    current = [];
  };
  const to = (piece: readonly Vector3[]) => {
    if (piece.some((point) => distance(point, piece[0]) > 0)) current.push(piece);
    at = piece[piece.length - 1];
  };
  for (const segment of segments) {
    const [command, ...n] = segment;
    const isRelative = command !== command.toUpperCase();
    const [x0, y0] = isRelative ? at : [0, 0];
    const point = (i: number): Vector3 => [n[i] + x0, n[i + 1] + y0, 0];
    /** The last control point mirrored, where the command before was of one kind. */
    const mirrored = (kinds: string): Vector3 =>
      kinds.includes(before) ? [2 * at[0] - control[0], 2 * at[1] - control[1], 0] : at;
    const letter = command.toUpperCase();
    if (n.length < NUMBERS[letter] || !n.every((x) => Math.abs(x) < LARGEST)) {
      broken = { what: `a number of ${command} is too large, or missing`, character: data.length };
      break;
    }
    switch (letter) {
      case 'M':
        lift();
        at = start = point(0);
        break;
      case 'L':
        to([at, point(0)]);
        break;
      case 'H':
        to([at, [n[0] + x0, at[1], 0]]);
        break;
      case 'V':
        to([at, [at[0], n[0] + y0, 0]]);
        break;
      case 'C':
        control = point(2);
        to([at, point(0), control, point(4)]);
        break;
      case 'S': {
        const first = mirrored('CS');
        control = point(0);
        to([at, first, control, point(2)]);
        break;
      }
      case 'Q':
        control = point(0);
        to([at, control, point(2)]);
        break;
      case 'T':
        control = mirrored('QT');
        to([at, control, point(0)]);
        break;
      case 'A': {
        const end = point(5);
        const arc = arcBetween(at, end, n[0], n[1], n[2], n[3] !== 0, n[4] !== 0);
        if (arc) current.push(arc);
        else to([at, end]);
        at = end;
        break;
      }
      case 'Z':
        if (distance(at, start) > 0) to([at, start]);
        lift();
        at = start;
        break;
    }
    before = letter;
  }
  lift();
  const [, what = err, character = '0'] = /^SvgPath: (.*?)(?: \(at pos (\d+)\))?$/.exec(err) ?? [];
  return { subpaths, error: broken ?? (err ? { what, character: Number(character) + 1 } : null), dots };
}

/**
 * The arc of an ellipse between two points (SVG 2, B.2.4 and B.2.5): of radii without signs, made larger where they do
 * not reach. Null for a straight line, or nothing.
 */
export function arcBetween(
  from: Vector3,
  to: Vector3,
  rx: number,
  ry: number,
  degrees: number,
  isLarge: boolean,
  isPositive: boolean,
): Curve | null {
  let [a, b] = [Math.abs(rx), Math.abs(ry)];
  if (a === 0 || b === 0 || distance(from, to) === 0) return null;
  const turn = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const half = [(from[0] - to[0]) / 2, (from[1] - to[1]) / 2];
  const [x, y] = [cos * half[0] + sin * half[1], -sin * half[0] + cos * half[1]];
  const reach = (x / a) ** 2 + (y / b) ** 2;
  if (reach > 1) [a, b] = [a * Math.sqrt(reach), b * Math.sqrt(reach)];
  const rest = Math.max(0, 1 / Math.min(1, reach) - 1);
  const factor = (isLarge === isPositive ? -1 : 1) * Math.sqrt(reach > 1 ? 0 : rest);
  const [cx, cy] = [(factor * a * y) / b, (-factor * b * x) / a];
  const centre: Vector3 = [cos * cx - sin * cy + (from[0] + to[0]) / 2, sin * cx + cos * cy + (from[1] + to[1]) / 2, 0];
  const angle = Math.atan2((y - cy) / b, (x - cx) / a);
  const end = Math.atan2((-y - cy) / b, (-x - cx) / a);
  let sweep = end - angle;
  if (isPositive && sweep < 0) sweep += 2 * Math.PI;
  if (!isPositive && sweep > 0) sweep -= 2 * Math.PI;
  if (sweep === 0) return null;
  const curve = ellipticArc({ centre, x: [a * cos, a * sin, 0], y: [-b * sin, b * cos, 0] }, angle, sweep);
  return withEnds(curve, from, to);
}

/** The ends exactly where they were asked for. */
function withEnds({ degree, knots, points }: Curve, from: Vector3, to: Vector3): Curve {
  const moved = points.slice();
  moved.set([...from, 1], 0);
  moved.set([...to, 1], moved.length - 4);
  return makeCurve(degree, knots, moved);
}

const isCurve = (stretch: Stretch): stretch is Curve => 'knots' in stretch;

/** A subpath as one curve, moved by a map of the plane. */
export function curveOfSubpath(stretches: readonly Stretch[], move: (point: Vector3) => Vector3): Curve {
  const bezier = stretches.filter((stretch): stretch is readonly Vector3[] => !isCurve(stretch));
  if (bezier.length === stretches.length && bezier.every((points) => points.length === 2)) {
    return polylineOf([bezier[0][0], ...bezier.map(([, to]) => to)].map(move));
  }
  const [x, y, origin] = [move([1, 0, 0]), move([0, 1, 0]), move([0, 0, 0])];
  const map = { x: subtract(x, origin), y: subtract(y, origin), z: [0, 0, 1] as const, origin };
  const pieces = stretches.map((stretch) => {
    if (isCurve(stretch)) return transform(stretch, map);
    const degree = stretch.length - 1;
    const knots = [...Array<number>(degree + 1).fill(0), ...Array<number>(degree + 1).fill(1)];
    return makeCurve(degree, knots, homogeneous(stretch.flatMap((point) => [...move(point)])));
  });
  return pieces.length === 1 ? pieces[0] : chained(pieces);
}
