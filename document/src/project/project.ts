import type { Contacts, Symmetry } from '@pencil-bend/core';
import type { Value } from '../schema/kit';
import type { curveItem, guide, guideItem, item, pointItem, pointSet, pointSetItem } from '../schema/items';
import type { joint, joints, leader } from '../schema/joints';
import type { tie, tieDirection, tieTarget } from '../schema/ties';
import type { group, layer, project, workPlane } from '../schema/project';
import type {
  axis,
  blendRecipe,
  controlPoint,
  controlRecipe,
  cornerRecipe,
  fitPoint,
  fitRecipe as fitRecipeSchema,
  fixedFit,
  fixedFitPoint,
  fixedRow,
  mirrorPlane,
  mirrorRecipe,
  near,
  pointConstraints,
  primitive,
  primitiveRecipe,
} from '../schema/recipes';
import { FORMAT, VERSION } from './format';

export { FORMAT, VERSION } from './format';

/** Names a layer, plane, item or point for as long as it lives: 1 to 40 letters, digits, `_` and `-`, the first a letter or digit. */
export type Id = string;

// What is said of their members stands in the schemas.

/** What a project is: one JSON value. Lengths in mm. */
export type Project = Value<typeof project>;
export type Layer = Value<typeof layer>;
export type Group = Value<typeof group>;
export type WorkPlane = Value<typeof workPlane>;

export type Item = Value<typeof item>;
export type CurveItem = Value<typeof curveItem>;
export type PointItem = Value<typeof pointItem>;
export type GuideItem = Value<typeof guideItem>;
export type Guide = Value<typeof guide>;
export type PointSetItem = Value<typeof pointSetItem>;
export type PointSet = Value<typeof pointSet>;

/** How a curve is made, in the designer's own terms; mirrors left out. */
export type Recipe = FreeRecipe | GivenRecipe;
/** A curve that is edited point by point. */
export type FreeRecipe = FitRecipe | ControlRecipe;
/** A curve that is edited by what it is given by; `recipe/givenRecipes.ts` has the table of its kinds. */
export type GivenRecipe = PrimitiveRecipe;
/** A curve through points with live spacing: its parameters follow from its points. */
export interface FitRecipe extends Value<typeof fitRecipeSchema>, Trimmed {
  /** What its ends go on from: of a joined curve as it is shown. It is never kept. */
  readonly bound?: BoundEnds;
  /** Of a curve near its points those that it passes through all the same, since they are tied. They are never kept. */
  readonly exact?: readonly Id[];
}
/** A recipe of a curve as it is shown. */
interface Trimmed {
  /** The parameters at which corners begin at its ends. They are never kept. */
  readonly trim?: { readonly start?: number; readonly end?: number };
}
export interface BoundEnds {
  readonly contacts: Contacts;
  /** The end that meets its own image. */
  readonly image?: { readonly end: 'start' | 'end'; readonly symmetry: Symmetry };
}
/** How a curve comes near its points. */
export type Near = Value<typeof near>;
export type FitPoint = Value<typeof fitPoint>;
export type PointConstraints = Value<typeof pointConstraints>;
/** A curve pulled by control points. A periodic one leaves out the repeated control points, not the knots. */
export interface ControlRecipe extends Value<typeof controlRecipe>, Trimmed {}
export type ControlPoint = Value<typeof controlPoint>;
export type FixedFit = Value<typeof fixedFit>;
export type FixedFitPoint = Value<typeof fixedFitPoint>;
export type FixedRow = Value<typeof fixedRow>;
/** An exact shape by what it is given by: a circle, an arc, a conic and others. */
export interface PrimitiveRecipe extends Value<typeof primitiveRecipe>, Trimmed {}
export type Primitive = Value<typeof primitive>;
export type BlendRecipe = Value<typeof blendRecipe>;
export type BlendEnd = BlendRecipe['first'];
export type CornerRecipe = Value<typeof cornerRecipe>;
export type MirrorRecipe = Value<typeof mirrorRecipe>;
/** What an end of a curve goes on from, and how. */
export type Joint = Value<typeof joint>;
export type Joints = Value<typeof joints>;
export type Leader = Value<typeof leader>;
/** What a point of a curve follows. */
export type Tie = Value<typeof tie>;
export type TieTarget = Value<typeof tieTarget>;
/** What a held tangent follows. */
export type TieDirection = Value<typeof tieDirection>;
/** The plane of a mirror: a place in it and the unit vector across it. */
export type MirrorPlane = Value<typeof mirrorPlane>;
/** A coordinate by its index: 0 is x. */
export type Axis = Value<typeof axis>;

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

export const isFree = (recipe: Recipe): recipe is FreeRecipe => recipe.kind === 'fit' || recipe.kind === 'control';

/** Of a curve whose shape others make wholly. */
export const isDerived = (recipe: CurveItem['recipe'] | Recipe): recipe is MirrorRecipe | BlendRecipe | CornerRecipe =>
  recipe.kind === 'mirror' || recipe.kind === 'blend' || recipe.kind === 'corner';

/** Items in the order in which people see them. */
export const itemsOf = (project: Project): (readonly [Id, Item])[] =>
  project.itemOrder.map((id) => [id, project.items[id]]);

/** The names of the points that its measured sets refer to. */
export const contentsOf = (project: Project): ReadonlySet<string> =>
  new Set(Object.values(project.items).flatMap((item) => (item.kind === 'pointSet' ? [item.pointSet.content] : [])));

/** An item people can see: neither it nor its layer is hidden. */
export const isShown = (project: Project, item: Item): boolean => item.visible && project.layers[item.layer].visible;
