import type { Vector3 } from '@pencil-bend/core';
import { castDraft, type Draft } from 'immer';
import {
  type CurveItem,
  type FitPoint,
  fitRecipe,
  type FitRecipe,
  GRAPHITE,
  type Id,
  type Item,
  type Project,
} from '../project/project';
import { become } from './become';
import { type Command, Refusal } from './command';

interface Drawn {
  readonly id: Id;
  readonly layer: Id;
  readonly plane: Id;
}

/** A point of a curve by its id; null names the place of a point item. */
interface PointRef {
  readonly item: Id;
  readonly point: Id | null;
}

const command = <Args>(it: Command<Args>): Command<Args> => it;

/** Every change of a project that a user can make, by name. */
export const commands = {
  drawCurve: command<Drawn & { closed: boolean; points: readonly FitPoint[] }>({
    schema: 'drawCurve',
    stepName: (project) => `Draw ${freeName(project, 'Curve')}`,
    change: (project, { id, layer, plane, closed, points }) =>
      addItem(project, id, {
        kind: 'curve',
        name: freeName(project, 'Curve'),
        colour: GRAPHITE,
        visible: true,
        layer,
        plane,
        recipe: fitRecipe(points, closed),
      }),
  }),

  drawPoint: command<Drawn & { at: Vector3 }>({
    schema: 'drawPoint',
    stepName: (project) => `Draw ${freeName(project, 'Point')}`,
    change: (project, { id, layer, plane, at }) =>
      addItem(project, id, {
        kind: 'point',
        name: freeName(project, 'Point'),
        colour: GRAPHITE,
        visible: true,
        layer,
        plane,
        at,
      }),
  }),

  movePoint: command<PointRef & { to: Vector3 }>({
    schema: 'movePoint',
    stepName: (project, { item, point }) => {
      const it = itemOf(project, item);
      return it.kind === 'curve' ? `Move point ${indexOf(it, point) + 1} of ${it.name}` : `Move ${it.name}`;
    },
    change: (project, { item, point, to }) => {
      const it = itemOf(project, item);
      const place = it.kind === 'point' ? it : it.recipe.points[indexOf(it, point)];
      // Written one by one, so that the log holds the coordinates that changed and no more.
      const at = place.at as Draft<[number, number, number]>;
      to.forEach((value, axis) => {
        if (at[axis] !== value) at[axis] = value;
      });
    },
  }),

  insertFitPoint: command<{ item: Id; index: number; point: FitPoint }>({
    schema: 'insertFitPoint',
    stepName: (project, { item, index }) => `Add point ${index + 1} to ${itemOf(project, item).name}`,
    change: (project, { item, index, point }) => {
      const { points } = fitRecipeOf(itemOf(project, item));
      if (index > points.length)
        throw new Refusal(`There are ${points.length} points: none can be number ${index + 1}`);
      points.splice(index, 0, castDraft(point));
    },
  }),

  removeFitPoint: command<{ item: Id; point: Id }>({
    schema: 'removeFitPoint',
    stepName: (project, { item, point }) => {
      const it = itemOf(project, item);
      return `Remove point ${it.kind === 'curve' ? indexOf(it, point) + 1 : ''} of ${it.name}`;
    },
    change: (project, { item, point }) => {
      const it = itemOf(project, item);
      const { points, closed } = fitRecipeOf(it);
      const needed = closed ? 3 : 2;
      if (points.length <= needed) {
        throw new Refusal(`${it.name} needs its last ${needed} points; delete the curve instead`);
      }
      points.splice(indexOf(it as CurveItem, point), 1);
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
    stepName: (project, { item }) => `Delete ${itemOf(project, item).name}`,
    change: (project, { item }) => {
      itemOf(project, item);
      delete project.items[item];
      project.itemOrder.splice(project.itemOrder.indexOf(item), 1);
    },
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
} as const;

export type CommandName = keyof typeof commands;

type ArgsOf<Name extends CommandName> = (typeof commands)[Name] extends Command<infer Args> ? Args : never;

/** A command with its arguments, as plain JSON: what a tool yields and an action carries. */
export type Order = { [Name in CommandName]: { readonly command: Name; readonly args: ArgsOf<Name> } }[CommandName];

function addItem(project: Draft<Project>, id: Id, item: Item): void {
  if (Object.hasOwn(project.items, id)) throw new Refusal(`The id '${id}' is taken`);
  project.items[id] = castDraft(item);
  project.itemOrder.push(id);
}

function itemOf(project: Draft<Project>, id: Id): Draft<Item>;
function itemOf(project: Project, id: Id): Item;
function itemOf(project: Project | Draft<Project>, id: Id): Item | Draft<Item> {
  if (!Object.hasOwn(project.items, id)) throw new Refusal(`There is no curve or point '${id}' in this project`);
  return project.items[id];
}

function indexOf({ name, recipe }: Pick<CurveItem, 'name' | 'recipe'>, point: Id | null): number {
  const index = recipe.points.findIndex(({ id }) => id === point);
  if (index < 0) throw new Refusal(`${name} has no point '${point}'`);
  return index;
}

function fitRecipeOf(item: Draft<Item>): Draft<FitRecipe> {
  if (item.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Refusal(`${item.name} has no fit points`);
  return item.recipe;
}

/** 'Curve 4' when the names up to 'Curve 3' are taken. */
function freeName(project: Project | Draft<Project>, word: string): string {
  const taken = new Set(Object.values(project.items).map(({ name }) => name));
  for (let number = 1; ; number++) {
    if (!taken.has(`${word} ${number}`)) return `${word} ${number}`;
  }
}
