import { type Affine, unit } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { handedOn, type PlainCurve, plainItem } from '../project/plain';
import {
  type BlendEnd,
  type CornerRecipe,
  type CurveItem,
  type Id,
  isDerived,
  isFree,
  type Item,
  type Joint,
  type Joints,
  type Leader,
  type Project,
  type Recipe,
  type Tie,
  type TieTarget,
} from '../project/project';
import { givensOf } from '../recipe/givenRecipes';
import { pointsWritten } from '../recipe/makeLive';
import { fixSpacing } from '../recipe/fixSpacing';
import { partOf } from '../recipe/parts';
import { shownCurve } from '../recipe/shownCurve';
import { directed, placed, similarityOf } from '../recipe/affine';
import type { Reference } from './reference';
import {
  type BlendItem,
  type BoundItem,
  type CornerItem,
  type End,
  ENDS,
  jointsOf,
  linkKindOf,
  type LinkKind,
  type MirrorItem,
  referenceOf,
  tiesOf,
} from './sources';

type Setting = Pick<Project, 'items'> & Partial<Pick<Project, 'planes'>>;

/** How one kind of item depends on others. */
interface Links<Linked extends Item> {
  /** The same made from other things, one in place of each of its sources; null for those that are gone. */
  readonly from: (item: Linked, sources: readonly (Reference | null)[], project: Setting) => Item;
  /** The same where all that it is made from has been transformed. */
  readonly moved: (item: Linked, map: Affine, move: (item: Item) => Item) => Item;
  /** As it is by itself, in the shape that it has now. Throws a `CommandError` where what it is made from is not there. */
  readonly alone: (project: Setting, item: Linked) => Item;
  /** Where it is and how it is shaped comes wholly of what it is made from. */
  readonly isDerived: boolean;
  /** Where in the item it says what it is made from. */
  readonly path: readonly string[];
  /** 'Rim is the mirror of' what is named next. */
  readonly is: string;
  /** 'Rim' and what becomes of it without its source; of several the same. */
  readonly freed: { readonly one: string; readonly several: string };
}

const mirror: Links<MirrorItem> = {
  from: (item, [of], project) => {
    if (!of) return mirror.alone(project, item);
    return { ...item, recipe: { ...item.recipe, of: of.item } };
  },
  moved: (item, map) => {
    const { at, across } = item.recipe.about;
    return { ...item, recipe: { ...item.recipe, about: { at: placed(map, at), across: unit(directed(map, across)) } } };
  },
  alone: plainItem,
  isDerived: true,
  path: ['recipe', 'of'],
  is: 'is the mirror of',
  freed: { one: 'is a mirror no longer', several: 'are mirrors no longer' },
};

const blend: Links<BlendItem> = {
  from: (item, sources, project) => {
    const { recipe } = item;
    const [first, second] = [recipe.first, recipe.second].map((each, i) => blendedFrom(each, sources[i]));
    return first && second ? { ...item, recipe: { ...recipe, first, second } } : blend.alone(project, item);
  },
  moved: (item) => item,
  alone: plainItem,
  isDerived: true,
  path: ['recipe', 'first'],
  is: 'is a blend from',
  freed: { one: 'is a blend no longer', several: 'are blends no longer' },
};

const corner: Links<CornerItem> = {
  from: (item, sources, project) => {
    const [first, second] = sources;
    if (first?.kind !== 'end' || second?.kind !== 'end') return corner.alone(project, item);
    const ends = { first: { item: first.item, end: first.end }, second: { item: second.item, end: second.end } };
    return { ...item, recipe: { ...item.recipe, ...ends } };
  },
  moved: (item, map) => {
    const factor = similarityOf(map);
    return factor === null || factor === 1
      ? item
      : { ...item, recipe: { ...item.recipe, size: sized(item.recipe.size, factor) } };
  },
  alone: plainItem,
  isDerived: true,
  path: ['recipe', 'first'],
  is: 'is a corner of',
  freed: { one: 'is a corner no longer', several: 'are corners no longer' },
};

/** An end of a blend that goes on from another thing of the same kind; null from anything else. */
function blendedFrom(each: BlendEnd, source: Reference | null | undefined): BlendEnd | null {
  if ('end' in each) return source?.kind === 'end' ? { ...each, item: source.item, end: source.end } : null;
  if (source?.kind !== 'place') return null;
  return { ...each, item: source.item, share: source.share, sense: source.sense ?? each.sense };
}

/** The size of a corner so many times as large. */
function sized(size: CornerRecipe['size'], factor: number): CornerRecipe['size'] {
  if ('setback' in size) return { setback: size.setback * factor };
  if ('setbacks' in size) return { setbacks: [size.setbacks[0] * factor, size.setbacks[1] * factor] };
  return 'radius' in size ? { radius: size.radius * factor } : { distance: size.distance * factor };
}

const bound: Links<BoundItem> = {
  from: (item, sources, project) => {
    const left = [...sources];
    const joints: { start?: Joint; end?: Joint } = {};
    let isLess = false;
    for (const [end, each] of jointsOf(item)) {
      const source = referenceOf(each.leader) ? left.shift() : undefined;
      if (source === null) isLess = true;
      else joints[end] = source ? { ...each, leader: ledBy(each.leader, source) } : each;
    }
    const ties = tiesOf(item).flatMap(([point, { place, direction }]): [Id, Tie][] => {
      const [to, towards] = [place ? left.shift() : undefined, direction ? left.shift() : undefined];
      if (to === null || towards === null) isLess = true;
      const now = {
        ...(place && to && { place: tiedTo(place, to) }),
        ...(direction && towards && { direction: { ...direction, item: towards.item } }),
      };
      return Object.keys(now).length > 0 ? [[point, now]] : [];
    });
    const next = withLinks(item, joints, Object.fromEntries(ties));
    if (!isLess) return next;
    const lost = ENDS.filter((end) => item.joints?.[end] && !joints[end]);
    const { recipe } = plainItem(project, item) as PlainCurve;
    return withShape(project, next, shapeWithout(recipe, lost));
  },
  // The free shape goes along, and where it was drawn at.
  moved: (item, map, move) => {
    const { joints = {}, ties = {}, ...free } = item;
    const moved = move(free) as CurveItem;
    return withLinks(
      moved,
      eachJoint(joints, (each) => movedJoint(each, map)),
      ties,
    );
  },
  alone: (project, item) => {
    const seen = plainItem(project, item) as PlainCurve;
    return withLinks({ ...seen, recipe: seenRecipe(seen) }, {}, {});
  },
  isDerived: false,
  path: [],
  is: 'follows',
  freed: { one: 'has a joint or a tie less', several: 'have joints or ties less' },
};

/** Every kind of item that is made from others. */
const KINDS = { mirror, blend, corner, bound } as const;

export const linksOf = (kind: LinkKind): Links<Item> => KINDS[kind] as unknown as Links<Item>;

/** An item as it is by itself, in the shape that it has now. */
export function alone(project: Setting, item: Item): Item {
  const kind = linkKindOf(item);
  if (kind) return linksOf(kind).alone(project, item);
  // One that gives way to a follower is seen elsewhere than it would be by itself, one that has a corner is shorter.
  const seen = plainItem(project, item);
  return seen === item || seen.kind !== 'curve' ? item : { ...seen, recipe: seenRecipe(seen) };
}

/** A recipe that gives what is seen of a curve, without the corners that end it. */
function seenRecipe({ recipe }: Pick<PlainCurve, 'recipe'>): Recipe {
  const own = ownRecipe({ recipe: shapeWithout(recipe, ENDS) });
  return recipe.trim ? partOf(own, shownCurve(recipe)) : own;
}

/**
 * A recipe that gives what is seen of a curve when it is joined at these ends no longer. Live points alone would let its
 * ends spring back: their spacing is fixed.
 */
export function shapeWithout(recipe: Recipe, ends: readonly End[]): Recipe {
  if (recipe.kind !== 'fit' || !recipe.bound) return recipe;
  const { contacts, image } = recipe.bound;
  const isBent = ends.some((end) => (contacts[end]?.level ?? 0) > 0 || image?.end === end);
  return isBent ? fixSpacing(recipe) : recipe;
}

/** A recipe as it is kept: without what binds it where it is shown. */
export function ownRecipe({ recipe }: { readonly recipe: CurveItem['recipe'] | Recipe }): Recipe {
  if (isDerived(recipe)) throw new CommandError('A curve that others make has no shape of its own');
  const shown: Recipe = recipe;
  if (!shown.trim && !(shown.kind === 'fit' && (shown.bound ?? shown.exact))) return shown;
  const { trim: _trim, ...whole } = shown;
  if (whole.kind !== 'fit') return whole;
  const { bound: _bound, exact: _exact, ...own } = whole;
  return own;
}

/** A curve with these joints and ties; without the members where there are none. */
export function withLinks(item: CurveItem, joints: Joints, ties: Readonly<Record<Id, Tie>>): CurveItem {
  const { joints: _joints, ties: _ties, ...single } = item;
  return {
    ...single,
    ...(Object.keys(joints).length > 0 && { joints }),
    ...(Object.keys(ties).length > 0 && { ties }),
  };
}

/** The ties of points that a recipe has. */
export function tiesIn(recipe: Recipe, ties: Readonly<Record<Id, Tie>>): Readonly<Record<Id, Tie>> {
  const points = new Set(namedPoints(recipe));
  return Object.fromEntries(Object.entries(ties).filter(([point]) => points.has(point)));
}

/** The ids of what of a curve can be tied. */
export const namedPoints = (recipe: Recipe): readonly Id[] =>
  (isFree(recipe) ? pointsWritten(recipe) : givensOf(recipe)).map(({ id }) => id);

/** Joints, each as another; without the member where none is left. */
export function eachJoint(joints: Joints, change: (joint: Joint, end: End) => Joint | null): Joints {
  const entries = (['start', 'end'] as const).flatMap((end) => {
    const before = joints[end];
    const changed = before ? change(before, end) : null;
    return changed ? [[end, changed] as const] : [];
  });
  return Object.fromEntries(entries);
}

/**
 * A joined curve with another shape, drawn where its leaders are now: what is seen is what is kept from here on. Of a
 * curve without joints just another recipe.
 */
export function withShape(
  project: Setting,
  item: CurveItem,
  recipe: Recipe,
  joints: Joints = item.joints ?? {},
): CurveItem {
  const now = eachJoint(joints, (each) => ({ ...each, from: drawnFrom(project, each) }));
  const own = ownRecipe({ recipe });
  return withLinks({ ...item, recipe: own }, now, item.ties ? tiesIn(own, item.ties) : {});
}

/** Where the leader of a joint ends and how it runs; as it was where it hands nothing on. */
export function drawnFrom(project: Setting, joint: Joint): Joint['from'] {
  const { jet } = handedOn(project, joint);
  return jet ? { at: jet.point, along: jet.tangent } : joint.from;
}

function tiedTo(place: TieTarget, source: Reference): TieTarget {
  if (place.kind === 'end' && source.kind === 'end') return { ...place, item: source.item, end: source.end };
  if (place.kind === 'place' && source.kind === 'place') return { ...place, item: source.item, share: source.share };
  return { ...place, item: source.item };
}

function ledBy(leader: Leader, source: Reference): Leader {
  if (leader.kind === 'guide') return { ...leader, item: source.item };
  if (leader.kind === 'end' && source.kind === 'end') return { ...leader, item: source.item, end: source.end };
  if (leader.kind !== 'place' || source.kind !== 'place') return leader;
  return { ...leader, item: source.item, share: source.share, sense: source.sense ?? leader.sense };
}

function movedJoint(joint: Joint, map: Affine): Joint {
  const { leader, from } = joint;
  const turned = (v: Joint['from']['along']) => unit(directed(map, v));
  const led: Leader =
    leader.kind === 'plane'
      ? { ...leader, at: placed(map, leader.at), across: turned(leader.across) }
      : leader.kind === 'axis'
        ? { ...leader, at: placed(map, leader.at), along: turned(leader.along) }
        : leader;
  return { ...joint, leader: led, from: { at: placed(map, from.at), along: turned(from.along) } };
}
