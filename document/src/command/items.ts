import type { Draft } from 'immer';
import { CommandError } from '../commandError';
import { isFree, type CurveItem, GRAPHITE, type Id, type Item, type Project, type Recipe } from '../project/project';
import { labelOf } from '../items/table';
import { plainRecipe } from '../project/plain';
import { ownRecipe } from '../links/table';
import { namesIn } from './freeNames';
import { fitPointsOf } from '../recipe/makeLive';
import { givensOf } from '../recipe/givenRecipes';
import { controlIdsOf, curveOf, numberedControl } from '../recipe/fixSpacing';
import type { NamedItems, NamedPoints } from '../history/stepTitle';
import { become } from './become';
import { withoutMinusZero } from './withoutMinusZero';

/** An item by its id. Throws a `CommandError` where there is none. */
export function itemOf(project: Draft<Project>, id: Id): Draft<Item>;
export function itemOf(project: Project, id: Id): Item;
export function itemOf(project: Project | Draft<Project>, id: Id): Item | Draft<Item> {
  if (!Object.hasOwn(project.items, id)) throw new CommandError(`There is no curve or point '${id}' in this project`);
  return project.items[id];
}

/** An item that is to be changed: it lies on no locked layer. Throws a `CommandError`. */
export function openItemOf(project: Draft<Project>, id: Id): Draft<Item>;
export function openItemOf(project: Project, id: Id): Item;
export function openItemOf(project: Project | Draft<Project>, id: Id): Item | Draft<Item> {
  const item = itemOf(project as Project, id);
  const layer = project.layers[item.layer];
  if (layer.locked) throw new CommandError(`${item.name} lies on the layer ${layer.name}, which is locked`);
  return project.items[id];
}

export function curveItemOf(project: Project, id: Id): CurveItem {
  const item = itemOf(project, id);
  if (item.kind !== 'curve') throw new CommandError(`${item.name} is ${labelOf(item)}, not a curve`);
  return item;
}

/** A curve that is to be changed, with the recipe that its shape comes from. Throws a `CommandError`. */
export function openCurveOf(project: Project, id: Id): CurveItem & { readonly recipe: Recipe } {
  openItemOf(project, id);
  const item = curveItemOf(project, id);
  return { ...item, recipe: plainRecipe(project, item) };
}

/** A point of a curve by its number, for the title of a step. Throws a `CommandError` where there is none. */
export function namedPoint(name: string, recipe: Recipe, point: Id): NamedPoints {
  const given = !isFree(recipe) && givensOf(recipe).find(({ id }) => id === point);
  if (given) return { kind: 'given', name: given.label };
  const fit = fitPointsOf(recipe).findIndex(({ id }) => id === point);
  if (fit >= 0) return { kind: 'fit', number: fit + 1 };
  const control = controlIds(recipe).indexOf(point);
  if (control >= 0) return { kind: 'control', number: control + 1 };
  throw new CommandError(`${name} has no point '${point}'`);
}

/** Points of a curve for the title of a step: one by its number, several by their count. */
export function namedPoints(name: string, recipe: Recipe, points: readonly Id[]): NamedPoints {
  const [first] = points.map((point) => namedPoint(name, recipe, point));
  return points.length === 1 ? first : { kind: 'several', count: points.length };
}

/** The ids of the control points of any curve, whether its spacing is fixed yet or not. */
export function controlIds(recipe: Recipe): readonly Id[] {
  if (recipe.kind === 'control') return recipe.points.map(({ id }) => id);
  const { curve } = curveOf(recipe);
  const count = curve.points.length / 4 - (curve.closing === 'periodic' ? curve.degree : 0);
  const idOf = recipe.kind === 'fit' ? controlIdsOf(recipe) : numberedControl;
  return Array.from({ length: count }, (_, i) => idOf(i));
}

/** Items by their names, for the title of a step. Throws a `CommandError` for one that is not there. */
export const named = (project: Project | Draft<Project>, ids: readonly Id[]): NamedItems =>
  namedAs(
    ids.slice(0, 2).map((id) => itemOf(project as Project, id).name),
    ids.length,
  );

/** The first names of so many items. */
export const namedAs = (names: readonly string[], count = names.length): NamedItems => ({
  names: names.slice(0, count > 2 ? 1 : 2),
  count,
});

export function addItem(project: Draft<Project>, id: Id, item: Item): void {
  if (Object.hasOwn(project.items, id)) throw new CommandError(`The id '${id}' is taken`);
  project.items[id] = withoutMinusZero(item) as Draft<Item>;
  project.itemOrder.push(id);
  namesIn(project).take(item.name);
}

/** What a new item has when nobody says otherwise. */
export function newItem(project: Project | Draft<Project>, name: string, layer: Id, plane: Id) {
  const colour = (Object.hasOwn(project.layers, layer) && project.layers[layer].colour) || GRAPHITE;
  return { name, colour, visible: true, layer, plane };
}

/** Gives a curve another recipe; only what differs is written, so that the log holds no more. */
export function setRecipe(draft: Draft<Project>, id: Id, recipe: Recipe): void {
  const item = draft.items[id];
  if (item.kind !== 'curve') throw new CommandError(`${item.name} is ${labelOf(item)}, not a curve`);
  become(item, { ...item, recipe: withoutMinusZero(ownRecipe({ recipe })) });
}
