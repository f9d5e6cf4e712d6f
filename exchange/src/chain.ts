import {
  clamp,
  type Curve,
  derivatives,
  distance,
  domainOf,
  elevateDegree,
  endOf,
  join,
  length,
  reparameterise,
  scale,
  type Vector3,
  vectorAt,
  controlPointsOf,
} from '@pencil-bend/core';
import { withoutRedundantKnots } from '@pencil-bend/core/changing';

/** Knots that move nothing by more, in mm, are not needed. */
const NEEDLESS = 1e-9;
/** Unit tangents nearer than this are one: pieces of one smooth curve, as files round them. */
const SAME_DIRECTION = 1e-6;
/** Of the length of all a shorter piece is none. */
const ROUNDING = 1e-13;
/** A piece is so many times as fast as it is long at the most, or as slow, before the next one is measured anew. */
const FASTEST = 1e3;

/**
 * Curves that go on one from the other as one curve: of one degree, each begun where the one before it ended, with the
 * speeds matched where they run on smoothly, so that what was one spline is one again; knots that it does not need are
 * out. Gaps are closed.
 */
export function chained(pieces: readonly Curve[]): Curve {
  const degree = pieces.reduce((most, piece) => Math.max(most, piece.degree), 1);
  const total = pieces.reduce((sum, piece) => sum + polygonLength(piece), 0);
  // What rounding would lose among the others is no piece.
  const whole = pieces.filter((piece) => polygonLength(piece) > ROUNDING * total);
  return joined(
    inStep((whole.length > 0 ? whole : pieces).map((piece) => clamp(elevateDegree(piece, degree - piece.degree)))),
  );
}

/** Halves are joined each for itself, so that a long chain is not copied for each of its pieces. */
function joined(pieces: readonly Curve[]): Curve {
  if (pieces.length === 1) return pieces[0];
  const half = pieces.length >> 1;
  const [first, second] = [joined(pieces.slice(0, half)), joined(pieces.slice(half))];
  const both = join(first, second, Infinity);
  if (!both.ok) throw new Error('only open curves are joined');
  return withoutRedundantKnots(both.value, NEEDLESS, [domainOf(first)[1]]);
}

interface EndMotion {
  readonly direction: Vector3 | null;
  readonly speed: number;
}

/** Each over parameters that follow those of the one before it. */
function inStep(pieces: readonly Curve[]): Curve[] {
  let end = 0;
  let before: EndMotion | null = null;
  return pieces.map((piece) => {
    const [first, last] = domainOf(piece);
    const [start, finish] = [motionAt(piece, first, 'right'), motionAt(piece, last, 'left')];
    const size = polygonLength(piece) || 1;
    const goesOn = before?.direction && start.direction && distance(before.direction, start.direction) < SAME_DIRECTION;
    const matched = goesOn && before ? ((last - first) * start.speed) / before.speed : NaN;
    const span: number = matched > size / FASTEST && matched < size * FASTEST ? matched : size;
    const placed = reparameterise(piece, end, end + span);
    end = domainOf(placed)[1];
    before = { ...finish, speed: (finish.speed * (last - first)) / span };
    return placed;
  });
}

function motionAt(curve: Curve, u: number, side: 'left' | 'right'): EndMotion {
  const d = vectorAt(derivatives(curve, u, 1, side), 1);
  const speed = length(d);
  return { speed, direction: speed > 0 ? scale(d, 1 / speed) : null };
}

function polygonLength(curve: Curve): number {
  const points = controlPointsOf(curve);
  let sum = 0;
  for (let i = 1; i < points.length / 3; i++) sum += distance(vectorAt(points, i), vectorAt(points, i - 1));
  return sum;
}

/** How far each curve ends from where the next one begins, in mm. */
export const gapsBetween = (pieces: readonly Curve[]): number[] =>
  pieces.slice(1).map((next, i) => distance(endOf(pieces[i], 'end'), endOf(next, 'start')));
