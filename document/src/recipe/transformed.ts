import {
  type Affine,
  type Contact,
  length,
  scale,
  type Symmetry,
  type TangentConstraint,
  unit,
} from '@pencil-bend/core';
import {
  type BoundEnds,
  type FixedFit,
  isFree,
  type PointConstraints,
  type MirrorPlane,
  type Recipe,
} from '../project/project';
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
    const { symmetry, bound, near } = from;
    const points = from.points.map((point) => ({
      ...point,
      ...constraintsMapped(point, map, factor),
      at: placed(map, point.at),
    }));
    return {
      ...from,
      points,
      // The same shape has the same knots; a tolerance grows with it.
      ...(near && { near: { ...near, within: near.within * (factor ?? 1) } }),
      ...(symmetry && { symmetry: planeMapped(symmetry, map) }),
      ...(bound && factor !== null && { bound: boundMapped(bound, map, factor) }),
    };
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

/** What ends go on from under a similarity: curvatures are so many times less. */
function boundMapped({ contacts, image }: BoundEnds, map: Affine, factor: number): BoundEnds {
  const mapped = (contact: Contact): Contact => {
    const { point, tangent, curvature, rate } = contact.jet;
    const jet = {
      point: placed(map, point),
      tangent: unit(directed(map, tangent)),
      curvature: scale(directed(map, curvature), 1 / factor ** 2),
      rate: scale(directed(map, rate), 1 / factor ** 3),
    };
    const { a, ...others } = contact.freedoms ?? {};
    return { ...contact, jet, freedoms: { ...others, ...(a !== undefined && { a: a * factor }) } };
  };
  const { start, end } = contacts;
  return {
    contacts: { ...(start && { start: mapped(start) }), ...(end && { end: mapped(end) }) },
    ...(image && { image: { ...image, symmetry: symmetryMapped(image.symmetry, map) } }),
  };
}

function symmetryMapped(symmetry: Symmetry, map: Affine): Symmetry {
  if (symmetry.kind === 'plane') {
    const { origin, x, y } = symmetry.plane;
    const plane = { origin: placed(map, origin), x: unit(directed(map, x)), y: unit(directed(map, y)) };
    return { kind: 'plane', plane };
  }
  return { kind: 'axis', point: placed(map, symmetry.point), direction: directed(map, symmetry.direction) };
}
