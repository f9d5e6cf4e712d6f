import { type Draft, original } from 'immer';
import { CommandError } from '../commandError';
import { type CurveItem, type Id, isDerived, type Item, newLayer, type Project } from '../project/project';
import { withShape } from '../links/table';
import { become } from './become';
import type { Value } from '../schema/kit';
import type { newItem, sheetArgs } from '../schema/sheetArgs';
import type { Commands } from './command';
import { FreeNames } from './freeNames';
import { addItem, itemOf, named, namedAs, newItem as withDefaults, openItemOf } from './items';
import { drawnJoined } from './jointChanges';
import { FIRST_NAMES, type Shape } from './shapes';

/** A curve, point or guide that is drawn: with its own colour, or that of its layer. */
export type NewItem = Value<typeof newItem>;

/** What is drawn is called, before its number. */
/** What a drawn item is called: as it was given, else after what was drawn, with a number. */
const nameFor = (names: FreeNames, shape: Shape, { name }: NewItem): string =>
  name === undefined ? names.next(FIRST_NAMES[shape]) : names.itselfOr(name);

/** What can be done to a project and its items as a whole. */
export const sheetCommands: Commands<typeof sheetArgs> = {
  drawItems: {
    adds: ({ items }) => items.length,
    facts: (project, args) => {
      const names = new FreeNames(project);
      const called = args.items.slice(0, 2).map((made) => nameFor(names, args.shape, made));
      const isWhole = !args.items.some(hasJoints) || drawn(project, args).isWhole;
      return { items: namedAs(called, args.items.length), ...(!isWhole && { how: 'unjoined' }) };
    },
    change: { items: (project, args) => ({ added: drawn(project, args).items }) },
  },

  takeFit: {
    adds: ({ points }) => (points ? 2 : 1),
    facts: (project, { item, how }) => {
      const own = Object.hasOwn(project.items, item) ? openItemOf(project, item).name : null;
      return { how, items: namedAs([own ?? new FreeNames(project).next(FIRST_NAMES.curve)]) };
    },
    change: (draft, { item, layer, plane, recipe, points }) => {
      const project = original(draft) as Project;
      const own = Object.hasOwn(project.items, item) ? openItemOf(project, item) : null;
      if (own && (own.kind !== 'curve' || isDerived(own.recipe))) {
        throw new CommandError(`${own.name} is made from others: a curve of its own is needed`);
      }
      if (own) become(draft.items[item], withShape(project, own as CurveItem, recipe));
      else {
        const name = new FreeNames(project).next(FIRST_NAMES.curve);
        addItem(draft, item, { kind: 'curve', ...withDefaults(project, name, layer, plane), recipe });
      }
      if (!points) return;
      if (!Object.hasOwn(draft.layers, points.layer)) {
        draft.layers[points.layer] = { ...newLayer(points.layerName), reference: true };
        draft.layerOrder.push(points.layer);
      }
      const beside = withDefaults(project, new FreeNames(project).itselfOr(points.name), layer, plane);
      addItem(draft, points.id, { kind: 'pointSet', ...beside, layer: points.layer, pointSet: points.pointSet });
    },
  },

  placePoint: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: {
      items: (project, { item, to }) => {
        const it = openItemOf(project, item);
        if (it.kind !== 'point') throw new CommandError(`${it.name} is no point`);
        return { changed: { [item]: { ...it, at: to } } };
      },
    },
  },

  setGuide: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: {
      items: (project, { item, guide }) => {
        const it = openItemOf(project, item);
        if (it.kind !== 'guide') throw new CommandError(`${it.name} is no guide`);
        return { changed: { [item]: { ...it, guide } } };
      },
    },
  },

  /** Of so many points in a row one is shown. */
  thinPointSet: {
    facts: (project, { item, thinning }) => ({ items: named(project, [item]), numbers: [thinning] }),
    change: {
      items: (project, { item, thinning }) => {
        const it = openItemOf(project, item);
        if (it.kind !== 'pointSet') throw new CommandError(`${it.name} is no measured set`);
        return { changed: { [item]: { ...it, pointSet: { ...it.pointSet, thinning } } } };
      },
    },
  },

  renameItem: {
    facts: (project, { item, name }) => ({ items: named(project, [item]), to: name }),
    change: (project, { item, name }) => {
      itemOf(project, item).name = name;
    },
  },

  colourItem: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: (project, { item, colour }) => {
      itemOf(project, item).colour = colour;
    },
  },

  /** Null takes the note away. */
  noteItem: {
    facts: (project, { item, note }) => ({ how: note === null ? 'remove' : 'write', items: named(project, [item]) }),
    change: (project, { item, note }) => {
      const it = itemOf(project, item);
      if (note === null) delete it.note;
      else it.note = note;
    },
  },

  showItem: {
    facts: (project, { item, visible }) => ({ how: visible ? 'show' : 'hide', items: named(project, [item]) }),
    change: (project, { item, visible }) => {
      itemOf(project, item).visible = visible;
    },
  },

  deleteItem: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: (project, { item }) => remove(project, [item]),
  },

  deleteItems: {
    facts: (project, { items }) => ({ items: named(project, items) }),
    change: (project, { items }) => remove(project, items),
  },

  restoreStage: {
    facts: (_project, { name }) => ({ to: name }),
    tellsOfLinks: true,
    change: (project, { drawing }) => become(project, drawing),
  },

  renameProject: {
    facts: (_project, { name }) => ({ to: name }),
    change: (project, { name }) => {
      project.name = name;
    },
  },

  setUp: {
    facts: (_project, set) => ({ how: Object.keys(set).join('-') }),
    change: (project, set) => void Object.assign(project, set),
  },
};

/** Ids that stand twice in one order are taken as well. */
const hasJoints = (made: NewItem): boolean => 'recipe' in made && made.joints !== undefined;

function drawn(project: Project, { layer, plane, shape, items }: Value<typeof sheetArgs.drawItems>) {
  const names = new FreeNames(project);
  const made = items.map((each): [Id, Item] => {
    const { id, colour } = each;
    const base = {
      ...withDefaults(project, nameFor(names, shape, each), layer, plane),
      ...(colour !== undefined && { colour }),
    };
    if ('recipe' in each) return [id, { kind: 'curve', ...base, recipe: each.recipe }];
    if ('at' in each) return [id, { kind: 'point', ...base, at: each.at }];
    if ('guide' in each) return [id, { kind: 'guide', ...base, guide: each.guide }];
    return [id, { kind: 'pointSet', ...base, pointSet: each.pointSet }];
  });
  const asked = items.flatMap((each) => ('recipe' in each && each.joints ? [[each.id, each.joints] as const] : []));
  return drawnJoined(project, withFreeIds(made), asked);
}

function withFreeIds(items: readonly (readonly [Id, Item])[]): Readonly<Record<Id, Item>> {
  const added: Record<Id, Item> = {};
  for (const [id, item] of items) {
    if (Object.hasOwn(added, id)) throw new CommandError(`The id '${id}' is taken`);
    added[id] = item;
  }
  return added;
}

function remove(draft: Draft<Project>, ids: readonly Id[]): void {
  ids.forEach((id) => openItemOf(draft, id));
  for (const id of ids) delete draft.items[id];
  const gone = new Set(ids);
  draft.itemOrder = draft.itemOrder.filter((id) => !gone.has(id));
}
