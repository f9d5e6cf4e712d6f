import type { Affine, Curve, Vector3 } from '@pencil-bend/core';
import { linksOf } from '../links/table';
import { linkKindOf } from '../links/sources';
import type { Problem } from '../problem';
import { plainItem, type PlainItem } from '../project/plain';
import type { Id, Item, Project } from '../project/project';
import { curveKind } from './curve';
import { guideKind } from './guide';
import type { ItemKind, ItemShape } from './itemKind';
import { pointKind } from './point';
import { pointSetKind } from './pointSet';

/** Every kind of item. */
const KINDS: { readonly [Kind in PlainItem['kind']]: ItemKind<Extract<PlainItem, { readonly kind: Kind }>> } = {
  curve: curveKind,
  point: pointKind,
  guide: guideKind,
  pointSet: pointSetKind,
};

const kindOf = ({ kind }: Pick<PlainItem, 'kind'>) => KINDS[kind] as unknown as ItemKind<PlainItem>;

/** 'a curve' */
export const labelOf = (item: Item): string => kindOf(item).label;

/** What an item is told by in a list; one that is made from others by what it is of them. */
export function itemWord(item: Item): string {
  const kind = linkKindOf(item);
  return kind && linksOf(kind).isDerived ? kind : kindOf(item).word(item as PlainItem);
}

/** What an item is, on its card. */
export const itemDescription = (item: PlainItem): string => kindOf(item).description(item);

export const itemShape = (item: PlainItem, project: Pick<Project, 'planes'>): ItemShape =>
  kindOf(item).shape(item, project);

/** What a curve can be cut by, or led to: another curve, or a guide. Null for what is neither. */
export function edgeOf(project: Project, id: Id): Curve | null {
  const { curve, edge } = itemShape(plainItem(project, project.items[id]), project);
  return curve ?? edge;
}

/** Places that an item reaches to. */
export const itemExtent = (project: Project, id: Id): readonly Vector3[] => {
  const item = plainItem(project, project.items[id]);
  return kindOf(item).extent(item, project);
};

/** The place that an item is moved by as a whole; null for a curve, which has its points. */
export const anchorOf = (item: Item): Vector3 | null => kindOf(item).anchor(item as PlainItem);

/** An item as a map takes it, and all that it is made from, elsewhere. Throws a `CommandError`. */
export function movedBy(item: Item, map: Affine): Item {
  const link = linkKindOf(item);
  const moved = (single: Item) => kindOf(single).moved(single as PlainItem, map);
  return link ? linksOf(link).moved(item, map, moved) : moved(item);
}

/** What is wrong with an item that no schema can say. */
export const itemProblems = (item: Item): readonly Problem[] => kindOf(item).problems(item as PlainItem);
