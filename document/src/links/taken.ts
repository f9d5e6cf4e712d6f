import { CommandError } from '../commandError';
import type { Id, Item, Project } from '../project/project';
import { alone, linkKindOf, linksOf, sourcesOf } from './table';

/** An item as it can be taken elsewhere with these: made from them as before, or standing for itself. */
export const takenWith = (project: Pick<Project, 'items'>, item: Item, among: ReadonlySet<Id>): Item =>
  sourcesOf(item).every((source) => among.has(source.item)) ? item : alone(project, item);

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
  return from(item, sources);
}
