import { type Affine, length, type TangentConstraint, unit } from '@pencil-bend/core';
import { type FixedFit, isFree, type PointConstraints, type MirrorPlane, type Recipe } from '../project/project';
import { directed, placed, similarityOf } from './affine';
import { asFree, fixSpacing } from './fixSpacing';
import { mapGiven } from './givenRecipes';
import { mapTangents } from './tangentSides';

/**
 * A recipe transformed by an affine map, so that its curve is the image of the curve before. What is not a similarity
 * changes the chords that live spacing follows: the spacing is fixed first, and radii are no longer constrained.
 */
export function transformed(recipe: Recipe, map: Affine): Recipe {
  const factor = similarityOf(map);
  if (!isFree(recipe) && factor !== null) return mapGiven(recipe, map, factor);
  const from = factor === null ? fixSpacing(recipe) : asFree(recipe);
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
  return { at: placed(map, at), across: unit(directed(map, across)) };
}
