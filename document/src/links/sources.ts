import {
  type BlendEnd,
  type BlendRecipe,
  type CurveItem,
  type Id,
  type Item,
  type Joint,
  type Leader,
  type MirrorRecipe,
  type Tie,
  type TieTarget,
  type CornerRecipe,
  isDerived,
} from '../project/project';
import type { Reference } from './reference';

/** Of any item, what it is made from: found in the item alone. */

export type MirrorItem = CurveItem & { readonly recipe: MirrorRecipe };
export type CornerItem = CurveItem & { readonly recipe: CornerRecipe };
export type BlendItem = CurveItem & { readonly recipe: BlendRecipe };
/** A curve with joints, or with points that are tied. */
export type BoundItem = CurveItem & Pick<CurveItem, 'joints' | 'ties'>;

/** The kinds of link by which an item is made from others. */
export type LinkKind = 'mirror' | 'bound' | 'blend' | 'corner';

/** Null where an item stands for itself. */
export function linkKindOf(item: Item): LinkKind | null {
  if (item.kind !== 'curve') return null;
  if (isDerived(item.recipe)) return item.recipe.kind;
  return item.joints || item.ties ? 'bound' : null;
}

export const ENDS = ['start', 'end'] as const;
export type End = (typeof ENDS)[number];

/** The joints of an item with the ends that they are at. */
export function jointsOf(item: Item): readonly (readonly [End, Joint])[] {
  if (item.kind !== 'curve' || !item.joints) return NO_JOINTS;
  const { start, end } = item.joints;
  const first = start ? ([['start', start]] as const) : NO_JOINTS;
  return end ? [...first, ['end', end]] : first;
}
const NO_JOINTS: readonly (readonly [End, Joint])[] = [];

/** The ties of an item with the points that they are of, in one order. */
export const tiesOf = (item: Item): readonly (readonly [Id, Tie])[] =>
  item.kind === 'curve' && item.ties ? Object.entries(item.ties) : [];

/** What a tie refers to: what its point follows, and what its tangent does. */
export const referencesOf = ({ place, direction }: Tie): readonly Reference[] => [
  ...(place ? [targetReference(place)] : []),
  ...(direction ? [{ kind: 'curve', item: direction.item } as const] : []),
];

const targetReference = (target: TieTarget): Reference =>
  target.kind === 'end' || target.kind === 'place' ? target : { kind: 'curve', item: target.item };

type CurveLeader = Extract<Leader, { readonly kind: 'end' | 'place' }>;

/** What leads a blend at one of its ends. */
export const blendLeader = (each: BlendEnd): CurveLeader =>
  'end' in each
    ? { kind: 'end', item: each.item, end: each.end }
    : { kind: 'place', item: each.item, share: each.share, sense: each.sense };

/** What a leader refers to; null for a plane or an axis. */
export function referenceOf(leader: Leader): Reference | null {
  switch (leader.kind) {
    case 'end':
    case 'place':
      return leader;
    case 'guide':
      return { kind: 'curve', item: leader.item };
    default:
      return null;
  }
}

/** What an item is made from; nothing where it stands for itself. */
export function sourcesOf(item: Item): readonly Reference[] {
  switch (linkKindOf(item)) {
    case 'mirror':
      return [{ kind: 'curve', item: (item as MirrorItem).recipe.of }];
    case 'blend': {
      const { first, second } = (item as BlendItem).recipe;
      return [first, second].map(blendLeader);
    }
    case 'corner': {
      const { first, second } = (item as CornerItem).recipe;
      return [first, second].map(({ item: id, end }) => ({ kind: 'end', item: id, end }));
    }
    case 'bound':
      return [
        ...jointsOf(item).flatMap(([, { leader }]) => referenceOf(leader) ?? []),
        ...tiesOf(item).flatMap(([, tie]) => referencesOf(tie)),
      ];
    case null:
      return [];
  }
}
