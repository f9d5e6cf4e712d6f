import type { Contacts } from '@pencil-bend/core';
import { dragJoined } from '@pencil-bend/core/changing';
import type { Recipe } from '../project/project';
import { curveOf } from './fixSpacing';
import type { Move } from './movePoints';
import { withCurve } from './withCurve';

/**
 * One control point that a joint binds, moved as the joint allows: along the tangent, or in the half-plane of tangent and
 * curvature; those before it give way, and those after it move least. Null for any other move.
 */
export function boundMove(recipe: Recipe, moves: readonly Move[], contacts: Contacts): Recipe | null {
  if (recipe.kind !== 'control' || recipe.fit || moves.length !== 1) return null;
  const [{ point, to }] = moves;
  const index = recipe.points.findIndex(({ id }) => id === point);
  const last = recipe.points.length - 1;
  for (const [end, from] of [
    ['start', index],
    ['end', last - index],
  ] as const) {
    const contact = contacts[end];
    if (index < 0 || !contact || from < 1 || from > contact.level) continue;
    const { curve } = dragJoined(curveOf(recipe).curve, end, contact, from, to);
    return withCurve(recipe, curve);
  }
  return null;
}
