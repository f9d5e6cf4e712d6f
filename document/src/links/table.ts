import { type Affine, unit } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { handedOn, plainItem } from '../project/plain';
import {
  type CurveItem,
  type Item,
  isFree,
  type Joint,
  type Joints,
  type Leader,
  type Project,
  type Recipe,
} from '../project/project';
import { directed, placed } from '../recipe/affine';
import type { Reference } from './reference';
import {
  type BlendItem,
  type End,
  jointsOf,
  type JoinedItem,
  linkKindOf,
  type LinkKind,
  type MirrorItem,
  referenceOf,
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
    const [first, second] = sources;
    if (first?.kind !== 'end' || second?.kind !== 'end') return blend.alone(project, item);
    const { recipe } = item;
    return {
      ...item,
      recipe: {
        ...recipe,
        first: { ...recipe.first, item: first.item, end: first.end },
        second: { ...recipe.second, item: second.item, end: second.end },
      },
    };
  },
  moved: (item) => item,
  alone: plainItem,
  isDerived: true,
  path: ['recipe', 'first'],
  is: 'is a blend from',
  freed: { one: 'is a blend no longer', several: 'are blends no longer' },
};

const joint: Links<JoinedItem> = {
  from: (item, sources, project) => {
    const left = [...sources];
    const joints: { start?: Joint; end?: Joint } = {};
    let isLess = false;
    for (const [end, each] of jointsOf(item)) {
      const source = referenceOf(each.leader) ? left.shift() : undefined;
      if (source === null) isLess = true;
      else joints[end] = source ? { ...each, leader: ledBy(each.leader, source) } : each;
    }
    if (!isLess) return { ...item, joints };
    return withShape(project, item, ownRecipe(plainItem(project, item) as CurveItem), joints);
  },
  // The free shape goes along, and where it was drawn at.
  moved: (item, map, move) => {
    const { joints, ...free } = item;
    const moved = move(free) as CurveItem;
    return { ...moved, joints: eachJoint(joints, (each) => movedJoint(each, map)) };
  },
  alone: (project, item) => {
    const { joints: _joints, ...single } = plainItem(project, item) as JoinedItem;
    return { ...single, recipe: ownRecipe(single) };
  },
  isDerived: false,
  path: ['joints'],
  is: 'follows',
  freed: { one: 'has a joint less', several: 'have joints less' },
};

/** Every kind of item that is made from others. */
const KINDS = { mirror, blend, joint } as const;

export const linksOf = (kind: LinkKind): Links<Item> => KINDS[kind] as unknown as Links<Item>;

/** An item as it is by itself, in the shape that it has now. */
export function alone(project: Setting, item: Item): Item {
  const kind = linkKindOf(item);
  if (kind) return linksOf(kind).alone(project, item);
  // One that gives way to a follower is seen elsewhere than it would be by itself.
  const seen = plainItem(project, item);
  return seen === item || seen.kind !== 'curve' ? item : { ...seen, recipe: ownRecipe(seen) };
}

/** A recipe as it is kept: without what binds it where it is shown. */
export function ownRecipe({ recipe }: Pick<CurveItem, 'recipe'>): Recipe {
  if (recipe.kind === 'mirror' || recipe.kind === 'blend')
    throw new CommandError('A curve that others make has no shape of its own');
  if (!isFree(recipe) || recipe.kind !== 'fit') return recipe;
  const { bound: _bound, ...own } = recipe;
  return own;
}

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
  const { joints: _joints, ...single } = item;
  const now = eachJoint(joints, (each) => ({ ...each, from: drawnFrom(project, each) }));
  return { ...single, recipe: ownRecipe({ recipe }), ...(Object.keys(now).length > 0 && { joints: now }) };
}

/** Where the leader of a joint ends and how it runs; as it was where it hands nothing on. */
export function drawnFrom(project: Setting, joint: Joint): Joint['from'] {
  const { jet } = handedOn(project, joint);
  return jet ? { at: jet.point, along: jet.tangent } : joint.from;
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
