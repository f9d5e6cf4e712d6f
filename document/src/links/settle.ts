import type { Curve } from '@pencil-bend/core';
import { originalOf, plainItem } from '../project/mirrors';
import type { Id, Item, Project } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { type Heirs, livesOn } from './livesOn';
import { dependentsOf, withFollowers } from './order';
import type { Reference } from './reference';
import { linkKindOf, linksOf, sourcesOf } from './table';

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
  /** Items that were made from what was changed, as they become. */
  readonly items: Readonly<Record<Id, Item>>;
  /** Items that stand for themselves from now on, in the shape they had. */
  readonly freed: readonly Id[];
}

/**
 * What becomes of the items that are made from others when a command has changed those: a reference follows the place it
 * names to wherever it lives on; without one of its sources an item keeps its last shape and stands for itself.
 */
export function settle(before: Project, { items, removed }: ItemChanges, given: Fates): Settled {
  const fates = withThoseThatTurn(before, given);
  const after = (id: Id): Item | undefined =>
    removed.includes(id) ? undefined : Object.hasOwn(items, id) ? items[id] : before.items[id];
  const settled: Record<Id, Item> = {};
  const freed = Object.keys(items).filter((id) => {
    const old = Object.hasOwn(before.items, id) ? before.items[id] : null;
    return old !== null && linkKindOf(old) !== null && linkKindOf(items[id]) === null;
  });
  for (const id of dependentsOf(before, [...removed, ...Object.keys(fates)])) {
    const item = after(id);
    const kind = item && linkKindOf(item);
    if (!item || !kind) continue;
    const sources = sourcesOf(item);
    const carried = sources.map((source) => carry(source, { before, after, items, fates }));
    if (carried.every((source, i) => source === sources[i])) continue;
    if (carried.every((source) => source !== null)) settled[id] = linksOf(kind).from(item, carried);
    else {
      settled[id] = linksOf(kind).alone(before, item);
      freed.push(id);
    }
  }
  return { items: settled, freed };
}

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
      const curve = after(id) ? curveIn(now, now.items[id]) : null;
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
  const family = withFollowers(
    project,
    turned.map((id) => originalOf(project, id).id),
  );
  return { ...Object.fromEntries(family.map((id): [Id, Fate] => [id, 'turned'])), ...fates };
}
