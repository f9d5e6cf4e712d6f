import type { Id, Project } from '../project/project';
import { plainRecipe } from '../project/mirrors';
import { type Handle, hasHandle, sameHandle } from './handle';

/** What is selected: items, and of one alone some of its handles. */
export interface Selection {
  readonly items: readonly Id[];
  /** Of the only item; none while several are selected. */
  readonly handles: readonly Handle[];
}

export const NOTHING: Selection = { items: [], handles: [] };

export const selectionOf = (items: readonly Id[]): Selection => ({ items, handles: [] });

/** Handles of one item. */
export const handlesOn = (item: Id, handles: readonly Handle[]): Selection => ({ items: [item], handles });

export const sameSelection = (a: Selection, b: Selection): boolean =>
  a.items.length === b.items.length &&
  a.items.every((item, i) => item === b.items[i]) &&
  a.handles.length === b.handles.length &&
  a.handles.every((handle, i) => sameHandle(handle, b.handles[i]));

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
  const item = project.items[items[0]];
  const recipe = item.kind === 'curve' ? plainRecipe(project, item) : null;
  const handles = selection.handles.filter((handle) => recipe && hasHandle(recipe, handle));
  const same = items.length === selection.items.length && handles.length === selection.handles.length;
  return same ? selection : { items, handles };
}
