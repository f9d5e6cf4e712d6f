import { type Curve, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { graphOf, keyOfEnd } from '../links/order';
import type { End } from '../links/sources';
import { cornerIn } from '../project/plain';
import type { CornerRecipe, CurveItem, Id, Project } from '../project/project';
import { checkedForCircles, openCurve } from './bindable';
import type { FreeNames } from './freeNames';
import { curveItemOf, newItem, openItemOf } from './items';
import { FIRST_NAMES } from './shapes';

/** Corners as they come and change. */

export type Leg = CornerRecipe['first'];
export type CornerItem = CurveItem & { readonly recipe: CornerRecipe };

/** A corner that lies where its first leg does. */
export function newCorner(project: Project, names: FreeNames, asked: Omit<CornerRecipe, 'kind'>): CornerItem {
  const { layer, plane, colour } = curveItemOf(project, asked.first.item);
  const name = names.next(FIRST_NAMES.corner);
  return { kind: 'curve', ...newItem(project, name, layer, plane), colour, recipe: { kind: 'corner', ...asked } };
}

/** The corners that share their numbers under a name, with other ones. */
export function madeTogether(
  project: Project,
  together: Id,
  { first: _first, second: _second, ...numbers }: Omit<CornerRecipe, 'kind' | 'together'>,
): Readonly<Record<Id, CornerItem>> {
  const found = Object.entries(project.items).flatMap(([id, item]): [Id, CornerItem][] => {
    if (item.kind !== 'curve' || item.recipe.kind !== 'corner' || item.recipe.together !== together) return [];
    openItemOf(project, id);
    const { first, second } = item.recipe;
    return [[id, { ...item, recipe: { kind: 'corner', first, second, ...numbers, together } }]];
  });
  return Object.fromEntries(found);
}

export const otherEnd = (end: End): End => (end === 'start' ? 'end' : 'start');
export const endOf = (curve: Curve, end: End): Vector3 => evaluate(curve, domainOf(curve)[end === 'start' ? 0 : 1]);
export const ends = (curve: Curve): [Vector3, Vector3] => [endOf(curve, 'start'), endOf(curve, 'end')];

/** Ends lie on each other within so many mm, and touch when they turn by less than so many radians. */
export const MEETS = 1e-3;
export const TOUCHES = 1e-3;

/** Throws a `CommandError` for a corner that its legs cannot make, or that something else begins at. */
export function mustCorner(project: Project, id: Id, item: CornerItem, before: CornerRecipe | null): void {
  const { first, second } = item.recipe;
  if (first.item === second.item)
    throw new CommandError('A soft corner needs two curves: split the one at its corner first');
  for (const leg of [first, second]) mustBeFreeEnd(project, leg, id);
  checkedForCircles(project, { [id]: item });
  // One that was drawn may be asked for what its legs do not have: it is flagged.
  if (!before) mustBeMade(project, id, item);
}

/** Throws a `CommandError` for an end that something else begins at, or that follows something. */
export function mustBeFreeEnd(project: Project, { item: id, end }: Leg, corner: Id): void {
  const { corners, led, sharedWith } = graphOf(project);
  const { name, joints } = openCurve(project, id);
  const key = keyOfEnd({ id, end });
  const has = corners.get(key);
  if (has !== undefined && has !== corner) throw new CommandError(`The ${end} of ${name} ends in a corner already`);
  if (joints?.[end] || led.has(key) || sharedWith.has(key)) {
    throw new CommandError(`The ${end} of ${name} is joined: a corner cannot begin there`);
  }
}

/** Throws a `CommandError` for a corner that its legs cannot make. */
export function mustBeMade(project: Project, id: Id, item: CornerItem): void {
  const { cuts, problem } = cornerIn({ ...project, items: { ...project.items, [id]: item } }, id);
  if (!cuts) throw new CommandError(`No corner there: ${problem ?? ''}`);
}
