import type { Vector3 } from '@pencil-bend/core';
import { castDraft, type Draft } from 'immer';
import { Refusal } from '../refusal';
import { type FitPoint, fitRecipe, GRAPHITE, type Id, type Item, type Project } from '../project/project';
import { become } from './become';
import { command } from './command';
import { freeName, itemOf } from './items';

interface Drawn {
  readonly id: Id;
  readonly layer: Id;
  readonly plane: Id;
}

/** What can be done to a project and its items as a whole. */
export const sheetCommands = {
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

  placePoint: command<{ item: Id; to: Vector3 }>({
    schema: 'placePoint',
    stepName: (project, { item }) => `Move ${itemOf(project, item).name}`,
    change: (project, { item, to }) => {
      const it = itemOf(project, item);
      if (it.kind !== 'point') throw new Refusal(`${it.name} is a curve, not a point`);
      become(it.at, to);
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

  setUp: command<Partial<Pick<Project, 'units' | 'tolerance' | 'grid'>>>({
    schema: 'setUp',
    stepName: (_project, set) => `Set ${Object.keys(set).join(', ')}`,
    change: (project, set) => void Object.assign(project, set),
  }),
} as const;

function addItem(project: Draft<Project>, id: Id, item: Item): void {
  if (Object.hasOwn(project.items, id)) throw new Refusal(`The id '${id}' is taken`);
  project.items[id] = castDraft(item);
  project.itemOrder.push(id);
}
