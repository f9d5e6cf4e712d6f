import type { Closing, Parameterisation, TangentConstraint, Vector3 } from '@pencil-bend/core';

/** Names a layer, plane, item or point for as long as it lives: 1 to 40 letters, digits, `_` and `-`, the first a letter or digit. */
export type Id = string;

export const FORMAT = 'pencil-bend-project';
export const VERSION = 4;

/** What a project is: one JSON value, checked by schema/project.schema.json. Lengths in mm. */
export interface Project {
  readonly format: typeof FORMAT;
  readonly version: typeof VERSION;
  readonly name: string;
  /** The unit people see and type; stored lengths are always mm. */
  readonly units: 'mm' | 'cm' | 'm' | 'in';
  /** The sheet's tolerance in mm. */
  readonly tolerance: number;
  /** Distance of the grid's lines in mm, by which arrow keys move; null where it follows the zoom. */
  readonly grid: number | null;
  readonly layers: Readonly<Record<Id, Layer>>;
  readonly layerOrder: readonly Id[];
  readonly planes: Readonly<Record<Id, WorkPlane>>;
  readonly items: Readonly<Record<Id, Item>>;
  readonly itemOrder: readonly Id[];
  readonly groups: Readonly<Record<Id, Group>>;
  readonly joints: Readonly<Record<Id, never>>;
}

export interface Layer {
  readonly name: string;
  /** Of what is drawn on it from now on; null for graphite. */
  readonly colour: string | null;
  readonly visible: boolean;
  /** What lies on it can be seen and caught, not changed. */
  readonly locked: boolean;
  /** Copies to work to: drawn lighter, caught by snaps, taken into hand only from the list. */
  readonly reference: boolean;
}

/** Items that are selected and moved together. */
export interface Group {
  readonly name: string;
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
  readonly group?: Id;
}

export interface CurveItem extends ItemBase {
  readonly kind: 'curve';
  readonly recipe: Recipe | MirrorRecipe;
}

export interface PointItem extends ItemBase {
  readonly kind: 'point';
  readonly at: Vector3;
}

/** Something to work to that is no curve of the drawing: a line without ends, or a circle. */
export interface GuideItem extends ItemBase {
  readonly kind: 'guide';
  readonly guide: Guide;
}

export type Guide =
  /** Through a place along a unit vector; a symmetry line is what halves are mirrored about. */
  | { readonly kind: 'line'; readonly at: Vector3; readonly direction: Vector3; readonly symmetry: boolean }
  /** A gauge circle, parallel to the plane of its item; in mm. */
  | { readonly kind: 'circle'; readonly centre: Vector3; readonly radius: number };

export type Item = CurveItem | PointItem | GuideItem;

/** How a curve is made, in the designer's own terms, with every default that was in force written down. */
export type Recipe = FitRecipe | ControlRecipe;

/** The plane of a mirror: a place in it and the unit vector across it. */
export interface MirrorPlane {
  readonly at: Vector3;
  readonly across: Vector3;
}

/** A curve that stays the mirror of another. */
export interface MirrorRecipe {
  readonly kind: 'mirror';
  readonly of: Id;
  readonly about: MirrorPlane;
}

/** A curve through points with live spacing: its parameters follow from its points. */
export interface FitRecipe {
  readonly kind: 'fit';
  /** 1 to 9. */
  readonly degree: number;
  readonly closed: boolean;
  readonly spacing: 'live';
  readonly parameterisation: Parameterisation;
  readonly knots: 'at-points';
  readonly ends: 'natural';
  readonly points: readonly FitPoint[];
  /** The curve stays its own mirror. */
  readonly symmetry?: MirrorPlane;
}

/** A coordinate by its index: 0 is x. */
export type Axis = 0 | 1 | 2;

/** What a curve must have at a fit point besides its place; what is left out is free. */
export interface PointConstraints {
  /** The curve may have a corner here. */
  readonly kink?: true;
  readonly tangent?: TangentConstraint;
  /** At a kink, in place of the one: of the stretch that ends here and of the one that begins here. */
  readonly tangents?: { readonly before?: TangentConstraint; readonly after?: TangentConstraint };
  /** Radius of curvature in mm. */
  readonly radius?: number;
  /** Coordinates that moves leave as they are. */
  readonly pinned?: readonly Axis[];
}

export interface FitPoint extends PointConstraints {
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
  /** The fit points it also has: with fixed spacing they stand at parameters of their own. */
  readonly fit?: FixedFit;
}

export interface ControlPoint {
  readonly id: Id;
  readonly at: Vector3;
  readonly weight: number;
  readonly pinned?: readonly Axis[];
}

/**
 * Fit points of a curve with fixed spacing. Their places are where the curve is at `u`: fit points and control points
 * are one curve in two forms, of which the recipe writes down one. The rest is what making it live again needs.
 */
export interface FixedFit {
  readonly parameterisation: Parameterisation;
  readonly ends: 'natural';
  /** In the order of the curve. */
  readonly points: readonly FixedFitPoint[];
  /** Derivatives that moving a fit point leaves as they are: those of the ends, and of constrained tangents. */
  readonly rows: readonly FixedRow[];
}

export interface FixedFitPoint extends PointConstraints {
  readonly id: Id;
  readonly u: number;
}

export interface FixedRow {
  readonly u: number;
  readonly order: number;
  /** Read on the left of the knot there. */
  readonly left: boolean;
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
    grid: null,
    layers: { sheet: newLayer('Sheet') },
    layerOrder: ['sheet'],
    planes: { [FRONT_ID]: { name: 'Front', origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] } },
    items: {},
    itemOrder: [],
    groups: {},
    joints: {},
  };
}

export const newLayer = (name: string): Layer => ({
  name,
  colour: null,
  visible: true,
  locked: false,
  reference: false,
});

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
