import { distance, lerp, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';

/** Gives the leg from control point `leg` to the next one a length in mm; the next one moves along it. */
export function legTo(from: Vector3, to: Vector3, mm: number): Vector3 {
  const size = distance(from, to);
  if (!(size > 0)) throw new CommandError('A leg without length has no direction');
  return lerp(from, to, mm / size);
}
