import type { Curve } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { Drawn } from './drawn';
import type { Stroke } from './scene';

const VERMILION = '#c8431f';

/** Curves that neither are selected nor in hand; the one under the pointer stands out. */
export const restingStrokes = (drawn: readonly Drawn[], selected: Id | null, hovered: Id | null): Stroke[] =>
  drawn.flatMap(({ id, item, curve }): Stroke[] =>
    curve && id !== selected ? [{ curve, colour: item.colour, width: id === hovered ? 2.6 : 1.8 }] : [],
  );

/** The curves in hand. */
export const liveStrokes = (selected: Curve | null, drawing: Curve | null): Stroke[] =>
  [selected, drawing].flatMap((curve) => (curve ? [{ curve, colour: VERMILION, width: 2.6 }] : []));
