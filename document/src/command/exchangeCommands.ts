import { type Draft, original } from 'immer';
import { CommandError } from '../commandError';
import { newLayer, type Project } from '../project/project';
import type { exchangeArgs } from '../schema/exchangeArgs';
import type { Value } from '../schema/kit';
import type { Commands } from './command';
import { FreeNames } from './freeNames';
import { addItem, namedAs, newItem as withDefaults } from './items';

/** Items of a file with what they need beside them: the arguments of `bringIn`. */
export type BroughtIn = Value<typeof exchangeArgs.bringIn>;

/** What comes from files. */
export const exchangeCommands: Commands<typeof exchangeArgs> = {
  bringIn: {
    adds: ({ items }) => items.length,
    facts: (_project, { file, items }) => ({ items: namedAs(items.map(({ name }) => name)), to: file }),
    change: (draft, { plane, layers, groups, items }) => {
      const project = original(draft) as Project;
      if (!Object.hasOwn(project.planes, plane)) throw new CommandError(`There is no plane '${plane}' in this project`);
      for (const { id, name, reference } of layers) {
        mustBeFree(draft.layers, id);
        draft.layers[id] = { ...newLayer(name), ...(reference && { reference: true }) };
        draft.layerOrder.push(id);
      }
      for (const { id, name } of groups) {
        mustBeFree(draft.groups, id);
        draft.groups[id] = { name };
      }
      const names = new FreeNames(project);
      for (const item of items) {
        const { id, layer, colour, group, hidden } = item;
        mustBeOpen(draft, layer);
        if (group !== undefined && !Object.hasOwn(draft.groups, group))
          throw new CommandError(`There is no group '${group}' in this project`);
        const own = {
          ...withDefaults(draft, names.itselfOr(item.name), layer, plane),
          ...(colour !== undefined && { colour }),
          ...(group !== undefined && { group }),
          visible: !hidden,
        };
        if ('recipe' in item) addItem(draft, id, { kind: 'curve', ...own, recipe: item.recipe });
        else if ('at' in item) addItem(draft, id, { kind: 'point', ...own, at: item.at });
        else addItem(draft, id, { kind: 'guide', ...own, guide: item.guide });
      }
    },
  },
};

function mustBeFree(there: object, id: string): void {
  if (Object.hasOwn(there, id)) throw new CommandError(`The id '${id}' is taken`);
}

function mustBeOpen({ layers }: Draft<Project>, layer: string): void {
  if (!Object.hasOwn(layers, layer)) throw new CommandError(`There is no layer '${layer}' in this project`);
  if (layers[layer].locked) throw new CommandError(`The layer ${layers[layer].name} is locked`);
}
