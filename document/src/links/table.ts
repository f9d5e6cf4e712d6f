import { type Affine, unit } from '@pencil-bend/core';
import { plainItem } from '../project/mirrors';
import type { CurveItem, Item, MirrorRecipe, Project } from '../project/project';
import { directed, placed } from '../recipe/affine';
import type { Reference } from './reference';

/** How one kind of item depends on others. */
interface Links<Linked extends Item> {
  /** What it is made from. */
  readonly sources: (item: Linked) => readonly Reference[];
  /** The same made from other things, one in place of each of its sources. */
  readonly from: (item: Linked, sources: readonly Reference[]) => Linked;
  /** The same where all that it is made from has been transformed. */
  readonly moved: (item: Linked, map: Affine) => Linked;
  /** As it is by itself, in the shape that it has now. Throws a `CommandError` where what it is made from is not there. */
  readonly alone: (project: Pick<Project, 'items'>, item: Linked) => Item;
  /** Where in the item it says what it is made from. */
  readonly path: readonly string[];
  /** 'Rim is the mirror of' what is named next. */
  readonly is: string;
  /** 'Rim' and what becomes of it without its source; of several the same. */
  readonly freed: { readonly one: string; readonly several: string };
}

export type MirrorItem = CurveItem & { readonly recipe: MirrorRecipe };

const mirror: Links<MirrorItem> = {
  sources: ({ recipe }) => [{ kind: 'curve', item: recipe.of }],
  from: (item, [of]) => ({ ...item, recipe: { ...item.recipe, of: of.item } }),
  moved: (item, map) => {
    const { at, across } = item.recipe.about;
    return { ...item, recipe: { ...item.recipe, about: { at: placed(map, at), across: unit(directed(map, across)) } } };
  },
  alone: plainItem,
  path: ['recipe', 'of'],
  is: 'is the mirror of',
  freed: { one: 'is a mirror no longer', several: 'are mirrors no longer' },
};

/** Every kind of item that is made from others. */
const KINDS = { mirror } as const;

export type LinkKind = keyof typeof KINDS;

/** The kind of link by which an item is made from others; null where it stands for itself. */
export const linkKindOf = (item: Item): LinkKind | null =>
  item.kind === 'curve' && item.recipe.kind === 'mirror' ? 'mirror' : null;

export const linksOf = (kind: LinkKind): Links<Item> => KINDS[kind] as unknown as Links<Item>;

/** An item as it is by itself, in the shape that it has now. */
export function alone(project: Pick<Project, 'items'>, item: Item): Item {
  const kind = linkKindOf(item);
  return kind ? linksOf(kind).alone(project, item) : item;
}

/** What an item is made from; nothing where it stands for itself. */
export function sourcesOf(item: Item): readonly Reference[] {
  const kind = linkKindOf(item);
  return kind ? linksOf(kind).sources(item) : [];
}
