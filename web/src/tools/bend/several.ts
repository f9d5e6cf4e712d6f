import type { Id, Project } from '@pencil-bend/document';
import { isShown } from '@pencil-bend/document';
import type { Selection } from '../tool';
import { type Area, isInside, outlineOf } from './area';
import { idsOf, placesIn } from './frame';

/** An item with those of its group: they are selected together. */
export function withGroup(project: Project | null, id: Id): Selection {
  const group = project?.items[id]?.group;
  const also = group && project ? project.itemOrder.filter((other) => other !== id && project.items[other].group === group) : []; // prettier-ignore
  return { item: id, handles: [], ...(also.length > 0 && { also }) };
}

/** What a click on an item selects: its group; one of those that are selected already, by itself. */
export const clicked = (project: Project | null, selection: Selection, id: Id): Selection =>
  selection.also && idsOf(selection).includes(id) ? { item: id, handles: [] } : withGroup(project, id);

/** The selection with an item, and its group, more; or without them where they are in it already. */
export function toggled(project: Project | null, selection: Selection, id: Id): Selection {
  const before = idsOf(selection);
  const these = idsOf(withGroup(project, id));
  const after = before.includes(id) ? before.filter((each) => !these.includes(each)) : [...before, ...these.filter((each) => !before.includes(each))]; // prettier-ignore
  return selectionOf(after);
}

export const selectionOf = ([item, ...also]: readonly Id[]): Selection => ({
  item: item ?? null,
  handles: [],
  ...(also.length > 0 && { also }),
});

/** Shown items that lie inside an outline as a whole, on layers that can be changed. */
export function itemsIn(area: Area, project: Project | null): readonly Id[] {
  const outline = outlineOf(area);
  if (!project || outline.length < 3) return [];
  return project.itemOrder.filter((id) => {
    const item = project.items[id];
    const layer = project.layers[item.layer];
    if (!isShown(project, item) || layer.locked || layer.reference) return false;
    const places = placesIn(project, id);
    return places.length > 0 && places.every((at) => isInside(at, outline));
  });
}
