import { CommandError } from '../commandError';
import type { Id, Item, Project } from '../project/project';
import { graphOf, keyOfEnd } from './order';
import { ENDS, linkKindOf, sourcesOf } from './sources';
import { alone, linksOf } from './table';

/** An item as it can be taken elsewhere with these: made from them as before; what it would miss it is without. */
export function takenWith(project: Pick<Project, 'items'>, item: Item, among: ReadonlySet<Id>): Item {
  const kind = linkKindOf(item);
  const sources = sourcesOf(item);
  if (endsInOther(project, item, among)) return alone(project, item);
  if (!kind || sources.every((source) => among.has(source.item))) return item;
  return linksOf(kind).from(
    item,
    sources.map((source) => (among.has(source.item) ? source : null)),
    project,
  );
}

/** Whether a corner ends a curve that is not taken with it. */
function endsInOther(project: Pick<Project, 'items'>, item: Item, among: ReadonlySet<Id>): boolean {
  const { corners, ids } = graphOf(project);
  const id = ids.get(item);
  if (id === undefined) return false;
  return ENDS.some((end) => {
    const corner = corners.get(keyOfEnd({ id, end }));
    return corner !== undefined && !among.has(corner);
  });
}

/** An item that is made from others under other names. Throws a `CommandError` where one of them has none. */
export function renamed(item: Item, nameOf: ReadonlyMap<Id, Id>): Item {
  const kind = linkKindOf(item);
  if (!kind) return item;
  const { from, is } = linksOf(kind);
  const sources = sourcesOf(item).map((source) => {
    const name = nameOf.get(source.item);
    if (name === undefined) throw new CommandError(`${item.name} ${is} a curve that was not copied with it`);
    return { ...source, item: name };
  });
  // All of them are there, so nothing of the project is asked for.
  return from(item, sources, { items: {} });
}
