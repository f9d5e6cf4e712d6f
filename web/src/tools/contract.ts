import type { TracedPicture } from '../api/keptView';
import type { Vector3 } from '@pencil-bend/core';
import type { Axis, Handle, Id, Order, Project, Recipe, Selection } from '@pencil-bend/document';
import type { Caught } from '../snap/caught';
import type { Along } from './select/dragConstraint';
import type { BendState } from './select/select';
import type { BezierState } from './bezier/bezier';
import type { FittedStroke, FreehandState, Sample } from './freehand/freehand';
import type { LayState } from './place/place';
import type { Shape } from './place/placingTool';
import type { InsertState } from './insert/insert';

/** A handle where it lies. */
export interface Grip {
  readonly handle: Handle;
  readonly at: Vector3;
  /** Of a weight: the way in mm along which it doubles. */
  readonly stem?: Vector3;
}

/** What lies under the pointer. */
export type Hit =
  /** A point of its own. */
  | { readonly kind: 'point'; readonly item: Id; readonly at: Vector3 }
  /** A guide: a line or a gauge circle. */
  | { readonly kind: 'guide'; readonly item: Id; readonly at: Vector3 }
  /** A handle of the selected curve. */
  | { readonly kind: 'handle'; readonly item: Id; readonly grip: Grip }
  /** A place on a curve, with its parameter. */
  | { readonly kind: 'curve'; readonly item: Id; readonly at: Vector3; readonly u: number };

export interface PointerInput {
  readonly type: 'move' | 'press' | 'release' | 'double';
  /** On the sheet, in mm; where a snap caught something, there. */
  readonly at: Vector3;
  readonly caught?: Caught | null;
  /** All the places since the input before, with the pressure of a pen. */
  readonly samples?: readonly Sample[];
  /** All that lies there, the likeliest first. */
  readonly hits: readonly Hit[];
  /** How near, in mm at the present zoom, counts as the same place. */
  readonly reach: number;
  /** Shift adds to the selection, and keeps a drag to one axis. */
  readonly shift?: boolean;
  /** Draws a lasso instead of a box. */
  readonly lasso?: boolean;
}

export interface KeyInput {
  readonly type: 'key';
  readonly key: 'Enter' | 'Escape' | 'Backspace' | 'Delete';
}

/** A step of the handles in hand by keys, in mm; they are left where they are when the keys are let go ('settle'). */
export type NudgeInput =
  { readonly type: 'nudge'; readonly by: Vector3; readonly grip: Grip | null } | { readonly type: 'settle' };

/** What the selected points take from what is clicked next: a coordinate, or the direction of their tangent. */
export type Taking = Axis | 'direction';

/** How dragging goes from now on. */
export interface WayInput {
  readonly type: 'way';
  readonly along?: Along;
  /** How far a soft drag reaches, in mm; null is not soft. */
  readonly soft?: number | null;
  readonly taking?: Taking | null;
  /** What lies under the pointer, when it has left the sheet. */
  readonly under?: readonly Hit[];
}

/** The next of the handles that lie over each other under the pointer. */
export interface StackInput {
  readonly type: 'stack';
}

/** A knot dragged along the knot line: to this parameter, or left there. */
export interface SlideInput {
  readonly type: 'slide';
  readonly item: Id;
  readonly u: number;
  readonly to: number;
  readonly done: boolean;
}

/** To a tool that takes places: one that was typed, one that was taken back again, an option, another order. */
export type LayInput =
  | { readonly type: 'typed'; readonly at: Vector3; readonly value?: number }
  | { readonly type: 'again' }
  /** The curve near a stroke, as it came from the worker. */
  | { readonly type: 'fitted'; readonly stroke: readonly Sample[]; readonly made: FittedStroke | null }
  | { readonly type: 'option'; readonly name: string; readonly value: number | string | boolean }
  /** Indices of the places in their new order; what is left out is taken out. */
  | { readonly type: 'order-of-places'; readonly order: readonly number[] };

export type ToolInput = PointerInput | KeyInput | NudgeInput | WayInput | StackInput | SlideInput | LayInput;

/** What a tool may know of the bench it works on. */
export interface ToolContext {
  readonly selection: Selection;
  readonly project: Project | null;
  /** The picture in hand that is traced over. */
  readonly picture: TracedPicture | null;
  /** The recipe of any curve. */
  readonly recipeOf: (item: Id) => Recipe | null;
  /** Where the selected point of its own lies; null when none is selected. */
  readonly place: Vector3 | null;
  readonly tolerance: number;
  /** Across the plane that the selected curve lies in: gives its normals their side. */
  readonly normal: Vector3;
  /** Layer and plane of what is drawn next. */
  readonly layer: Id;
  readonly plane: Id;
  readonly newId: () => Id;
}

export type ToolState = BendState | BezierState | FreehandState | LayState | InsertState;

/** Where an input leads: the next state, and what it does to the drawing and the selection, if anything. */
export interface Transition {
  readonly state: ToolState;
  readonly order?: Order;
  readonly select?: Selection;
  /** The picture that is traced, laid anew. */
  readonly picture?: TracedPicture;
  /** Why nothing could be made of what was given. */
  readonly why?: string;
}

/** What the sheet shows of a tool at work. */
export interface Preview {
  /** A recipe that is not kept yet, in place of item `item`'s own. */
  readonly recipe: Recipe | null;
  readonly item: Id | null;
  /** A point item being moved. */
  readonly movedTo: Vector3 | null;
  /** The place where a click would put a point. */
  readonly ghost: Vector3 | null;
  /** What is being drawn, and what an order would change. */
  readonly shown: readonly Shown[];
  /** Places given so far to a drawing tool, numbered where their order counts. */
  readonly placed: readonly Vector3[];
  readonly numbered: boolean;
  /** Straight from place to place, as long as nothing can be drawn through them. */
  readonly path: readonly Vector3[];
  /** Handles of anchors: from an anchor to the end of its handle. */
  readonly stems: readonly (readonly [Vector3, Vector3])[];
  /** The outline in which points are being selected. */
  readonly area: readonly Vector3[];
}

export type Shown = Shape;

export const NO_PREVIEW: Preview = { recipe: null, item: null, movedTo: null, ghost: null, shown: [], placed: [], numbered: false, path: [], stems: [], area: [] }; // prettier-ignore

/** The prompt line: what the next click does, and the keys that do something now. */
export interface Prompt {
  readonly text: string;
  /** What is to be minded about what would come of it. */
  readonly note?: string;
  readonly keys: readonly { readonly key: string; readonly does: string }[];
}

export const near = (a: Vector3, b: Vector3, reach: number): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) <= reach;
