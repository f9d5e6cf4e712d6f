import type { Vector3 } from './linear/vector';

/**
 * What the public functions refuse, in one voice: the name of the argument, what is needed, and what came. All throw
 * a RangeError; what honest input can cause is a typed result instead.
 */

export function mustBeFinite(value: number, name: string): void {
  if (!Number.isFinite(value)) throw new RangeError(`${name}: a finite number is needed, not ${value}`);
}

export function mustBeAbove0(value: number, name: string): void {
  if (!(value > 0 && Number.isFinite(value))) throw new RangeError(`a ${name} above 0 is needed, not ${value}`);
}

export function mustBeShare(value: number, name: string): void {
  if (!(value >= 0 && value <= 1)) throw new RangeError(`${name}: a share from 0 to 1 is needed, not ${value}`);
}

/** A tolerance in mm; Infinity, where it is allowed, accepts anything. */
export function mustBeTolerance(value: number, most = Number.MAX_VALUE): void {
  if (!(value >= 0 && value <= most)) throw new RangeError(`a tolerance of 0 mm or more is needed, not ${value}`);
}

/** The finest share of a curve's size that a tolerance may ask for: finer ones ask for its rounding, or for ever. */
const FINEST = 1e-8;

/** A tolerance in mm above 0 that a curve of a size, in mm, can be looked at with. */
export function mustBeReachable(tolerance: number, size: number, finest = FINEST): void {
  mustBeAbove0(tolerance, 'tolerance');
  if (!(tolerance >= finest * size)) {
    throw new RangeError(
      `a tolerance of at least ${finest} of the size, ${finest * size} mm, is needed, not ${tolerance}`,
    );
  }
}

export function mustBeWhole(value: number, least: number, most: number, name: string): void {
  if (!(Number.isInteger(value) && value >= least && value <= most)) {
    const range = most === Infinity ? `of ${least} or more` : `from ${least} to ${most}`;
    throw new RangeError(`${name}: a whole number ${range} is needed, not ${value}`);
  }
}

export function mustBeOneOf<Name extends string>(value: Name, names: readonly Name[], name: string): void {
  if (!names.includes(value)) throw new RangeError(`${name}: one of ${names.join(', ')} is needed, not ${value}`);
}

/** The largest coordinate in mm: beyond it products leave what a number can hold, and no drawing comes near it. */
export const LARGEST_COORDINATE = 1e15;

export function mustBePoint(point: Vector3, name: string): void {
  if (!(point.length === 3 && point.every(Number.isFinite))) {
    throw new RangeError(`${name}: three finite coordinates are needed, not ${point.join(', ')}`);
  }
  if (point.some((x) => Math.abs(x) > LARGEST_COORDINATE)) {
    throw new RangeError(`${name}: at most ${LARGEST_COORDINATE} mm can be held, not ${point.join(', ')}`);
  }
}

/** Its square has to be a number too. */
const SHORTEST_DIRECTION = 1e-150;
/** Lengths and right angles are such to this: what hands write. */
export const UNIT = 1e-6;

export function mustBeDirection(direction: Vector3, name: string): void {
  mustBePoint(direction, name);
  if (!(Math.hypot(...direction) > SHORTEST_DIRECTION))
    throw new RangeError(`${name}: a direction is needed, not ${direction.join(', ')}`);
}

/** A plane's normal, or none. */
export function mustBeNormal(normal: Vector3 | null): void {
  if (normal === null) return;
  mustBePoint(normal, 'normal');
  if (!(Math.abs(Math.hypot(...normal) - 1) < UNIT)) {
    throw new RangeError(`normal: a vector of length 1 is needed, not ${normal.join(', ')}`);
  }
}

/** Places packed x y z: whole ones, all of a size that can be held. */
export function mustBePlaces(values: ArrayLike<number>, name: string): void {
  let far = values.length % 3 === 0 ? 0 : -1;
  while (far >= 0 && far < values.length && Math.abs(values[far]) <= LARGEST_COORDINATE) far++;
  if (far === values.length) return;
  mustBePacked(values, 3, name);
  throw new RangeError(
    `${name}[${Math.floor(far / 3)}]: at most ${LARGEST_COORDINATE} mm can be held, not ${values[far]}`,
  );
}

/** Vectors packed with a stride: whole ones, all numbers finite. */
export function mustBePacked(values: ArrayLike<number>, stride: number, name: string): void {
  if (values.length % stride !== 0) {
    throw new RangeError(`${name}: ${stride} numbers for each are needed, not ${values.length} in all`);
  }
  for (let i = 0; i < values.length; i++) {
    if (!Number.isFinite(values[i])) {
      throw new RangeError(`${name}[${Math.floor(i / stride)}]: finite numbers are needed, not ${values[i]}`);
    }
  }
}
