import { cross, dot, length, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import type { Stretch } from './straightStretches';
import { mustBeAbove0, mustBeDirection, mustBePoint } from '../refuse';

export interface PlaceOn {
  readonly u: number;
  readonly point: Vector3;
}

/** Signs are looked for in so many parts of a stretch, and a change of one is halved so often at most. */
const PARTS = 8;
const HALVINGS = 60;
/** A zero must be one to this share of the sizes in it: a sign that jumps at a kink is none. */
const ZERO = 1e-6;

/** The stretch around a parameter that stays within `reach` mm of it at the curve's speed there. */
export function stretchAround(curve: Curve, u: number, reach: number): Stretch {
  mustBeAbove0(reach, 'reach');
  const d = derivatives(curve, u, 1);
  const [first, last] = domainOf(curve);
  const speed = Math.hypot(d[3], d[4], d[5]);
  const half = speed > 0 ? Math.min((1.5 * reach) / speed, last - first) : (last - first) / 50;
  return { from: Math.max(first, u - half), to: Math.min(last, u + half) };
}

/** Something that is 0 where a place is found, and the size that it is measured by. */
type Reading = (point: Vector3, velocity: Vector3) => { readonly value: number; readonly size: number };

/** Where a reading of point and velocity changes its sign: in a short stretch, where it does so a few times at most. */
function zeros(curve: Curve, { from, to }: Stretch, read: Reading): PlaceOn[] {
  const readAt = (u: number) => {
    const d = derivatives(curve, u, 1, u === to ? 'left' : 'right');
    const point: Vector3 = [d[0], d[1], d[2]];
    return { u, point, ...read(point, [d[3], d[4], d[5]]) };
  };
  const found: PlaceOn[] = [];
  let before = readAt(from);
  for (let i = 1; i <= PARTS; i++) {
    const after = readAt(from + ((to - from) * i) / PARTS);
    // Where it is 0 all along, as of a level line, there is no place to name.
    if (before.value * after.value < 0 || (after.value === 0 && before.value !== 0)) {
      let [low, high] = [before, after];
      for (let k = 0; k < HALVINGS && high.value !== 0; k++) {
        const middle = readAt((low.u + high.u) / 2);
        if (low.value * middle.value <= 0) high = middle;
        else low = middle;
      }
      if (Math.abs(high.value) <= ZERO * high.size) found.push({ u: high.u, point: high.point });
    }
    before = after;
  }
  return found;
}

/** Where a line from a point touches the curve, in the plane across `normal`. */
export function touchedFrom(curve: Curve, stretch: Stretch, point: Vector3, normal: Vector3): PlaceOn[] {
  mustBePoint(point, 'point');
  mustBeDirection(normal, 'normal');
  return zeros(curve, stretch, (on, velocity) => {
    const to = subtract(on, point);
    return { value: dot(normal, cross(to, velocity)), size: length(to) * length(velocity) };
  });
}

/** Where a line from a point meets the curve at a right angle. */
export function squareFrom(curve: Curve, stretch: Stretch, point: Vector3): PlaceOn[] {
  mustBePoint(point, 'point');
  return zeros(curve, stretch, (on, velocity) => {
    const to = subtract(on, point);
    return { value: dot(to, velocity), size: length(to) * length(velocity) };
  });
}

/** Where the curve runs across a direction: with that of an axis its quadrants. */
export function runsAcross(curve: Curve, stretch: Stretch, direction: Vector3): PlaceOn[] {
  mustBeDirection(direction, 'direction');
  return zeros(curve, stretch, (_on, velocity) => ({ value: dot(velocity, direction), size: length(velocity) }));
}
