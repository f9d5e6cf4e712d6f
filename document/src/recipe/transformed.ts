import { type Affine, dot, length, type TangentConstraint, type Vector3 } from '@pencil-bend/core';
import type { FixedFit, PointConstraints, MirrorPlane, Recipe } from '../project/project';
import { fixSpacing } from './fixSpacing';
import { mapTangents } from './tangentSides';

/**
 * A recipe transformed by an affine map, so that its curve is the image of the curve before. What is not a similarity
 * changes the chords that live spacing follows: the spacing is fixed first, and radii are no longer constrained.
 */
export function transformed(recipe: Recipe, map: Affine): Recipe {
  const factor = similarityOf(map);
  const from = factor === null ? fixSpacing(recipe) : recipe;
  if (from.kind === 'fit') {
    const { symmetry } = from;
    const points = from.points.map((point) => ({
      ...point,
      ...constraintsMapped(point, map, factor),
      at: placed(map, point.at),
    }));
    return { ...from, points, ...(symmetry && { symmetry: planeMapped(symmetry, map) }) };
  }
  const { fit } = from;
  return {
    ...from,
    points: from.points.map((point) => ({ ...point, at: placed(map, point.at) })),
    ...(fit && { fit: fitMapped(fit, map, factor) }),
  };
}

/** The image of a place. */
export const placed = ({ x, y, z, origin }: Affine, [a, b, c]: Vector3): Vector3 =>
  origin.map((o, k) => tidy(a * x[k] + b * y[k] + c * z[k] + o)) as unknown as Vector3;

/** The image of a direction, of the length it comes to. */
export const directed = ({ x, y, z }: Affine, [a, b, c]: Vector3): Vector3 =>
  x.map((_, k) => a * x[k] + b * y[k] + c * z[k]) as unknown as Vector3;

/** The mirror image of space in a plane, as a map. */
export function reflection({ at, across }: MirrorPlane): Affine {
  const image = (v: Vector3): Vector3 =>
    v.map((value, k) => value - 2 * dot(across, v) * across[k]) as unknown as Vector3;
  const back = 2 * dot(across, at);
  return {
    x: image([1, 0, 0]),
    y: image([0, 1, 0]),
    z: image([0, 0, 1]),
    origin: across.map((value) => back * value) as unknown as Vector3,
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

function planeMapped({ at, across }: MirrorPlane, map: Affine): MirrorPlane {
  const turned = directed(map, across);
  const size = length(turned);
  return { at: placed(map, at), across: turned.map((value) => value / size) as unknown as Vector3 };
}
