import { cross, dot, length, type TangentConstraint } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { FreeRecipe, Id, Recipe } from '../project/project';
import { withConstraints } from './editFitPoints';
import { chordAt, tangentAt } from './setTangent';
import { mapTangents, type Side, SIDES } from './tangentSides';

/** Directions nearer than this, in radians, and strengths nearer than this share, are the same: what was typed stays. */
const SAME = 1e-7;

/**
 * The recipe with constrained tangents written down as they are now. With fixed spacing, moving a control point, knot or
 * weight turns the curve at a fit point all the same; what is said to be constrained there must be what is there.
 */
export function tangentsAsTheyAre(recipe: FreeRecipe): FreeRecipe;
export function tangentsAsTheyAre(recipe: Recipe): Recipe;
export function tangentsAsTheyAre(recipe: Recipe): Recipe {
  if (recipe.kind !== 'control') return recipe;
  return (recipe.fit?.points ?? []).reduce<FreeRecipe>((now, point, index) => {
    const found = mapTangents(point, (tangent, side) => asItIs(now, point.id, index, tangent, side) ?? tangent);
    const { tangent, tangents } = found;
    const isSame = tangent === point.tangent && SIDES.every((side) => tangents?.[side] === point.tangents?.[side]);
    return isSame ? now : withConstraints(now, point.id, { tangent, tangents });
  }, recipe);
}

/** The tangent at a point in the form in which it is constrained; the constraint itself where it is the same. */
function asItIs(
  recipe: Recipe,
  id: Id,
  index: number,
  tangent: TangentConstraint,
  side: Side | null,
): TangentConstraint | undefined {
  try {
    const { direction, mm } = tangentAt(recipe, id, side ?? undefined);
    const turned = length(cross(direction, tangent.direction)) > SAME * length(tangent.direction);
    const straight = !turned && dot(direction, tangent.direction) > 0;
    const { strength } = tangent;
    const size = strength && ('mm' in strength ? mm : mm / chordAt(recipe, index, side ?? undefined));
    const before = strength && ('mm' in strength ? strength.mm : strength.ratio);
    if (straight && (size === undefined || before === undefined || Math.abs(size / before - 1) < SAME)) return tangent;
    const made = { direction: straight ? tangent.direction : direction };
    if (!strength || size === undefined) return made;
    return { ...made, strength: 'mm' in strength ? { mm: size } : { ratio: size } };
  } catch (error) {
    // Where the curve stands still there is no tangent to write down.
    if (error instanceof CommandError) return undefined;
    throw error;
  }
}
