import type { Affine, Curve, Vector3 } from '@pencil-bend/core';
import type { PlainItem } from '../project/plain';
import type { PointSet, Project } from '../project/project';
import type { Problem } from '../problem';

/** What an item is on the sheet: a curve of the drawing, a line to work to, or a place. */
export interface ItemShape {
  /** Null for what is no curve, and for a curve that cannot be made. */
  readonly curve: Curve | null;
  /** What is caught and cut by, but is no curve of the drawing; a line is long enough for any sheet. */
  readonly edge: Curve | null;
  readonly at: Vector3 | null;
  /** The centre that it is given by. */
  readonly centre: Vector3 | null;
  /** Points that lie beside the drawing. */
  readonly pointSet: PointSet | null;
}

export const NO_SHAPE: ItemShape = { curve: null, edge: null, at: null, centre: null, pointSet: null };

type Setting = Pick<Project, 'planes'>;

/** What is known of one kind of item, and how it is transformed. */
export interface ItemKind<Of extends PlainItem> {
  /** 'a curve' */
  readonly label: string;
  /** What it is told by in a list, in a word or two: 'gauge', '5 pts'. */
  readonly word: (item: Of) => string;
  /** What it is, on its card. */
  readonly description: (item: Of) => string;
  readonly shape: (item: Of, project: Setting) => ItemShape;
  /** Places that it reaches to: of a curve its control points. */
  readonly extent: (item: Of, project: Setting) => readonly Vector3[];
  /** The place that it is moved by as a whole; null for what has points of its own. */
  readonly anchor: (item: Of) => Vector3 | null;
  /** As a map takes it elsewhere. Throws a `CommandError` for what would be none of its kind any more. */
  readonly moved: (item: Of, map: Affine) => Of;
  /** What is wrong with it that no schema can say; paths begin within the item. */
  readonly problems: (item: Of) => readonly Problem[];
}
