import type { DragConstraint, Hit, SlideInput, Taking } from '../contract';
import type { Area } from './area';
import type { Drag } from './drag';
import type { Framing } from './frame';

/** Selecting curves and dragging their handles. */
export interface SelectState {
  readonly tool: 'select';
  /** All that lies under the pointer, the likeliest first. */
  readonly under: readonly Hit[];
  /** How many of them were stepped past. */
  readonly stack: number;
  readonly drag: Drag | null;
  readonly area: Area | null;
  readonly slide: SlideInput | null;
  readonly along: DragConstraint;
  /** The reach of a soft drag in mm; null is not soft. */
  readonly soft: number | null;
  readonly taking: Taking | null;
  /** The frame of several items that is being dragged. */
  readonly framing: Framing | null;
}

export const idle: SelectState = {
  tool: 'select',
  under: [],
  stack: 0,
  drag: null,
  area: null,
  slide: null,
  along: 'free',
  soft: null,
  taking: null,
  framing: null,
};

/** Of what is stacked under the pointer the one that was stepped to. */
export const hoverOf = ({ stack, under }: SelectState): Hit | null =>
  under.length > 0 ? under[stack % under.length] : null;
