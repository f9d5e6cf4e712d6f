import { cross, dot, length, unit, type Vector3 } from './vector';

/** Directions nearer than this to one line have no axis of their own. */
const IN_LINE = 1e-15;

/**
 * The turn that takes one unit vector to another the short way, without twist, or a share of it (Rodrigues). Straight
 * back it goes about any axis across.
 */
export function turnBetween(from: Vector3, to: Vector3): (v: Vector3, share?: number) => Vector3 {
  const axis = cross(from, to);
  const sine = length(axis);
  const angle = Math.atan2(sine, dot(from, to));
  const n = sine > IN_LINE ? unit(axis) : acrossAny(from);
  let [last, c, s] = [1, Math.cos(angle), Math.sin(angle)];
  return (v, share = 1) => {
    if (share !== last) [last, c, s] = [share, Math.cos(angle * share), Math.sin(angle * share)];
    const side = cross(n, v);
    const forward = dot(n, v) * (1 - c);
    return [
      v[0] * c + side[0] * s + n[0] * forward,
      v[1] * c + side[1] * s + n[1] * forward,
      v[2] * c + side[2] * s + n[2] * forward,
    ];
  };
}

const acrossAny = (v: Vector3): Vector3 => unit(cross(v, Math.abs(v[2]) < 0.9 ? [0, 0, 1] : [0, 1, 0]));
