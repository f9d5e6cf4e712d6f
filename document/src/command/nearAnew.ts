import { CommandError } from '../commandError';
import { plainRecipe } from '../project/plain';
import {
  type CurveItem,
  type FitRecipe,
  type Id,
  isDerived,
  type Item,
  type Near,
  type Project,
} from '../project/project';
import { withFollowers } from '../links/order';
import { isWithin, nearNow } from '../recipe/nearPoints';

/**
 * Curves near their points whose knots no longer do after a command: those whose points, degree or constraints it changed,
 * and those that follow what it changed and have lost their tolerance. Quickly, only the first. Throws a `CommandError`
 * where none does for a curve that the command itself changed.
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
  const concerned: FitRecipe[] = [];
  for (const id of withFollowers(after, Object.keys(items))) {
    const item = after.items[id];
    const recipe = nearRecipe(item);
    if (!recipe) continue;
    const isChanged = Object.hasOwn(items, id) && isStale(recipe, nearRecipe(before.items[id]));
    const isMoved = !isChanged && isBound(item, before.items[id], items);
    if (!isChanged && !isMoved) continue;
    const shown = shownAs(after, item as CurveItem, recipe);
    concerned.push(shown);
    // What follows keeps its knots while it is only shown, as long as they do, and where no others would.
    if (isMoved && (quick || isWithin(shown))) continue;
    const near = isMoved ? nearOrNone(shown) : nearNow(shown, quick);
    if (near && near !== recipe.near) anew[id] = { ...(item as CurveItem), recipe: { ...recipe, near } };
  }
  return { items: anew, concerned };
}

/** What follows another never keeps that from being changed: its card says how far it lies off its points. */
function nearOrNone(shown: FitRecipe): Near | null {
  try {
    return nearNow(shown, false);
  } catch (error) {
    if (error instanceof CommandError) return null;
    throw error;
  }
}

interface NearAnew {
  /** Curves with other knots. */
  readonly items: Readonly<Record<Id, CurveItem>>;
  /** Those that the command concerns, bound as they are shown: quickly, they may come out otherwise. */
  readonly concerned: readonly FitRecipe[];
}

const NONE: NearAnew = { items: {}, concerned: [] };

const isNear = (item: Item): boolean => nearRecipe(item) !== null;

function nearRecipe(item: Item | undefined): FitRecipe | null {
  if (item?.kind !== 'curve' || isDerived(item.recipe)) return null;
  return item.recipe.kind === 'fit' && item.recipe.near ? item.recipe : null;
}

/** Joined or tied to something else than before, or to what the command changed. */
function isBound(item: Item, before: Item | undefined, items: Readonly<Record<Id, Item>>): boolean {
  if (item.kind !== 'curve' || before?.kind !== 'curve') return false;
  return item.joints !== before.joints || item.ties !== before.ties || !Object.values(items).includes(item);
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
