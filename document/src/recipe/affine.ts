import { add, type Affine, along, dot, length, scale, type Vector3 } from '@pencil-bend/core';
import type { MirrorPlane } from '../project/project';

/** The image of a place. */
export const placed = ({ x, y, z, origin }: Affine, point: Vector3): Vector3 => {
  const [a, b, c] = add(directed({ x, y, z }, point), origin);
  return [tidy(a), tidy(b), tidy(c)];
};

/** The image of a direction, of the length it comes to. */
export const directed = ({ x, y, z }: Omit<Affine, 'origin'>, [a, b, c]: Vector3): Vector3 =>
  along(along(scale(x, a), y, b), z, c);

/** One map after another. */
export const composed = (after: Affine, before: Affine): Affine => ({
  x: directed(after, before.x),
  y: directed(after, before.y),
  z: directed(after, before.z),
  origin: placed(after, before.origin),
});

/** The mirror image of space in a plane, as a map. */
export function reflection({ at, across }: MirrorPlane): Affine {
  const image = (v: Vector3): Vector3 => along(v, across, -2 * dot(across, v));
  return {
    x: image([1, 0, 0]),
    y: image([0, 1, 0]),
    z: image([0, 0, 1]),
    origin: scale(across, 2 * dot(across, at)),
  };
}

/** How much a map scales all lengths; null where it is no similarity. */
export function similarityOf({ x, y, z }: Affine): number | null {
  const factor = length(x);
  const skew = [
    Math.abs(length(y) - factor),
    Math.abs(length(z) - factor),
    Math.abs(dot(x, y)) / factor,
    Math.abs(dot(x, z)) / factor,
    Math.abs(dot(y, z)) / factor,
  ];
  return Math.max(...skew) <= 1e-9 * factor ? factor : null;
}

/** Places that a map rounds to nearly nothing, beside the micrometres anybody could mean, are where they were meant. */
const tidy = (value: number): number => (Math.abs(value) < 1e-13 ? 0 : value);
