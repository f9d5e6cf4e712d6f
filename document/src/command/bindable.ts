import { CommandError } from '../commandError';
import { circlesOf } from '../links/order';
import { circleInWords } from '../project/check';
import { type CurveItem, type Id, isDerived, isFree, type Project, type Recipe } from '../project/project';
import { isClosed } from '../recipe/editEnds';
import { curveItemOf, openItemOf } from './items';

/** A curve that can have joints. Throws a `CommandError`. */
export function openCurve(project: Project, id: Id): CurveItem & { readonly recipe: Recipe } {
  const item = openTieable(project, id);
  if (isClosed(item.recipe)) throw new CommandError(`${item.name} is closed and has no end`);
  return item;
}

/** Closed curves have points to tie, too. */
export function openTieable(project: Project, id: Id): CurveItem & { readonly recipe: Recipe } {
  openItemOf(project, id);
  const item = curveItemOf(project, id);
  const { recipe, name } = item;
  if (isDerived(recipe)) throw new CommandError(`${name} is made from others: let it go its own way first`);
  if (isFree(recipe) && recipe.symmetry) {
    throw new CommandError(`${name} is its own mirror: let it go its own way first`);
  }
  // The same object: what is known of it is known by it.
  return item as CurveItem & { readonly recipe: Recipe };
}

/** Throws a `CommandError` where curves would come of themselves, with their names. */
export function checkedForCircles(project: Project, changed: Readonly<Record<Id, CurveItem>>) {
  const on = { ...project, items: { ...project.items, ...changed } };
  const [circle] = circlesOf(on);
  if (circle) throw new CommandError(`${circleInWords(on, circle)}: a circle`);
  return { changed };
}
