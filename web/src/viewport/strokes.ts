import type { Curve } from '@pencil-bend/core';
import { GRAPHITE, type Id, type Selection } from '@pencil-bend/document';
import { setsAmong } from '../view/pointSets';
import type { ShownItem } from '../view/shownItem';
import type { Stroke } from './curveLines';
import type { PointsShown } from './pointDrawing';

const VERMILION = '#c8431f';
const WIDE = 2.6;

const plainStroke = ({ item, curve, faint }: ShownItem, wide: boolean): Stroke[] =>
  curve ? [{ curve, colour: faint ? lighter(item.colour) : item.colour, width: wide ? WIDE : faint ? 1.1 : 1.8 }] : [];

/** Curves that neither are selected nor in hand. */
export function restingStrokes(shown: readonly ShownItem[], { items }: Selection): Stroke[] {
  const selected = new Set(items);
  return shown.flatMap((each) => (selected.has(each.id) ? [] : plainStroke(each, false)));
}

/** The resting curve under the pointer, which stands out over the same one at rest. */
export function hoveredStroke(shown: readonly ShownItem[], { items }: Selection, hovered: Id | null): Stroke[] {
  if (hovered === null || items.includes(hovered)) return [];
  const each = shown.find(({ id }) => id === hovered);
  return each ? plainStroke(each, true) : [];
}

/**
 * The curves that are selected or in hand, over those that only follow them: in vermilion, unless a new one was given
 * a colour of its own.
 */
export function liveStrokes(shown: readonly ShownItem[], { items }: Selection, isMaking: boolean): Stroke[] {
  const selected = new Set(items);
  const isMain = ({ id, made }: ShownItem) => selected.has(id) || made;
  return [
    ...shown.filter((each) => !isMain(each)).flatMap((each) => plainStroke(each, isMaking)),
    ...shown.filter(isMain).flatMap(({ curve, made, item }): Stroke[] => {
      const own = made && item.colour !== GRAPHITE;
      return curve ? [{ curve, colour: own ? item.colour : VERMILION, width: WIDE }] : [];
    }),
  ];
}

/** Measured sets, as large as they are to be seen: in vermilion where they are selected. */
export function pointsShown(shown: readonly ShownItem[], { items }: Selection, hovered: Id | null): PointsShown[] {
  return setsAmong(shown).flatMap(({ id, item, faint, made, pointSet, points }) => {
    if (!pointSet || !points) return [];
    const isMain = items.includes(id) || made;
    const colour = isMain ? VERMILION : faint ? lighter(item.colour) : item.colour;
    return [{ id, pointSet, points, colour, size: isMain || id === hovered ? 3.5 : 2.5 }];
  });
}

/** Points that are looked at before they are taken in: as what is new. */
export const pointsComing = (coming: Pick<PointsShown, 'pointSet' | 'points'> | null): PointsShown[] =>
  coming ? [{ ...coming, id: 'coming', colour: VERMILION, size: 3.5 }] : [];

/** Curves that are looked at before they are taken in, the same. */
export const curvesComing = (curves: readonly Curve[]): Stroke[] =>
  curves.map((curve) => ({ curve, colour: VERMILION, width: 1.8 }));

/** Whether sets look the same, so that they need not be drawn again. */
export const samePoints = (a: readonly PointsShown[], b: readonly PointsShown[]): boolean =>
  a.length === b.length &&
  a.every(({ id, pointSet, points, colour, size }, i) => {
    const other = b[i];
    const isSame = other.id === id && other.pointSet === pointSet && other.points === points;
    return isSame && other.colour === colour && other.size === size;
  });

/** A colour on its way to that of the sheet. */
function lighter(colour: string): string {
  const channel = (i: number) => Number.parseInt(colour.slice(i, i + 2), 16);
  const mixed = [1, 3, 5].map((i, c) => Math.round(0.45 * channel(i) + 0.55 * SHEET[c]));
  return `#${mixed.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
}
const SHEET = [0xfa, 0xf6, 0xee] as const;
