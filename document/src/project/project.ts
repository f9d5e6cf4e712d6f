import type { Closing, Parameterisation, Vector3 } from '@pencil-bend/core';

/** Names a layer, plane, item or point for as long as it lives: 1 to 40 letters, digits, `_` and `-`, the first a letter or digit. */
export type Id = string;

export const FORMAT = 'pencil-bend-project';
export const VERSION = 1;

/** What a project is: one JSON value, checked by schema/project.schema.json. Lengths in mm. */
export interface Project {
  readonly format: typeof FORMAT;
  readonly version: typeof VERSION;
  readonly name: string;
  /** The unit people see and type; stored lengths are always mm. */
  readonly units: 'mm' | 'cm' | 'm' | 'in';
  /** The sheet's tolerance in mm. */
  readonly tolerance: number;
  readonly layers: Readonly<Record<Id, Layer>>;
  readonly layerOrder: readonly Id[];
  readonly planes: Readonly<Record<Id, WorkPlane>>;
  readonly items: Readonly<Record<Id, Item>>;
  readonly itemOrder: readonly Id[];
  readonly joints: Readonly<Record<Id, never>>;
}

export interface Layer {
  readonly name: string;
  readonly visible: boolean;
}

/** A named plane to draw on: unit axes at right angles. */
export interface WorkPlane {
  readonly name: string;
  readonly origin: Vector3;
  readonly x: Vector3;
  readonly y: Vector3;
}

interface ItemBase {
  readonly name: string;
  /** '#rrggbb' in small letters. */
  readonly colour: string;
  readonly visible: boolean;
  readonly layer: Id;
  /** The plane it was drawn on and stays in. */
  readonly plane: Id;
}

export interface CurveItem extends ItemBase {
  readonly kind: 'curve';
  readonly recipe: Recipe;
}

export interface PointItem extends ItemBase {
  readonly kind: 'point';
  readonly at: Vector3;
}

export type Item = CurveItem | PointItem;

/** How a curve is made, in the designer's own terms, with every default that was in force written down. */
export type Recipe = FitRecipe | ControlRecipe;

/** A curve through points. */
export interface FitRecipe {
  readonly kind: 'fit';
  readonly degree: 3;
  readonly closed: boolean;
  readonly spacing: 'live';
  readonly parameterisation: Parameterisation;
  readonly knots: 'at-points';
  readonly ends: 'natural';
  readonly points: readonly FitPoint[];
}

export interface FitPoint {
  readonly id: Id;
  readonly at: Vector3;
}

/** A curve pulled by control points. A periodic one leaves out the repeated control points, not the knots. */
export interface ControlRecipe {
  readonly kind: 'control';
  readonly degree: number;
  readonly closing: Closing;
  readonly knots: readonly number[];
  readonly points: readonly ControlPoint[];
}

export interface ControlPoint {
  readonly id: Id;
  readonly at: Vector3;
  readonly weight: number;
}

export const FRONT_ID: Id = 'front';

/** The colour of a curve nobody has coloured: graphite. */
export const GRAPHITE = '#33363b';

/** An empty sheet with the plane Front and one layer. */
export function emptyProject(name: string): Project {
  return {
    format: FORMAT,
    version: VERSION,
    name,
    units: 'mm',
    tolerance: 0.01,
    layers: { sheet: { name: 'Sheet', visible: true } },
    layerOrder: ['sheet'],
    planes: { [FRONT_ID]: { name: 'Front', origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] } },
    items: {},
    itemOrder: [],
    joints: {},
  };
}

/** The recipe of a curve through points with today's defaults. */
export function fitRecipe(points: readonly FitPoint[], closed: boolean): FitRecipe {
  return {
    kind: 'fit',
    degree: 3,
    closed,
    spacing: 'live',
    parameterisation: 'faded',
    knots: 'at-points',
    ends: 'natural',
    points,
  };
}

/** Items in the order in which people see them. */
export const itemsOf = (project: Project): (readonly [Id, Item])[] =>
  project.itemOrder.map((id) => [id, project.items[id]]);

/** An item people can see: neither it nor its layer is hidden. */
export const isShown = (project: Project, item: Item): boolean => item.visible && project.layers[item.layer].visible;
