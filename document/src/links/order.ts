import type { Id, Project } from '../project/project';
import { sourcesOf } from './table';

type Items = Project['items'];

/** What items are made from and what is made from them, directly: only those that there is something to say of. */
interface Graph {
  readonly sources: ReadonlyMap<Id, readonly Id[]>;
  readonly dependents: ReadonlyMap<Id, readonly Id[]>;
}

const graphs = new WeakMap<Items, Graph>();

/** Found once for each state of the items. */
export function graphOf({ items }: Pick<Project, 'items'>): Graph {
  let known = graphs.get(items);
  if (!known) {
    const sources = new Map<Id, readonly Id[]>();
    const dependents = new Map<Id, Id[]>();
    for (const [id, item] of Object.entries(items)) {
      const from = sourcesOf(item).map((reference) => reference.item);
      if (from.length > 0) sources.set(id, from);
      for (const source of new Set(from)) {
        const before = dependents.get(source);
        if (before) before.push(id);
        else dependents.set(source, [id]);
      }
    }
    graphs.set(items, (known = { sources, dependents }));
  }
  return known;
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

/** Linked items in an order in which each comes after what it is made from; those in circles are in none. */
export interface DependencyOrder {
  readonly order: readonly Id[];
  /** Items that are made from themselves, by way of each other: each circle once, in its order. */
  readonly cycles: readonly (readonly Id[])[];
}

export function dependencyOrder(project: Pick<Project, 'items'>): DependencyOrder {
  const { sources } = graphOf(project);
  const order: Id[] = [];
  const cycles: Id[][] = [];
  const done = new Set<Id>();
  // Depth first, without recursion: a chain may be as long as a drawing.
  for (const start of sources.keys()) {
    const way: { readonly id: Id; next: number }[] = done.has(start) ? [] : [{ id: start, next: 0 }];
    const onWay = new Set(way.map(({ id }) => id));
    while (way.length > 0) {
      const here = way[way.length - 1];
      const from = sources.get(here.id) ?? [];
      const source = from.at(here.next);
      if (here.next >= from.length || source === undefined) {
        way.pop();
        onWay.delete(here.id);
        if (!done.has(here.id)) order.push(here.id);
        done.add(here.id);
        continue;
      }
      here.next++;
      if (onWay.has(source)) cycles.push(way.slice(way.findIndex(({ id }) => id === source)).map(({ id }) => id));
      else if (!done.has(source)) {
        way.push({ id: source, next: 0 });
        onWay.add(source);
      }
    }
  }
  const circling = new Set(cycles.flat());
  return { order: order.filter((id) => !circling.has(id)), cycles };
}
