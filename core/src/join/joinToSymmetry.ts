import { along, dot, length, scale, subtract, unit, type Vector3 } from '../linear/vector';
import { leastBetween } from '../linear/goldenSection';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { type Affine, mirroring, rotation } from '../edit/transform';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import type { Level } from '../measure/jet';
import { normalOf, type Plane } from '../plane/plane';
import { mustBeDirection, mustBeOneOf, mustBePoint, mustBeWhole } from '../refuse';
import { failed, type Result, success } from '../result';
import { controlPointsFor } from './enoughPoints';
import {
  backFrom,
  derivativesAtStart,
  fromEnd,
  type JoinFailure,
  startResponse,
  startSpeed,
  withStart,
} from './joinEnds';
import { withinSize } from './withinSize';
import type { EndResponse } from './leastMovement';

/** What a curve meets its own image across: a plane, or an axis that the image is turned about by half a turn. */
export type Symmetry =
  | { readonly kind: 'plane'; readonly plane: Plane }
  | { readonly kind: 'axis'; readonly point: Vector3; readonly direction: Vector3 };

/** The map that takes the curve to its image. */
export const imageBy = (symmetry: Symmetry): Affine =>
  symmetry.kind === 'plane' ? mirroring(symmetry.plane) : rotation(symmetry.direction, Math.PI, symmetry.point);

/** The nearest place in the plane or on the axis. */
export const nearestOn = (symmetry: Symmetry, point: Vector3): Vector3 => spacesOf(symmetry).footOf(point);

export interface JoinedToSymmetry {
  readonly curve: Curve;
  /** Square root of the sum of the squares of how far the control points moved, in mm. */
  readonly moved: number;
}

/** The slowest that an end becomes, as a share of its speed. */
const SLOWEST = 0.2;
/** b/a is sought within this many over a first span of 1. */
const WIDEST = 20 / 3;
const PLACES = 81;
const ROUNDS = 60;

/**
 * A curve whose end meets its own image with G0 to G3, of its control points the first (last) level + 1 moving as
 * little as possible.
 *
 * Derivatives by length of odd order lie in one space there, those of even order in the other: at a plane along its normal
 * m and across it, at an axis across it and along it. So G1 is T ∥ m, and G2 at a plane comes free; G3 is e = 0 there.
 * With r' = x, r'' = ρx + k, r''' = y + 3ρk, where x, y lie in the odd space and k in the even one, all is linear for a
 * fixed ρ, which is searched.
 */
export function joinToSymmetry(
  curve: Curve,
  end: End,
  symmetry: Symmetry,
  level: Level,
): Result<JoinedToSymmetry, JoinFailure> {
  mustBeOneOf(end, ['start', 'end'], 'end');
  mustBeWhole(level, 0, 3, 'level');
  if (curve.closing !== 'open') return failed({ kind: 'closed' });
  if (curve.degree < level) return failed({ kind: 'degree-too-low', degree: curve.degree, needed: level });
  const controlPoints = curve.points.length / 4;
  const needed = controlPointsFor(level, 0);
  if (controlPoints < needed) return failed({ kind: 'too-few-points', controlPoints, needed });
  const spaces = spacesOf(symmetry);
  // G2 across a plane is G1.
  const effective: Level = spaces.isPlane && level === 2 ? 1 : level;
  const whole = clamp(curve);
  const from = fromEnd(whole, end);
  const now = derivativesAtStart(from, Math.max(1, effective));
  const speed = startSpeed(from, now);
  if (!(speed > 0)) return failed({ kind: 'no-length' });
  const response = startResponse(from, effective);
  const point = spaces.footOf(now[0]);
  const solve = new SymmetryMovement(spaces, effective, response, [subtract(point, now[0]), ...now.slice(1)], speed);
  const rho = effective < 2 ? 0 : solve.bestRatio(spanAtStart(from));
  const { ahead, squared } = solve.at(rho);
  const held = withinSize(backFrom(withStart(from, point, ahead, response), end, whole));
  return held.ok ? success({ curve: held.value, moved: Math.sqrt(squared) }) : held;
}

function spanAtStart(curve: Curve): number {
  const [first] = domainOf(curve);
  return curve.knots[spansOf(curve)[0] + 1] - first;
}

interface Spaces {
  readonly isPlane: boolean;
  readonly odd: (v: Vector3) => Vector3;
  readonly even: (v: Vector3) => Vector3;
  /** The nearest place in the plane or on the axis. */
  readonly footOf: (point: Vector3) => Vector3;
  readonly axis: Vector3;
}

function spacesOf(symmetry: Symmetry): Spaces {
  const isPlane = symmetry.kind === 'plane';
  if (symmetry.kind === 'axis') {
    mustBePoint(symmetry.point, 'symmetry.point');
    mustBeDirection(symmetry.direction, 'symmetry.direction');
  }
  const axis = symmetry.kind === 'plane' ? normalOf(symmetry.plane) : unit(symmetry.direction);
  const origin = symmetry.kind === 'plane' ? symmetry.plane.origin : symmetry.point;
  const lengthwise = (v: Vector3): Vector3 => scale(axis, dot(v, axis));
  const crosswise = (v: Vector3): Vector3 => along(v, axis, -dot(v, axis));
  const [odd, even] = isPlane ? [lengthwise, crosswise] : [crosswise, lengthwise];
  const off = (point: Vector3) => odd(subtract(point, origin));
  return { isPlane, odd, even, axis, footOf: (point) => subtract(point, off(point)) };
}

/** Σ|ΔP|² for a ratio ρ = b/a, least in all that is linear then. */
class SymmetryMovement {
  private readonly products: number[][];
  private readonly side: 1 | -1;

  constructor(
    private readonly spaces: Spaces,
    private readonly level: Level,
    response: EndResponse,
    /** How far the place moves, and the derivatives as they are. */
    private readonly now: readonly Vector3[],
    private readonly speed: number,
  ) {
    this.products = response.map((a) => response.map((b) => a.reduce((sum, x, j) => sum + x * b[j], 0)));
    this.side = dot(now[1], spaces.axis) < 0 ? -1 : 1;
  }

  bestRatio(span: number): number {
    const most = WIDEST / span;
    const at = (i: number) => (most * (2 * i - PLACES + 1)) / (PLACES - 1);
    let best = 0;
    let least = Infinity;
    for (let i = 0; i < PLACES; i++) {
      const { squared } = this.at(at(i));
      if (squared < least) [best, least] = [i, squared];
    }
    return leastBetween(
      (rho) => this.at(rho).squared,
      at(Math.max(0, best - 1)),
      at(Math.min(PLACES - 1, best + 1)),
      ROUNDS,
    );
  }

  at(rho: number): { ahead: Vector3[]; squared: number } {
    const { spaces, level, now } = this;
    if (level === 0) return { ahead: [], squared: dot(now[0], now[0]) * this.products[0][0] };
    const off = (space: (v: Vector3) => Vector3) => now.map((v, k) => space(k === 0 ? v : scale(v, -1)));
    const odd = this.oddPart(off(spaces.odd), rho);
    const even = this.evenPart(off(spaces.even), rho);
    const wanted = [odd.x, along(even.k, odd.x, rho), along(odd.y, even.k, 3 * rho)].slice(0, level);
    const changes = [now[0], ...wanted.map((v, k) => subtract(v, now[k + 1]))];
    let squared = 0;
    changes.forEach((a, k) => changes.forEach((b, l) => (squared += this.products[k][l] * dot(a, b))));
    return { ahead: wanted, squared: Math.max(0, squared) };
  }

  /** x and y of r' = x, r'' = ρx, r''' = y in the odd space; at a plane x keeps to its side, and some speed. */
  private oddPart(off: readonly Vector3[], rho: number): { x: Vector3; y: Vector3 } {
    const { level, products: G } = this;
    const shares = [0, 1, rho, 0].slice(0, level + 1);
    const weigh = (p: readonly number[], q: readonly number[]) =>
      p.reduce((sum, a, k) => sum + q.reduce((inner, b, l) => inner + a * b * G[k][l], 0), 0);
    const against = (p: readonly number[]): Vector3 =>
      off.reduce<Vector3>((sum, v, l) => along(sum, v, -p.reduce((s, a, k) => s + a * G[k][l], 0)), [0, 0, 0]);
    const xx = weigh(shares, shares);
    let x = scale(against(shares), 1 / xx);
    let y: Vector3 = [0, 0, 0];
    const last = [0, 0, 0, 1];
    if (level === 3) {
      const [xy, yy] = [weigh(shares, last), weigh(last, last)];
      const [fx, fy] = [against(shares), against(last)];
      x = scale(along(scale(fx, yy), fy, -xy), 1 / (xx * yy - xy * xy));
      y = scale(along(fy, x, -xy), 1 / yy);
      const slow = this.kept(x);
      if (slow !== x) [x, y] = [slow, scale(along(fy, slow, -xy), 1 / yy)];
      return { x, y };
    }
    return { x: this.kept(x), y };
  }

  private kept(x: Vector3): Vector3 {
    const least = SLOWEST * this.speed;
    if (!this.spaces.isPlane) return length(x) > 0 ? x : scale(this.spaces.odd([1, 1, 1]), least);
    const ahead = dot(x, this.spaces.axis) * this.side;
    return ahead >= least ? x : scale(this.spaces.axis, least * this.side);
  }

  /** k of r'' = k, r''' = 3ρk in the even space. */
  private evenPart(off: readonly Vector3[], rho: number): { k: Vector3 } {
    const { level, products: G } = this;
    if (level < 2) return { k: [0, 0, 0] };
    const shares = [0, 0, 1, 3 * rho].slice(0, level + 1);
    let weight = 0;
    let pull: Vector3 = [0, 0, 0];
    shares.forEach((a, k) => {
      shares.forEach((b, l) => (weight += a * b * G[k][l]));
      off.forEach((v, l) => (pull = along(pull, v, -a * G[k][l])));
    });
    return { k: scale(pull, 1 / weight) };
  }
}
