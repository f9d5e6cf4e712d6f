import { dot, subtract } from '@pencil-bend/core';
import {
  type Handle,
  handlesOn,
  type Id,
  type CommandCall,
  pointsOf,
  type Recipe,
  pointOf,
} from '@pencil-bend/document';
import type { Effects, Hit, ToolContext } from '../contract';
import { legOf } from './dragConstraint';

/** The command that adds a point where the curve already is: a fit point, or a knot where the curve has none. */
export function insertion(item: Id, u: number, { newId, recipeOf }: ToolContext): Effects {
  const recipe = recipeOf(item);
  if (!recipe) return {};
  if ((pointsOf(recipe)?.fit.length ?? 0) === 0) {
    return { call: { command: 'insertKnot', args: { item, u } }, select: handlesOn(item, [{ kind: 'knot', u }]) };
  }
  const id = newId();
  return {
    call: { command: 'insertFitPoint', args: { item, u, id } },
    select: handlesOn(item, [{ kind: 'fit', id }]),
  };
}

/** The command that adds a control point on a leg where it was clicked, without moving the curve. */
export function insertionOnLeg(
  { item, located }: Extract<Hit, { kind: 'handle' }>,
  { recipeOf }: ToolContext,
): Effects {
  const recipe = recipeOf(item);
  if (!recipe || located.handle.kind !== 'leg') return {};
  const { index: leg } = located.handle;
  const [from, to] = legOf(recipe, leg);
  const along = subtract(to, from);
  const share = dot(subtract(located.at, from), along) / dot(along, along);
  return share > 0 && share < 1 ? { call: { command: 'insertControlPoint', args: { item, leg, share } } } : {};
}

/** What takes the selected handle out; null where that is not a thing to be taken out. */
export function removal(item: Id, handles: readonly Handle[], recipe: Recipe | null): CommandCall | null {
  const [handle] = handles;
  if (!handle || !recipe) return null;
  if (handles.length > 1) {
    const points = handles.flatMap((each) => pointOf(each) ?? []);
    const knots = handles.flatMap((each) => (each.kind === 'knot' || each.kind === 'on' ? each.u : []));
    return points.length + knots.length > 0 ? { command: 'removeHandles', args: { item, points, knots } } : null;
  }
  switch (handle.kind) {
    case 'fit':
      return { command: 'removeFitPoint', args: { item, point: handle.id } };
    case 'control':
      return { command: 'removeControlPoint', args: { item, point: handle.id } };
    case 'knot':
    case 'on':
      return { command: 'removeKnot', args: { item, u: handle.u } };
    case 'tangent':
      return { command: 'setTangent', args: { item, point: handle.id, tangent: null } };
    case 'weight':
      return { command: 'setWeights', args: { item, weights: [{ point: handle.id, weight: 1 }] } };
    default:
      return null;
  }
}
