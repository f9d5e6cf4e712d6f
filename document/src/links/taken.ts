import { CommandError } from '../commandError';
import type { Id, Item, Project } from '../project/project';
import { linkKindOf, sourcesOf } from './sources';
import { linksOf } from './table';

/** An item as it can be taken elsewhere with these: made from them as before; what it would miss it is without. */
export function takenWith(project: Pick<Project, 'items'>, item: Item, among: ReadonlySet<Id>): Item {
  const kind = linkKindOf(item);
  const sources = sourcesOf(item);
  if (!kind || sources.every((source) => among.has(source.item))) return item;
  return linksOf(kind).from(
    item,
    sources.map((source) => (among.has(source.item) ? source : null)),
    project,
  );
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
