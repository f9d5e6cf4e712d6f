import { type Draft, original } from 'immer';
import { CommandError } from '../commandError';
import { type Id, type Layer, newLayer, type Project } from '../project/project';
import { alone } from '../links/table';
import type { layerArgs } from '../schema/layerArgs';
import type { Commands } from './command';
import { addItem, itemOf, named, namedAs, openItemOf } from './items';

type Names = Readonly<Record<Id, { readonly name: string }>>;

/** Throws a `CommandError` where there is no layer, or group, of this id. */
function nameOf(kind: 'layer' | 'group', names: Names, id: Id): string {
  if (!Object.hasOwn(names, id)) throw new CommandError(`There is no ${kind} '${id}' in this project`);
  return names[id].name;
}

const layerName = ({ layers }: Project | Draft<Project>, id: Id) => nameOf('layer', layers, id);
const groupName = ({ groups }: Project | Draft<Project>, id: Id) => nameOf('group', groups, id);

export type LayerChange = 'rename' | 'show' | 'hide' | 'lock' | 'unlock' | 'reference' | 'drawing' | 'colour';

/** What a change of a layer sets first. */
function changeOf(set: Partial<Layer>): LayerChange {
  if (set.name !== undefined) return 'rename';
  if (set.visible !== undefined) return set.visible ? 'show' : 'hide';
  if (set.locked !== undefined) return set.locked ? 'lock' : 'unlock';
  if (set.reference !== undefined) return set.reference ? 'reference' : 'drawing';
  return 'colour';
}

/** What can be done to layers, groups and the order of the list. */
export const layerCommands: Commands<typeof layerArgs> = {
  addLayer: {
    facts: (_project, { name }) => ({ to: name }),
    change: (project, { id, name }) => {
      if (Object.hasOwn(project.layers, id)) throw new CommandError(`The id '${id}' is taken`);
      project.layers[id] = newLayer(name);
      project.layerOrder.push(id);
    },
  },

  setLayer: {
    facts: (project, { layer, ...set }) => ({
      how: changeOf(set),
      items: namedAs([layerName(project, layer)]),
      ...(set.name !== undefined && { to: set.name }),
    }),
    change: (project, { layer, ...set }) => {
      layerName(project, layer);
      Object.assign(project.layers[layer], set);
    },
  },

  /** To a place of the list, counted without it. */
  moveLayer: {
    facts: (project, { layer }) => ({ items: namedAs([layerName(project, layer)]) }),
    change: (project, { layer, to }) => {
      const order = project.layerOrder.filter((id) => id !== layer);
      project.layerOrder = order.toSpliced(Math.min(to, order.length), 0, layer);
    },
  },

  deleteLayer: {
    facts: (project, { layer }) => ({ items: namedAs([layerName(project, layer)]) }),
    change: (project, { layer }) => {
      const name = layerName(project, layer);
      const lying = Object.values(project.items).filter((item) => item.layer === layer).length;
      if (lying > 0)
        throw new CommandError(
          `${lying} of the drawing's curves and points lie on the layer ${name}: move or delete them first`,
        );
      if (project.layerOrder.length === 1) throw new CommandError(`${name} is the last layer`);
      delete project.layers[layer];
      project.layerOrder = project.layerOrder.filter((id) => id !== layer);
    },
  },

  /** Onto a layer, before another item of the list, or at its end. */
  arrange: {
    facts: (project, { items, layer }) => ({ items: named(project, items), to: layerName(project, layer) }),
    change: (project, { items, layer, before }) => {
      layerName(project, layer);
      for (const id of items) openItemOf(project, id).layer = layer;
      const moved = new Set(items);
      const order = project.itemOrder.filter((id) => !moved.has(id));
      const index = before === null ? -1 : order.indexOf(before);
      project.itemOrder = order.toSpliced(index < 0 ? order.length : index, 0, ...items);
    },
  },

  /** Copies to work to; they are curves of their own, and stay where they are when the originals change. */
  copyAsReference: {
    adds: ({ items }) => items.length,
    facts: (project, { items, name }) => ({ items: named(project, items), to: name }),
    change: (draft, { items, id, layer, name }) => {
      const project = original(draft) as Project;
      if (Object.hasOwn(draft.layers, layer)) layerName(project, layer);
      else {
        draft.layers[layer] = { ...newLayer(name), reference: true };
        draft.layerOrder.push(layer);
      }
      items.forEach((each, i) => {
        const { group: _group, ...item } = alone(project, itemOf(project, each));
        addItem(draft, `${id}-${i + 1}`, { ...item, layer });
      });
    },
  },

  groupItems: {
    facts: (project, { items, name }) => ({ items: named(project, items), to: name }),
    change: (project, { items, id, name }) => {
      if (Object.hasOwn(project.groups, id)) throw new CommandError(`The id '${id}' is taken`);
      project.groups[id] = { name };
      for (const each of items) itemOf(project, each).group = id;
      withoutEmptyGroups(project);
    },
  },

  ungroup: {
    facts: (project, { group }) => ({ items: namedAs([groupName(project, group)]) }),
    change: (project, { group }) => {
      groupName(project, group);
      for (const item of Object.values(project.items)) if (item.group === group) delete item.group;
      delete project.groups[group];
    },
  },

  renameGroup: {
    facts: (project, { group, name }) => ({ items: namedAs([groupName(project, group)]), to: name }),
    change: (project, { group, name }) => {
      groupName(project, group);
      project.groups[group].name = name;
    },
  },
};

/** An item is in one group: another may be left with none. */
function withoutEmptyGroups(project: Draft<Project>): void {
  const used = new Set(Object.values(project.items).map(({ group }) => group));
  for (const id of Object.keys(project.groups)) if (!used.has(id)) delete project.groups[id];
}
