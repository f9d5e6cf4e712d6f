import { CommandError } from '../commandError';
import { reflection } from '../recipe/affine';
import { transformed } from '../recipe/transformed';
import type { CurveItem, Id, Item, MirrorRecipe, Project, Recipe } from './project';

/** A curve with the recipe that its shape comes from. */
export type PlainCurve = CurveItem & { readonly recipe: Recipe };
export type PlainItem = Exclude<Item, CurveItem> | PlainCurve;

type Items = Pick<Project, 'items'>;

const images = new WeakMap<MirrorRecipe, { readonly source: Recipe; readonly image: Recipe }>();
const plain = new WeakMap<CurveItem, PlainCurve>();

/** An item as it would be if it were nobody's mirror. The same objects give the same object. */
export function plainItem(project: Items, item: Item): PlainItem {
  if (item.kind !== 'curve') return item;
  if (item.recipe.kind !== 'mirror') return item as PlainCurve;
  const recipe = plainRecipe(project, item);
  const before = plain.get(item);
  if (before?.recipe === recipe) return before;
  const now: PlainCurve = { ...item, recipe };
  plain.set(item, now);
  return now;
}

/** The recipe that a curve's shape comes from: its own, or the image of its original's. Throws a `CommandError`. */
export const plainRecipe = (project: Items, { recipe, name }: CurveItem): Recipe =>
  recipe.kind === 'mirror' ? imageOf(project, recipe, name, 0) : recipe;

/** Mirrors of mirrors are followed so far; more of them would be a circle. */
const DEEPEST = 100;

function imageOf({ items }: Items, recipe: MirrorRecipe, name: string, depth: number): Recipe {
  const original = Object.hasOwn(items, recipe.of) ? items[recipe.of] : null;
  if (original?.kind !== 'curve') throw new CommandError(`${name} is the mirror of '${recipe.of}', which is not there`);
  if (depth > DEEPEST) throw new CommandError(`${name} is a mirror of itself, by way of ${original.name}`);
  const source =
    original.recipe.kind === 'mirror' ? imageOf({ items }, original.recipe, original.name, depth + 1) : original.recipe;
  const known = images.get(recipe);
  if (known?.source === source) return known.image;
  const image = transformed(source, reflection(recipe.about));
  images.set(recipe, { source, image });
  return image;
}

/** The curve that is really edited when this one is, and the mirrors on the way to it, this one first. */
export function originalOf(project: Items, id: Id): { readonly id: Id; readonly by: readonly MirrorRecipe[] } {
  const by: MirrorRecipe[] = [];
  for (let original = id; ;) {
    const item = project.items[original];
    if (item?.kind !== 'curve' || item.recipe.kind !== 'mirror') return { id: original, by };
    by.push(item.recipe);
    original = item.recipe.of;
  }
}
