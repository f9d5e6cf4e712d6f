import { dot, subtract } from '@pencil-bend/core';
import {
  type CommandCall,
  handlesByItem,
  handlesOn,
  type Id,
  pointsOf,
  type Selection,
  sideAt,
} from '@pencil-bend/document';
import type { Effects, Hit, ToolContext } from '../contract';
import { legOf } from './dragConstraint';
import { jointAt } from './jointDrag';
import { pointsAmong, together } from './together';

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

/** What takes the selected handles out; null where that is not a thing to be taken out. */
export function removal(
  selection: Selection,
  { recipeOf, project }: Pick<ToolContext, 'recipeOf' | 'project'>,
): CommandCall | null {
  const taken = handlesByItem(selection);
  const [first] = taken;
  if (!first) return null;
  const { item, handles } = first;
  if (taken.length > 1 || handles.length > 1) {
    const args = together(
      taken.flatMap(({ item: id, handles: its }) => {
        const knots = its.flatMap((each) => (each.kind === 'knot' || each.kind === 'on' ? each.u : []));
        const points = pointsAmong(its);
        return points.length + knots.length > 0 ? [{ item: id, points, knots }] : [];
      }),
    );
    return args && { command: 'removeHandles', args };
  }
  const [handle] = handles;
  switch (handle.kind) {
    case 'fit':
      return { command: 'removeFitPoint', args: { item, point: handle.id } };
    case 'control':
      return { command: 'removeControlPoint', args: { item, point: handle.id } };
    case 'knot':
    case 'on':
      return { command: 'removeKnot', args: { item, u: handle.u } };
    case 'tangent': {
      const recipe = recipeOf(item);
      const side = recipe ? sideAt(recipe, handle.id, handle.side) : undefined;
      return { command: 'setTangent', args: { item, point: handle.id, tangent: null, ...(side && { side }) } };
    }
    case 'weight':
      return { command: 'setWeights', args: { item, weights: [{ point: handle.id, weight: 1 }] } };
    case 'joint':
      return { command: 'releaseJoint', args: { item, end: handle.end } };
    case 'freedom': {
      const freedoms = project && jointAt(project, item, handle.end)?.freedoms;
      if (!freedoms || !Object.hasOwn(freedoms, handle.of)) return null;
      const { [handle.of]: _free, ...left } = freedoms;
      const rest = Object.keys(left).length > 0 ? left : null;
      return { command: 'setJoint', args: { item, end: handle.end, freedoms: rest } };
    }
    default:
      return null;
  }
}
