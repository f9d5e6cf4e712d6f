import { type Curve, domainOf, subCurve } from '@pencil-bend/core';
import { cornerIn, originalOf, plainItem, plainRecipe } from '../project/plain';
import { type CurveItem, type Id, isDerived, type Item, type Joint, type Project } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { partOf } from '../recipe/parts';
import { type Heirs, livesOn } from './livesOn';
import { dependentsOf, graphOf, withFollowers } from './order';
import type { Reference } from './reference';
import { type End, jointsOf, linkKindOf, type LinkKind, sourcesOf } from './sources';
import { drawnFrom, linksOf, ownRecipe, withLinks, withShape } from './table';

/**
 * What a command makes of a curve besides editing it: `cut`, it is not the curve it was, and may live on in several;
 * `turned`, it is the same shape, with its ends and its start elsewhere.
 */
export type Fate = 'cut' | 'turned';
export type Fates = Readonly<Record<Id, Fate>>;

/** The items that a command added or changed, as they become; and those it took out. */
export interface ItemChanges {
  readonly items: Readonly<Record<Id, Item>>;
  readonly removed: readonly Id[];
}

export interface Settled {
  /** Items that were made from what was changed, or whose joints went with it, as they become. */
  readonly items: Readonly<Record<Id, Item>>;
  /** Items that are made from others no longer, or from one less, in the shape they had: by the kind of the link. */
  readonly freed: Freed;
}

export type Freed = Readonly<Partial<Record<LinkKind, readonly Id[]>>>;

/**
 * What becomes of the items that are made from others when a command has changed those: a reference follows the place it
 * names to wherever it lives on; without one of its sources an item keeps its last shape and stands for itself. The
 * joints of a curve that was cut or turned go where its ends live on.
 */
export function settle(before: Project, { items, removed }: ItemChanges, given: Fates): Settled {
  const fates = withThoseThatTurn(before, given);
  const settled: Record<Id, Item> = {};
  const after = (id: Id): Item | undefined => {
    if (Object.hasOwn(settled, id)) return settled[id];
    if (removed.includes(id)) return undefined;
    return Object.hasOwn(items, id) ? items[id] : before.items[id];
  };
  const freed: Partial<Record<LinkKind, Id[]>> = {};
  const free = (kind: LinkKind, ids: readonly Id[]) => (freed[kind] ??= []).push(...ids);
  for (const id of Object.keys(items)) {
    const kind = Object.hasOwn(before.items, id) ? linkKindOf(before.items[id]) : null;
    if (kind !== null && linkKindOf(items[id]) === null) free(kind, [id]);
  }
  const around: Around = { before, after, items, fates };
  const { joined, lost } = jointsCarried(around);
  for (const [id, item] of Object.entries(joined)) settled[id] = item;
  if (lost.length > 0) free('bound', lost);
  for (const id of dependentsOf(before, [...removed, ...Object.keys(fates)])) {
    const item = after(id);
    const kind = item && linkKindOf(item);
    if (!item || !kind) continue;
    const sources = sourcesOf(item);
    const carried = sources.map((source) => carry(source, around));
    if (carried.every((source, i) => source === sources[i])) continue;
    settled[id] = linksOf(kind).from(item, carried, before);
    if (carried.some((source) => source === null)) free(kind, [id]);
  }
  for (const [id, item] of Object.entries(withoutPartners(around))) settled[id] = item;
  for (const [id, item] of Object.entries(legsOfCornersFreed(around, freed.corner ?? []))) settled[id] = item;
  return { items: settled, freed };
}

/** The joints of curves that were cut or turned, at the ends where theirs live on; and the curves that lost one. */
function jointsCarried({ before, after, items, fates }: Around): {
  readonly joined: Readonly<Record<Id, Item>>;
  readonly lost: readonly Id[];
} {
  const found = new Map<Id, { start?: Joint; end?: Joint }>();
  const lost: Id[] = [];
  for (const [id, fate] of Object.entries(fates)) {
    const old = Object.hasOwn(before.items, id) ? before.items[id] : null;
    if (old?.kind !== 'curve') continue;
    const joints = jointsOf(old);
    const heirs = fate === 'turned' ? [id] : Object.keys(items);
    for (const heir of joints.length > 0 ? heirs : [id])
      if (after(heir)?.kind === 'curve') found.set(heir, found.get(heir) ?? {});
    if (joints.length === 0) continue;
    const curve = curveIn(before, old);
    const curves: Heirs = Object.fromEntries(heirs.flatMap((heir) => ownCurve(heir, after)));
    for (const [end, joint] of joints) {
      const lives = curve && livesOn({ kind: 'end', item: id, end }, curve, curves, before.tolerance);
      if (lives)
        found.set(lives.item, { ...found.get(lives.item), [lives.end]: { ...joint, from: drawnFrom(before, joint) } });
      else if (after(id)) lost.push(id);
    }
  }
  const joined: Record<Id, Item> = {};
  for (const [id, joints] of found) {
    const item = after(id);
    if (item?.kind !== 'curve' || (!item.joints && Object.keys(joints).length === 0)) continue;
    joined[id] = withLinks(item, joints, item.ties ?? {});
  }
  return { joined, lost: [...new Set(lost)] };
}

/** A curve by what is written down of it alone: what a command has just made of the curve as it was seen. */
function ownCurve(id: Id, after: Around['after']): [Id, Curve][] {
  const item = after(id);
  if (item?.kind !== 'curve' || isDerived(item.recipe)) return [];
  return [[id, curveOf(item.recipe).curve]];
}

/** Curves that met a follower halfway which is gone, or has gone elsewhere: they stay as they were seen. */
function withoutPartners({ before, after, items }: Around): Readonly<Record<Id, Item>> {
  const staying: Record<Id, Item> = {};
  for (const [key, { id: follower, end }] of graphOf(before).sharedWith) {
    const [id, at] = key.split(' ');
    const joint = jointAt(after(follower), end);
    const isThere =
      joint?.gives === 'both' && joint.leader.kind === 'end' && joint.leader.item === id && joint.leader.end === at;
    const item = after(id);
    if (isThere || item?.kind !== 'curve' || Object.hasOwn(items, id)) continue;
    staying[id] = withShape(before, item, ownRecipe(plainItem(before, before.items[id]) as CurveItem));
  }
  return staying;
}

/** Legs whose corner stands for itself now end where they did, for good. */
function legsOfCornersFreed({ before, after }: Around, corners: readonly Id[]): Readonly<Record<Id, Item>> {
  const ended: Record<Id, Item> = {};
  for (const id of corners) {
    const corner = before.items[id];
    if (corner.kind !== 'curve' || corner.recipe.kind !== 'corner') continue;
    const cut = cornerIn(before, id).cuts;
    if (!cut) continue;
    for (const [i, { item: leg, end }] of [corner.recipe.first, corner.recipe.second].entries()) {
      const item = ended[leg] ?? after(leg);
      // One that the step has changed keeps what the step made of it.
      if (item?.kind !== 'curve' || (item !== before.items[leg] && !ended[leg])) continue;
      const recipe = ended[leg] ? ownRecipe(item) : plainRecipe(before, item);
      const { curve } = curveOf(recipe);
      const [first, last] = domainOf(curve);
      const part = end === 'end' ? subCurve(curve, first, cut[i]) : subCurve(curve, cut[i], last);
      if (part.ok) ended[leg] = withShape(before, item, partOf(ownRecipe({ recipe }), part.value));
    }
  }
  return ended;
}

const jointAt = (item: Item | undefined, end: End): Joint | undefined =>
  item?.kind === 'curve' ? item.joints?.[end] : undefined;

interface Around {
  readonly before: Project;
  readonly after: (id: Id) => Item | undefined;
  readonly items: Readonly<Record<Id, Item>>;
  readonly fates: Fates;
}

/** A reference as it is after the change; null where there is nothing left to refer to. */
function carry(source: Reference, { before, after, items, fates }: Around): Reference | null {
  const fate = Object.hasOwn(fates, source.item) ? fates[source.item] : null;
  if (!fate) return after(source.item) ? source : null;
  if (source.kind === 'curve') return fate === 'turned' && after(source.item) ? source : null;
  const old = curveIn(before, before.items[source.item]);
  if (!old) return null;
  const now: Project = { ...before, items: { ...before.items, ...items } };
  const ids = fate === 'turned' ? [source.item] : Object.keys(items);
  const heirs: Heirs = Object.fromEntries(
    ids.flatMap((id) => {
      const item = after(id);
      if (item?.kind === 'curve' && !isDerived(item.recipe)) return ownCurve(id, after);
      const curve = item ? curveIn(now, item) : null;
      return curve ? [[id, curve]] : [];
    }),
  );
  return livesOn(source, old, heirs, before.tolerance);
}

function curveIn(project: Project, item: Item): Curve | null {
  const plain = plainItem(project, item);
  return plain.kind === 'curve' ? curveOf(plain.recipe).curve : null;
}

/** A curve that is turned is the original of what was named, and all its mirrors turn with it. */
function withThoseThatTurn(project: Project, fates: Fates): Fates {
  const turned = Object.keys(fates).filter((id) => fates[id] === 'turned' && Object.hasOwn(project.items, id));
  if (turned.length === 0) return fates;
  const originals = turned.map((id) => originalOf(project, id).id);
  const family = withFollowers(project, originals);
  const mirrors = family.filter((id) => originals.includes(id) || linkKindOf(project.items[id]) === 'mirror');
  return { ...Object.fromEntries(mirrors.map((id): [Id, Fate] => [id, 'turned'])), ...fates };
}
