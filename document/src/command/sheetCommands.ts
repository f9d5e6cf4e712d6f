import type { Vector3 } from '@pencil-bend/core';
import { type Draft, original } from 'immer';
import { CommandError } from '../commandError';
import { type Guide, type Id, type Item, type Project, type Recipe } from '../project/project';
import { become } from './become';
import { command } from './command';
import { FreeNames } from './freeNames';
import { andFrees, freeMirrors, itemOf, named, newItem, openItemOf } from './items';

/** A curve, point or guide that is drawn: with its own colour, or that of its layer. */
export type NewItem = { readonly id: Id; readonly colour?: string } & (
  { readonly recipe: Recipe } | { readonly at: Vector3 } | { readonly guide: Guide }
);

/** What can be done to a project and its items as a whole. */
export const sheetCommands = {
  drawItems: command<{ layer: Id; plane: Id; word: string; items: readonly NewItem[] }>({
    schema: 'drawItems',
    adds: ({ items }) => items.length,
    stepName: (project, { word, items }) =>
      items.length === 1 ? `Draw ${new FreeNames(project).next(word)}` : `Draw ${items.length} items: ${word}`,
    change: {
      items: (project, { layer, plane, word, items }) => {
        const names = new FreeNames(project);
        const drawn = items.map(({ id, colour, ...made }): [Id, Item] => {
          const base = { ...newItem(project, names.next(word), layer, plane), ...(colour !== undefined && { colour }) };
          if ('recipe' in made) return [id, { kind: 'curve', ...base, recipe: made.recipe }];
          if ('at' in made) return [id, { kind: 'point', ...base, at: made.at }];
          return [id, { kind: 'guide', ...base, guide: made.guide }];
        });
        return { added: withFreeIds(drawn) };
      },
    },
  }),

  placePoint: command<{ item: Id; to: Vector3 }>({
    schema: 'placePoint',
    stepName: (project, { item }) => `Move ${itemOf(project, item).name}`,
    change: {
      items: (project, { item, to }) => {
        const it = openItemOf(project, item);
        if (it.kind !== 'point') throw new CommandError(`${it.name} is no point`);
        return { changed: { [item]: { ...it, at: to } } };
      },
    },
  }),

  setGuide: command<{ item: Id; guide: Guide }>({
    schema: 'setGuide',
    stepName: (project, { item }) => `Change ${itemOf(project, item).name}`,
    change: {
      items: (project, { item, guide }) => {
        const it = openItemOf(project, item);
        if (it.kind !== 'guide') throw new CommandError(`${it.name} is no guide`);
        return { changed: { [item]: { ...it, guide } } };
      },
    },
  }),

  renameItem: command<{ item: Id; name: string }>({
    schema: 'renameItem',
    stepName: (project, { item, name }) => `Rename ${itemOf(project, item).name} to ${name}`,
    change: (project, { item, name }) => {
      itemOf(project, item).name = name;
    },
  }),

  colourItem: command<{ item: Id; colour: string }>({
    schema: 'colourItem',
    stepName: (project, { item }) => `Colour ${itemOf(project, item).name}`,
    change: (project, { item, colour }) => {
      itemOf(project, item).colour = colour;
    },
  }),

  showItem: command<{ item: Id; visible: boolean }>({
    schema: 'showItem',
    stepName: (project, { item, visible }) => `${visible ? 'Show' : 'Hide'} ${itemOf(project, item).name}`,
    change: (project, { item, visible }) => {
      itemOf(project, item).visible = visible;
    },
  }),

  deleteItem: command<{ item: Id }>({
    schema: 'deleteItem',
    stepName: (project, { item }) => `Delete ${itemOf(project, item).name}${andFrees(project, [item])}`,
    change: (project, { item }) => remove(project, [item]),
  }),

  deleteItems: command<{ items: readonly Id[] }>({
    schema: 'deleteItems',
    stepName: (project, { items }) => `Delete ${named(project, items)}${andFrees(project, items)}`,
    change: (project, { items }) => remove(project, items),
  }),

  restoreStage: command<{ name: string; drawing: Project }>({
    schema: 'restoreStage',
    stepName: (_project, { name }) => `Restore the stage ${name}`,
    change: (project, { drawing }) => become(project, drawing),
  }),

  renameProject: command<{ name: string }>({
    schema: 'renameProject',
    stepName: (_project, { name }) => `Rename the project to ${name}`,
    change: (project, { name }) => {
      project.name = name;
    },
  }),

  setUp: command<Partial<Pick<Project, 'units' | 'tolerance' | 'grid'>>>({
    schema: 'setUp',
    stepName: (_project, set) => `Set ${Object.keys(set).join(', ')}`,
    change: (project, set) => void Object.assign(project, set),
  }),
} as const;

/** Ids that stand twice in one order are taken as well. */
function withFreeIds(items: readonly (readonly [Id, Item])[]): Readonly<Record<Id, Item>> {
  const added: Record<Id, Item> = {};
  for (const [id, item] of items) {
    if (Object.hasOwn(added, id)) throw new CommandError(`The id '${id}' is taken`);
    added[id] = item;
  }
  return added;
}

/** Takes items out of the drawing; their mirrors become curves of their own. */
export function remove(draft: Draft<Project>, ids: readonly Id[]): void {
  ids.forEach((id) => openItemOf(draft, id));
  freeMirrors(draft, original(draft) as Project, ids);
  for (const id of ids) delete draft.items[id];
  const gone = new Set(ids);
  draft.itemOrder = draft.itemOrder.filter((id) => !gone.has(id));
}
