import type { Draft } from 'immer';
import { Refusal } from '../refusal';
import type { CurveItem, Id, Item, Project, Recipe } from '../project/project';
import { fitPointsOf } from '../recipe/makeLive';
import { controlIdsOf, curveOf } from '../recipe/hold';

/** An item by its id. Throws a `Refusal` where there is none. */
export function itemOf(project: Draft<Project>, id: Id): Draft<Item>;
export function itemOf(project: Project, id: Id): Item;
export function itemOf(project: Project | Draft<Project>, id: Id): Item | Draft<Item> {
  if (!Object.hasOwn(project.items, id)) throw new Refusal(`There is no curve or point '${id}' in this project`);
  return project.items[id];
}

export function curveItemOf(project: Project, id: Id): CurveItem {
  const item = itemOf(project, id);
  if (item.kind !== 'curve') throw new Refusal(`${item.name} is a point, not a curve`);
  return item;
}

/** 'point 4', 'control point 2': a point of a curve as people call it. Throws a `Refusal` where there is none. */
export function pointName({ name, recipe }: CurveItem, point: Id): string {
  const fit = fitPointsOf(recipe).findIndex(({ id }) => id === point);
  if (fit >= 0) return `point ${fit + 1}`;
  const control = controlIds(recipe).indexOf(point);
  if (control >= 0) return `control point ${control + 1}`;
  throw new Refusal(`${name} has no point '${point}'`);
}

/** The ids of the control points of any curve, whether its spacing is held yet or not. */
export function controlIds(recipe: Recipe): readonly Id[] {
  if (recipe.kind === 'control') return recipe.points.map(({ id }) => id);
  const { curve } = curveOf(recipe);
  const count = curve.points.length / 4 - (curve.closing === 'periodic' ? curve.degree : 0);
  const idOf = controlIdsOf(recipe);
  return Array.from({ length: count }, (_, i) => idOf(i));
}

/** 'Curve 4' when the names up to 'Curve 3' are taken. */
export function freeName(project: Project | Draft<Project>, word: string): string {
  const taken = new Set(Object.values(project.items).map(({ name }) => name));
  for (let number = 1; ; number++) {
    if (!taken.has(`${word} ${number}`)) return `${word} ${number}`;
  }
}
