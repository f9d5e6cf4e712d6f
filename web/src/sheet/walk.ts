import { type Curve, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { Selection } from '../tools/tool';
import type { Drawn } from './drawn';

/** Where the keyboard is on the sheet: at an item, or at one of its points. */
export interface Spot {
  readonly item: Id;
  readonly point: Id | null;
  readonly at: Vector3;
  /** What a screen reader says of it. */
  readonly words: string;
}

/**
 * The places that arrow keys go through: the points of the selected curve, in its order; with nothing selected, the
 * items.
 */
export function spotsOf(drawn: readonly Drawn[], selection: Selection): readonly Spot[] {
  const selected = drawn.find(({ id }) => id === selection.item);
  if (selected?.item.kind === 'curve') {
    const { id, item } = selected;
    const { points, kind } = selected.item.recipe;
    const word = kind === 'fit' ? 'Point' : 'Control point';
    return points.map((point, i) => ({
      item: id,
      point: point.id,
      at: point.at,
      words: `${word} ${i + 1} of ${points.length} of ${item.name}, ${placeInWords(point.at)}`,
    }));
  }
  return drawn.flatMap(({ id, item, curve, at }): Spot[] => {
    const place = at ?? (curve && startOf(curve));
    if (!place) return [];
    const words = item.kind === 'curve' ? `${item.name}, ${item.recipe.points.length} points` : item.name;
    return [{ item: id, point: null, at: place, words: `${words}, ${placeInWords(place)}` }];
  });
}

/** The spot after this one, or before it; the first one from nowhere, and round from the last. */
export function stepped(spots: readonly Spot[], from: Pick<Spot, 'item' | 'point'> | null, by: 1 | -1): Spot | null {
  if (spots.length === 0) return null;
  const index = from ? spots.findIndex(({ item, point }) => item === from.item && point === from.point) : -1;
  if (index < 0) return by > 0 ? spots[0] : spots[spots.length - 1];
  return spots[(index + by + spots.length) % spots.length];
}

export const placeInWords = (at: Vector3): string =>
  ['x', 'y', 'z'].flatMap((axis, c) => (axis === 'z' && at[c] === 0 ? [] : `${axis} ${at[c].toFixed(2)}`)).join(', ');

const startOf = (curve: Curve): Vector3 => evaluate(curve, domainOf(curve)[0]);
