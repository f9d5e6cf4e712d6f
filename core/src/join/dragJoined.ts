import { dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import {
  checkedContact,
  checkJet,
  contactDerivatives,
  type Contact,
  type Freedoms,
  type Jet,
  type Level,
} from '../measure/jet';
import { mustBeOneOf, mustBePoint, mustBeWhole } from '../refuse';
import { backFrom, derivativesAtStart, fromEnd, startResponse, startSpeed, withStart } from './joinEnds';
import { type EndResponse, leastMovement } from './leastMovement';
import { withinSize } from './withinSize';

export interface DraggedJoined {
  readonly curve: Curve;
  readonly freedoms: Freedoms;
}

/** The slowest that a drag makes an end, as a share of its speed before. */
const SLOWEST = 0.05;

/**
 * A joined end with one of its bound control points dragged: `index`, counted from that end, from 1 to the level. The
 * point goes to the place nearest to `pointer` that the joint allows, in closed form: the first along the tangent, the
 * second in the half-plane of tangent and curvature, the third with the speed kept; what is asked across those is
 * dropped. Points further in then move least, and those before give way: the first slides where the second is dragged.
 *
 * `speedKept` leaves the speed as it is for the second point too, which then moves along the tangent alone. The curve has
 * to be joined already; one that cannot be moved so far stays. Throws a RangeError for an index that is not bound.
 */
export function dragJoined(
  curve: Curve,
  end: End,
  contact: Contact,
  index: number,
  pointer: Vector3,
  speedKept = false,
): DraggedJoined {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const { jet, level } = checkedContact(contact, 'contact');
  mustBeWhole(index, 1, level, 'index');
  mustBePoint(pointer, 'pointer');
  const whole = clamp(curve);
  const from = fromEnd(whole, end);
  const response = startResponse(from, level);
  const now = derivativesAtStart(from, Math.max(1, level));
  const speed = startSpeed(from, now);
  // All of it in one place: nothing says which way is on.
  if (!(speed > 0)) return { curve, freedoms: { a: 0, b: 0, c: 0 } };
  const given = [alongTangent, inHalfPlane, third][index - 1](
    { jet, response, now, speed, speedKept },
    subtract(pointer, jet.point),
  );
  const { freedoms } = leastMovement(jet, level, response, now, speed, given);
  const moved = withStart(from, jet.point, contactDerivatives(jet, level, freedoms), response);
  const held = withinSize(backFrom(moved, end, whole));
  return held.ok ? { curve: held.value, freedoms } : { curve, freedoms: { a: speed, b: 0, c: 0 } };
}

interface Drag {
  readonly jet: Jet;
  readonly response: EndResponse;
  readonly now: readonly Vector3[];
  /** |r'| at the end, or what stands for it where the curve stands still. */
  readonly speed: number;
  readonly speedKept: boolean;
}

/** P_1 = P_0 + M₁₁ a T. */
const alongTangent = ({ jet, response, speed }: Drag, d: Vector3): Partial<Freedoms> => ({
  a: Math.max(dot(d, jet.tangent) / response[1][1], SLOWEST * speed),
});

/** P_2 = P_0 + M₂₁ a T + M₂₂ (a²K + bT). */
function inHalfPlane({ jet, response, speed, speedKept }: Drag, d: Vector3): Partial<Freedoms> {
  const { tangent, curvature } = jet;
  const kappa = length(curvature);
  const [m1, m2] = [response[1][2], response[2][2]];
  const height = kappa > 0 ? dot(d, curvature) / kappa : 0;
  const a = kappa > 0 && !speedKept ? Math.max(SLOWEST * speed, Math.sqrt(Math.max(0, height) / (m2 * kappa))) : speed;
  return { a, b: (dot(d, tangent) - m1 * a) / m2 };
}

/** P_3 = P_0 + M₃₁ r' + M₃₂ r'' + M₃₃ r''', with a kept. */
function third({ jet, response, now, speed }: Drag, d: Vector3): Partial<Freedoms> {
  const { tangent, curvature, rate } = jet;
  const kappa = length(curvature);
  const a = speed;
  const [m1, m2, m3] = [response[1][3], response[2][3], response[3][3]];
  const b =
    kappa > 0
      ? ((dot(d, curvature) / kappa - m2 * a * a * kappa) / m3 - (a ** 3 * dot(rate, curvature)) / kappa) /
        (3 * a * kappa)
      : dot(now[2], tangent);
  // J·T = −κ².
  return { a, b, c: (dot(d, tangent) - m1 * a - m2 * b) / m3 + a ** 3 * kappa * kappa };
}

/** Where a bound control point can go: along a line, or in a half-plane from it. */
export interface Reach {
  readonly origin: Vector3;
  readonly direction: Vector3;
  /** At right angles to the direction, into the half-plane; null on a line. */
  readonly side: Vector3 | null;
}

/** What `dragJoined` leaves of space for a control point: its line, or its half-plane, to be shown. */
export function reachOfJoined(jet: Jet, level: Level, index: number): Reach {
  checkJet(jet, 'jet');
  mustBeWhole(index, 1, level, 'index');
  const kappa = length(jet.curvature);
  const side = index > 1 && kappa > 0 ? scale(jet.curvature, 1 / kappa) : null;
  return { origin: jet.point, direction: jet.tangent, side };
}
