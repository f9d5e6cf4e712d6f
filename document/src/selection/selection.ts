import type { Id, Project } from '../project/project';
import { plainItem } from '../project/plain';
import { type Handle, hasHandle, sameHandle } from './handle';

/** What is selected: items, and handles of them. */
export interface Selection {
  readonly items: readonly Id[];
  /** Of the first item. */
  readonly handles: readonly Handle[];
  /** Of the other items: their points alone. */
  readonly beside: readonly ItemHandles[];
}

export interface ItemHandles {
  readonly item: Id;
  readonly handles: readonly Handle[];
}

export const NOTHING: Selection = { items: [], handles: [], beside: [] };

export const selectionOf = (items: readonly Id[]): Selection => ({ ...NOTHING, items });

/** Handles of one item. */
export const handlesOn = (item: Id, handles: readonly Handle[]): Selection => ({ ...NOTHING, items: [item], handles });

/** Every item of which handles are selected, with them. */
export const handlesByItem = ({ items, handles, beside }: Selection): readonly ItemHandles[] =>
  handles.length > 0 ? [{ item: items[0], handles }, ...beside] : beside;

/** The handles that are selected of an item. */
export const selectedHandles = (selection: Selection, item: Id): readonly Handle[] =>
  handlesByItem(selection).find((each) => each.item === item)?.handles ?? [];

/** The same items with other handles: an item that has some comes first. */
export function withHandles(items: readonly Id[], found: readonly ItemHandles[]): Selection {
  const [first, ...beside] = found.filter(({ handles }) => handles.length > 0);
  if (!first) return selectionOf(items);
  return { items: [first.item, ...items.filter((id) => id !== first.item)], handles: first.handles, beside };
}

export const sameSelection = (a: Selection, b: Selection): boolean =>
  sameItems(a.items, b.items) &&
  sameHandles(a.handles, b.handles) &&
  a.beside.length === b.beside.length &&
  a.beside.every(({ item, handles }, i) => item === b.beside[i].item && sameHandles(handles, b.beside[i].handles));

const sameItems = (a: readonly Id[], b: readonly Id[]) => a.length === b.length && a.every((id, i) => id === b[i]);

const sameHandles = (a: readonly Handle[], b: readonly Handle[]) =>
  a.length === b.length && a.every((handle, i) => sameHandle(handle, b[i]));

/** The item that is selected alone; null for none and for several. */
export const onlyItem = ({ items }: Selection): Id | null => (items.length === 1 ? items[0] : null);

/** An item with those of its group: they are selected together. */
export function withGroup(project: Project | null, id: Id): Selection {
  const group = project?.items[id]?.group;
  const others =
    group !== undefined && project
      ? project.itemOrder.filter((other) => other !== id && project.items[other].group === group)
      : [];
  return selectionOf([id, ...others]);
}

/** What a click on an item selects: its group; one of several that are selected already, by itself. */
export const clicked = (project: Project | null, { items }: Selection, id: Id): Selection =>
  items.length > 1 && items.includes(id) ? selectionOf([id]) : withGroup(project, id);

/** The selection with an item, and its group, more; or without them where they are in it already. */
export function toggled(project: Project | null, { items }: Selection, id: Id): Selection {
  const these = withGroup(project, id).items;
  const others = items.filter((each) => !these.includes(each));
  return selectionOf(items.includes(id) ? others : [...items, ...these.filter((each) => !items.includes(each))]);
}

/** The selection as far as it is still there: undo can take away what was selected. The same object where all of it is. */
export function present(project: Project, selection: Selection): Selection {
  const items = selection.items.filter((id) => Object.hasOwn(project.items, id));
  if (items.length === 0) return NOTHING;
  const left = handlesByItem(selection).flatMap(({ item: id, handles }) => {
    const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
    const curve = item?.kind === 'curve' ? plainItem(project, item) : null;
    if (item?.kind !== 'curve' || curve?.kind !== 'curve') return [];
    const isMade = item.recipe.kind === 'blend' || item.recipe.kind === 'corner';
    return [{ item: id, handles: handles.filter((handle) => hasHandle(curve, handle, isMade)) }];
  });
  const now = withHandles(items, left);
  return sameSelection(now, selection) ? selection : now;
}
