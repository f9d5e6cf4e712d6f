import { type Id, isDerived, type Item, type Project } from '../project/project';
import { type End, ENDS, jointsOf, linkKindOf, referencesOf, sourcesOf, tiesOf } from './sources';

type Items = Project['items'];

/** An end of a curve. */
export interface EndOf {
  readonly id: Id;
  readonly end: End;
}

export const keyOfEnd = ({ id, end }: EndOf): string => `${id} ${end}`;

/** What items are made from and what is made from them, directly: only those that there is something to say of. */
interface Graph {
  readonly sources: ReadonlyMap<Id, readonly Id[]>;
  readonly dependents: ReadonlyMap<Id, readonly Id[]>;
  /** The highest level that an end hands on, by `keyOfEnd`. */
  readonly led: ReadonlyMap<string, number>;
  /** For an end that meets a follower halfway, by `keyOfEnd`: the follower's end. */
  readonly sharedWith: ReadonlyMap<string, EndOf>;
  /** The ends of those followers. A leader that is bound otherwise gives way to nothing, whatever is asked of it. */
  readonly sharing: ReadonlySet<string>;
  /** The corner that begins at an end, by `keyOfEnd`. */
  readonly corners: ReadonlyMap<string, Id>;
  /** Under which id linked items, and leaders that give way, stand. */
  readonly ids: ReadonlyMap<Item, Id>;
}

const graphs = new WeakMap<Items, Graph>();

/** Found once for each state of the items. */
export function graphOf({ items }: Pick<Project, 'items'>): Graph {
  let known = graphs.get(items);
  if (!known) graphs.set(items, (known = made(items)));
  return known;
}

function made(items: Items): Graph {
  const sources = new Map<Id, Id[]>();
  const led = new Map<string, number>();
  const sharedWith = new Map<string, EndOf>();
  const sharing = new Set<string>();
  const corners = new Map<string, Id>();
  const ids = new Map<Item, Id>();
  for (const [id, item] of Object.entries(items)) {
    if (linkKindOf(item) === null) continue;
    ids.set(item, id);
    const from = sourcesOf(item).map((reference) => reference.item);
    if (from.length > 0) sources.set(id, [...(sources.get(id) ?? []), ...from]);
    if (item.kind === 'curve' && item.recipe.kind === 'corner') {
      const { first, second } = item.recipe;
      for (const [leg, across] of [
        [first, second],
        [second, first],
      ] as const) {
        if (!Object.hasOwn(items, leg.item)) continue;
        corners.set(keyOfEnd({ id: leg.item, end: leg.end }), id);
        ids.set(items[leg.item], leg.item);
        // Its legs end where it begins, which the other one has a say in.
        sources.set(leg.item, [...(sources.get(leg.item) ?? []), id, across.item]);
      }
    }
    for (const [end, { leader, level, gives }] of jointsOf(item)) {
      if (leader.kind !== 'end') continue;
      const key = keyOfEnd({ id: leader.item, end: leader.end });
      led.set(key, Math.max(led.get(key) ?? 0, level));
      if (gives !== 'both' || !Object.hasOwn(items, leader.item) || sharedWith.has(key)) continue;
      const other = items[leader.item];
      if (other.kind !== 'curve' || isDerived(other.recipe) || other.joints?.[leader.end] || leader.item === id)
        continue;
      sharedWith.set(key, { id, end });
      sharing.add(keyOfEnd({ id, end }));
      ids.set(other, leader.item);
      // It follows its follower, too.
      sources.set(leader.item, [...(sources.get(leader.item) ?? []), id]);
    }
  }
  const dependents = new Map<Id, Id[]>();
  for (const [id, from] of sources) {
    for (const source of new Set(from)) {
      const before = dependents.get(source);
      if (before) before.push(id);
      else dependents.set(source, [id]);
    }
  }
  return { sources, dependents, led, sharedWith, sharing, corners, ids };
}

/** The items that are made from these, directly. */
export function dependentsOf(project: Pick<Project, 'items'>, ids: readonly Id[]): readonly Id[] {
  const { dependents } = graphOf(project);
  return [...new Set(ids.flatMap((id) => dependents.get(id) ?? []))];
}

/** These items and all that follow them: what is made from them, and what is made from that. */
export function withFollowers(project: Pick<Project, 'items'>, ids: readonly Id[]): readonly Id[] {
  const { dependents } = graphOf(project);
  const all = new Set(ids);
  // What is added meanwhile is gone through too.
  for (const id of all) for (const follower of dependents.get(id) ?? []) all.add(follower);
  return [...all];
}

/** Whether an item is made from one of these, directly or by way of others. */
export function followsOneOf(project: Pick<Project, 'items'>, id: Id, ids: ReadonlySet<Id>): boolean {
  const { sources } = graphOf(project);
  const above = new Set(sources.get(id));
  for (const source of above) for (const next of sources.get(source) ?? []) above.add(next);
  return [...above].some((source) => source !== id && ids.has(source));
}

/** The curves that an item meets halfway. */
export function partnersOf(project: Pick<Project, 'items'>, id: Id): readonly Id[] {
  const { sharedWith, sharing } = graphOf(project);
  const followers = ENDS.flatMap((end) => sharedWith.get(keyOfEnd({ id, end }))?.id ?? []);
  const leaders = jointsOf(project.items[id]).flatMap(([end, { leader }]) =>
    leader.kind === 'end' && sharing.has(keyOfEnd({ id, end })) ? [leader.item] : [],
  );
  return [...new Set([...followers, ...leaders])].filter((each) => Object.hasOwn(project.items, each));
}

/** A curve as a whole, or an end of it alone, which may come of less. */
export type Part = End | 'whole';

/**
 * Whether what one end of a joined curve becomes depends on the joint at its other end: of a curve with live spacing or
 * with fit points, of an exact shape, of one that goes along as it is, or has too few control points for both.
 */
export function isCoupled(project: Pick<Project, 'items'>, id: Id): boolean {
  const item = project.items[id];
  if (item?.kind !== 'curve' || item.recipe.kind !== 'control' || item.recipe.fit || item.ties) return true;
  const { led } = graphOf(project);
  const own = jointsOf(item);
  const levels = ENDS.map((end) => Math.max(led.get(keyOfEnd({ id, end })) ?? 0, item.joints?.[end]?.level ?? 0));
  return own.some(([, { spread }]) => spread === 'rigid') || item.recipe.points.length < levels[0] + levels[1] + 2;
}

interface Node {
  readonly id: Id;
  /** `start-alone`, `end-alone`: without the joint that both give way in. */
  readonly part: Part | `${End}-alone`;
}

const otherEnd = (end: End): End => (end === 'start' ? 'end' : 'start');

/** What a part of an item comes of. */
function before(project: Pick<Project, 'items'>, { id, part }: Node): readonly Node[] {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (item?.kind !== 'curve') return [];
  const { recipe, joints = {} } = item;
  if (recipe.kind === 'mirror') return [{ id: recipe.of, part: 'whole' }];
  if (recipe.kind === 'corner')
    return [recipe.first, recipe.second].map(({ item: leg }) => ({ id: leg, part: 'whole' }));
  if (recipe.kind === 'blend')
    return [recipe.first, recipe.second].map((each) => ({ id: each.item, part: 'end' in each ? each.end : 'whole' }));
  const { sharedWith, sharing } = graphOf(project);
  const leaderOf = (end: End): readonly Node[] => {
    const joint = joints[end];
    const partner = sharedWith.get(keyOfEnd({ id, end }));
    if (partner) return [{ id: partner.id, part: `${partner.end}-alone` }];
    if (!joint) return [];
    const { leader } = joint;
    if (leader.kind === 'place') return [{ id: leader.item, part: 'whole' }];
    if (leader.kind !== 'end') return [];
    return [{ id: leader.item, part: sharing.has(keyOfEnd({ id, end })) ? `${leader.end}-alone` : leader.end }];
  };
  const tiedTo = tiesOf(item).flatMap(([, tie]) =>
    referencesOf(tie).map((reference): Node => ({
      id: reference.item,
      part: reference.kind === 'end' ? reference.end : 'whole',
    })),
  );
  if (part === 'start-alone' || part === 'end-alone') {
    const own = part === 'start-alone' ? 'start' : 'end';
    return isCoupled(project, id) ? [...leaderOf(otherEnd(own)), ...tiedTo] : [];
  }
  if (part !== 'whole' && !isCoupled(project, id)) return leaderOf(part);
  return [...ENDS.flatMap(leaderOf), ...tiedTo];
}

/**
 * Items that come of themselves, by way of each other: each circle once, in its order. Ends count, not curves: a ring of
 * curves whose ends do not depend on each other is none.
 */
export function circlesOf(project: Pick<Project, 'items'>): readonly (readonly Id[])[] {
  const { sources } = graphOf(project);
  const circles: Id[][] = [];
  const done = new Set<string>();
  const keyOf = ({ id, part }: Node) => `${id} ${part}`;
  // Depth first, without recursion: a chain may be as long as a drawing.
  for (const id of sources.keys()) {
    const start: Node = { id, part: 'whole' };
    if (done.has(keyOf(start))) continue;
    const way = [{ node: start, key: keyOf(start), from: before(project, start), next: 0 }];
    const onWay = new Set([way[0].key]);
    while (way.length > 0) {
      const here = way[way.length - 1];
      const node = here.from.at(here.next);
      if (here.next >= here.from.length || node === undefined) {
        way.pop();
        onWay.delete(here.key);
        done.add(here.key);
        continue;
      }
      here.next++;
      const key = keyOf(node);
      if (onWay.has(key)) {
        const around = way.slice(way.findIndex((each) => each.key === key)).map((each) => each.node.id);
        const circle = around.filter((each, i) => each !== around[(i + around.length - 1) % around.length]);
        circles.push(circle.length > 0 ? circle : [around[0]]);
      } else if (!done.has(key)) {
        way.push({ node, key, from: before(project, node), next: 0 });
        onWay.add(key);
      }
    }
  }
  return circles;
}
