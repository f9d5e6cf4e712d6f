import type { SnapKind } from '../api/savedView';
import type { Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';

/** A place that was caught, and by what. */
export interface Caught {
  readonly kind: SnapKind;
  /** As it is said beside the pointer: 'end of Lid'. */
  readonly label: string;
  readonly at: Vector3;
  /** The curve or point that it lies on. */
  readonly item: Id | null;
  /** At an end: the direction in which its curve would go on. */
  readonly ahead: Vector3 | null;
  /** Places that it is level with, for a thin line from there. */
  readonly from: readonly Vector3[];
}
