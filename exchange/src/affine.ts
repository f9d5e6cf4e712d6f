import { add, type Affine, along, cross, dot, negate, scale, subtract, type Vector3 } from '@pencil-bend/core';

export const IDENTITY: Affine = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] };

/** The image of a direction, of the length it comes to. */
export const imageOfDirection = ({ x, y, z }: Omit<Affine, 'origin'>, [a, b, c]: Vector3): Vector3 =>
  along(along(scale(x, a), y, b), z, c);

/** The image of a place. */
export const imageOf = (map: Affine, point: Vector3): Vector3 => add(imageOfDirection(map, point), map.origin);

/** One map after another. */
export const composed = (after: Affine, before: Affine): Affine =>
  before === IDENTITY
    ? after
    : after === IDENTITY
      ? before
      : {
          x: imageOfDirection(after, before.x),
          y: imageOfDirection(after, before.y),
          z: imageOfDirection(after, before.z),
          origin: imageOf(after, before.origin),
        };

/** The map back; null where this one flattens space (Cramer's rule). */
export function inverse({ x, y, z, origin }: Affine): Affine | null {
  const volume = dot(x, cross(y, z));
  if (!(Math.abs(volume) > 0 && Number.isFinite(volume))) return null;
  const [r, s, t] = [cross(y, z), cross(z, x), cross(x, y)].map((row) => scale(row, 1 / volume));
  const back = { x: [r[0], s[0], t[0]], y: [r[1], s[1], t[1]], z: [r[2], s[2], t[2]] } as const;
  return { ...back, origin: negate(imageOfDirection(back, origin)) };
}

/** A place and axes at right angles from what files give: z, and a direction that x leans to (ISO 10303-42, 4.3.12). */
export function frameOf(origin: Vector3, towardsZ: Vector3 | null, towardsX: Vector3 | null): Affine | null {
  const z = unitOrNull(towardsZ ?? [0, 0, 1]);
  if (!z) return null;
  const asked = towardsX ?? [1, 0, 0];
  // Where none is given and x itself is the axis, y serves.
  const x = unitOrNull(squareTo(asked, z)) ?? (towardsX ? null : unitOrNull(squareTo([0, 1, 0], z)));
  return x && { x, y: cross(z, x), z, origin };
}

const squareTo = (v: Vector3, z: Vector3): Vector3 => subtract(v, scale(z, dot(v, z)));

/** Beside its own size a direction that is shorter is none. */
const NO_DIRECTION = 1e-14;

function unitOrNull(v: Vector3): Vector3 | null {
  const size = Math.hypot(...v);
  return size > NO_DIRECTION && Number.isFinite(size) ? scale(v, 1 / size) : null;
}
