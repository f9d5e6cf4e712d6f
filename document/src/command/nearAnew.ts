import { plainRecipe } from '../project/plain';
import { type CurveItem, type FitRecipe, type Id, isDerived, type Item, type Project } from '../project/project';
import { withFollowers } from '../links/order';
import { isWithin, nearNow } from '../recipe/nearPoints';

/**
 * Curves near their points whose knots no longer do after a command: those whose points, degree or constraints it changed,
 * and those that follow what it changed and have lost their tolerance. Quickly, only the first. Throws a `CommandError`
 * where none does.
 */
export function nearAnew(
  before: Project,
  items: Readonly<Record<Id, Item>>,
  removed: readonly Id[],
  quick: boolean,
): NearAnew {
  if (!Object.values(items).some(isNear) && !Object.values(before.items).some(isNear)) return NONE;
  const after = { ...before, items: without({ ...before.items, ...items }, removed) };
  const anew: Record<Id, CurveItem> = {};
  let isConcerned = false;
  const seek = (id: Id, item: CurveItem, recipe: FitRecipe, shown: FitRecipe) => {
    const near = nearNow(shown, quick);
    if (near !== recipe.near) anew[id] = { ...item, recipe: { ...recipe, near } };
  };
  for (const [id, item] of Object.entries(items)) {
    const recipe = nearRecipe(item);
    if (!recipe || !isStale(recipe, nearRecipe(before.items[id]))) continue;
    isConcerned = true;
    seek(id, item as CurveItem, recipe, shownAs(after, item as CurveItem, recipe));
  }
  for (const id of withFollowers(after, Object.keys(items))) {
    const item = after.items[id];
    const recipe = nearRecipe(item);
    if (!recipe || Object.hasOwn(items, id)) continue;
    isConcerned = true;
    if (quick) continue;
    const shown = shownAs(after, item as CurveItem, recipe);
    if (!isWithin(shown)) seek(id, item as CurveItem, recipe, shown);
  }
  return { items: anew, isConcerned };
}

interface NearAnew {
  /** Curves with other knots. */
  readonly items: Readonly<Record<Id, CurveItem>>;
  /** The command concerns a curve near its points: quickly, it may come out otherwise. */
  readonly isConcerned: boolean;
}

const NONE: NearAnew = { items: {}, isConcerned: false };

const isNear = (item: Item): boolean => nearRecipe(item) !== null;

function nearRecipe(item: Item | undefined): FitRecipe | null {
  if (item?.kind !== 'curve' || isDerived(item.recipe)) return null;
  return item.recipe.kind === 'fit' && item.recipe.near ? item.recipe : null;
}

/** A command that found knots itself gives others; one that changed the rest leaves them. */
function isStale(recipe: FitRecipe, before: FitRecipe | null): boolean {
  const { near, points, closed } = recipe;
  if (before?.near === near) return before !== recipe;
  return near?.parameters.length !== points.length + (closed ? 1 : 0);
}

/** As it is bound where it is shown. */
function shownAs(project: Project, item: CurveItem, own: FitRecipe): FitRecipe {
  const shown = plainRecipe(project, item);
  return shown.kind === 'fit' && shown.near ? shown : own;
}

const without = (items: Readonly<Record<Id, Item>>, removed: readonly Id[]): Readonly<Record<Id, Item>> =>
  removed.length === 0 ? items : Object.fromEntries(Object.entries(items).filter(([id]) => !removed.includes(id)));
