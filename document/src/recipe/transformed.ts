import {
  add,
  type Affine,
  along,
  dot,
  length,
  scale,
  subtract,
  type TangentConstraint,
  unit,
  type Vector3,
} from '@pencil-bend/core';
import type { FixedFit, PointConstraints, MirrorPlane, PrimitiveRecipe, Recipe } from '../project/project';
import { fixSpacing } from './fixSpacing';
import { mapPrimitive } from './primitives/table';
import { mapTangents } from './tangentSides';

/**
 * A recipe transformed by an affine map, so that its curve is the image of the curve before. What is not a similarity
 * changes the chords that live spacing follows: the spacing is fixed first, and radii are no longer constrained.
 */
export function transformed(recipe: Recipe, map: Affine): Recipe {
  const factor = similarityOf(map);
  const from = factor === null ? fixSpacing(recipe) : recipe;
  if (from.kind === 'primitive') {
    return mapPrimitive(from, axesMapped(from, map), (at) => placed(map, at), factor ?? 1);
  }
  if (from.kind === 'fit') {
    const { symmetry } = from;
    const points = from.points.map((point) => ({
      ...point,
      ...constraintsMapped(point, map, factor),
      at: placed(map, point.at),
    }));
    return { ...from, points, ...(symmetry && { symmetry: planeMapped(symmetry, map) }) };
  }
  const { fit, symmetry } = from;
  return {
    ...from,
    points: from.points.map((point) => ({ ...point, at: placed(map, point.at) })),
    ...(fit && { fit: fitMapped(fit, map, factor) }),
    ...(symmetry && { symmetry: planeMapped(symmetry, map) }),
  };
}

/** The image of a place. */
export const placed = ({ x, y, z, origin }: Affine, point: Vector3): Vector3 => {
  const [a, b, c] = add(directed({ x, y, z }, point), origin);
  return [tidy(a), tidy(b), tidy(c)];
};

/** The image of a direction, of the length it comes to. */
export const directed = ({ x, y, z }: Omit<Affine, 'origin'>, [a, b, c]: Vector3): Vector3 =>
  along(along(scale(x, a), y, b), z, c);

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

function constraintsMapped(
  { radius, pinned, ...tangents }: PointConstraints,
  map: Affine,
  factor: number | null,
): PointConstraints {
  return {
    ...mapTangents(tangents, (tangent) => tangentMapped(tangent, map, factor)),
    ...(radius !== undefined && factor !== null && { radius: radius * factor }),
    ...(pinned && { pinned }),
  };
}

function tangentMapped(
  { direction, strength }: TangentConstraint,
  map: Affine,
  factor: number | null,
): TangentConstraint {
  const turned = directed(map, direction);
  if (!strength || 'ratio' in strength) return { direction: turned, ...(strength && { strength }) };
  return { direction: turned, strength: { mm: strength.mm * (factor ?? length(turned) / length(direction)) } };
}

function fitMapped(fit: FixedFit, map: Affine, factor: number | null): FixedFit {
  const points = fit.points.map((point) => {
    const { radius: _radius, ...rest } = point;
    return { ...rest, ...constraintsMapped(point, map, factor) };
  });
  return { ...fit, points };
}

/** Unit vectors at right angles under a similarity, and so again. */
function axesMapped({ x, y }: PrimitiveRecipe, map: Affine): Pick<PrimitiveRecipe, 'x' | 'y'> {
  const along = unit(directed(map, x));
  const across = directed(map, y);
  return { x: along, y: unit(subtract(across, scale(along, dot(along, across)))) };
}

function planeMapped({ at, across }: MirrorPlane, map: Affine): MirrorPlane {
  return { at: placed(map, at), across: unit(directed(map, across)) };
}
