import type { Curve } from '@pencil-bend/core';
import { type Id, NOTHING, type Selection } from '@pencil-bend/document';
import type { Drawn } from '../view/shownItem';
import type { Stroke } from './scene';

const VERMILION = '#c8431f';

/** Curves that neither are selected nor in hand; the one under the pointer stands out. */
export const restingStrokes = (drawn: readonly Drawn[], { items: selected }: Selection, hovered: Id | null): Stroke[] =>
  drawn.flatMap(
    ({ id, item, curve, faint }): Stroke[] =>
    curve && !selected.includes(id) ? [{ curve, colour: faint ? lighter(item.colour) : item.colour, width: id === hovered ? 2.6 : faint ? 1.1 : 1.8 }] : [], // prettier-ignore
  );

/** The curves in hand, and under them the mirrors that follow them. */
export const liveStrokes = (
  selected: readonly Curve[],
  following: readonly Drawn[],
  drawings: readonly { readonly curve: Curve; readonly colour?: string }[],
): Stroke[] => [
  ...restingStrokes(following, NOTHING, null),
  ...selected.map((curve) => ({ curve, colour: VERMILION, width: 2.6 })),
  ...drawings.map(({ curve, colour = VERMILION }) => ({ curve, colour, width: 2.6 })),
];

/** A colour on its way to that of the sheet. */
function lighter(colour: string): string {
  const channel = (i: number) => Number.parseInt(colour.slice(i, i + 2), 16);
  const mixed = [1, 3, 5].map((i, c) => Math.round(0.45 * channel(i) + 0.55 * SHEET[c]));
  return `#${mixed.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
}
const SHEET = [0xfa, 0xf6, 0xee] as const;
