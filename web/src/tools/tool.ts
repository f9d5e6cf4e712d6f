import type { Vector3 } from '@pencil-bend/core';
import type { FitRecipe, Id, Order, Recipe } from '@pencil-bend/document';
import type { BendState } from './bend/bend';
import type { DrawState } from './draw/draw';
import type { InsertState } from './insert/insert';

/** What lies under the pointer. */
export type Hit =
  /** A point that can be dragged: of a curve, or (`point` null) a point of its own. */
  | { readonly kind: 'point'; readonly item: Id; readonly point: Id | null; readonly at: Vector3 }
  /** A place on a curve; `insert` says which fit point a new one there would become, if it can have one. */
  | { readonly kind: 'curve'; readonly item: Id; readonly at: Vector3; readonly insert: number | null };

export interface PointerInput {
  readonly type: 'move' | 'press' | 'release' | 'double';
  /** On the sheet, in mm. */
  readonly at: Vector3;
  readonly hit: Hit | null;
  /** How near, in mm at the present zoom, counts as the same place. */
  readonly reach: number;
}

export interface KeyInput {
  readonly type: 'key';
  readonly key: 'Enter' | 'Escape' | 'Backspace' | 'Delete';
}

/** A step of the point in hand by keys, in mm; it is left where it is when the keys are let go ('settle'). */
export type NudgeInput = { readonly type: 'nudge'; readonly by: Vector3 } | { readonly type: 'settle' };

export type ToolInput = PointerInput | KeyInput | NudgeInput;

/** What is selected: an item, and one of its points. */
export interface Selection {
  readonly item: Id | null;
  readonly point: Id | null;
}

export const NOTHING: Selection = { item: null, point: null };

/** What a tool may know of the bench it works on. */
export interface ToolContext {
  readonly selection: Selection;
  /** Whether the selected point is a fit point, which can be taken out. */
  readonly removable: boolean;
  /** Where the selected point lies; null when none is selected. */
  readonly place: Vector3 | null;
  /** Layer and plane of what is drawn next. */
  readonly layer: Id;
  readonly plane: Id;
  readonly newId: () => Id;
}

export type ToolState = BendState | DrawState | InsertState;

/** Where an input leads: the next state, and what it does to the drawing and the selection, if anything. */
export interface Transition {
  readonly state: ToolState;
  readonly order?: Order;
  readonly select?: Selection;
}

/** What the sheet shows of a tool at work. */
export interface Preview {
  /** A recipe that is not kept yet: of the curve being drawn, or in place of item `item`'s own. */
  readonly recipe: Recipe | null;
  readonly item: Id | null;
  /** A point item being moved. */
  readonly movedTo: Vector3 | null;
  /** The place where a click would put a point. */
  readonly ghost: Vector3 | null;
  /** Points placed so far by a drawing tool. */
  readonly placed: readonly Vector3[];
}

export const NO_PREVIEW: Preview = { recipe: null, item: null, movedTo: null, ghost: null, placed: [] };

/** The prompt line: what the next click does, and the keys that do something now. */
export interface Prompt {
  readonly text: string;
  readonly keys: readonly { readonly key: string; readonly does: string }[];
}

export const near = (a: Vector3, b: Vector3, reach: number): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) <= reach;

/** A recipe with one point elsewhere. */
export function withPointAt<Any extends Recipe>(recipe: Any, point: Id, at: Vector3): Any {
  const points = (recipe as FitRecipe).points.map((each) => (each.id === point ? { ...each, at } : each));
  return { ...recipe, points };
}
