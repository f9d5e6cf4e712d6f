import { type Curve, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import { type Id, isClosed, type Handle, keyOf, pointsOf, type Selection } from '@pencil-bend/document';
import type { Hit, LocatedHandle } from '../tools/contract';
import type { ShownItem } from '../view/shownItem';
import { inKeyOrder, type Handles } from './handleMarks';

/** The way that an arrow key goes. */
export const ARROWS: Readonly<Record<string, readonly [right: number, up: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Where the keyboard is on the sheet: at an item, or at one of its handles. */
export interface WalkStop {
  readonly item: Id;
  /** The handle's key; null at an item. */
  readonly key: string | null;
  readonly located: LocatedHandle | null;
  readonly at: Vector3;
  /** What a screen reader says of it. */
  readonly label: string;
}

/**
 * The places that arrow keys go through: the handles of the selected curve, kind by kind and each in its order; with
 * nothing selected, the items.
 */
export function stopsOf(
  items: readonly ShownItem[],
  selection: Selection,
  handles: Handles | null,
): readonly WalkStop[] {
  const selected = items.find(({ id }) => id === selection.items[0]);
  if (selected?.item.kind === 'curve' && handles) {
    const { id, item } = selected;
    const points = pointsOf(selected.item.recipe);
    const among = ({ kind }: LocatedHandle['handle']) =>
      points && (kind === 'fit' || kind === 'control') ? ` of ${points[kind].length}` : '';
    return inKeyOrder(handles, isClosed(selected.item.recipe)).map(({ key, handle, at, stem, label }) => ({
      item: id,
      key,
      located: { handle, at, ...(stem && { stem }) },
      at,
      label: `${label}${among(handle)} of ${item.name}, ${placeInWords(at)}`,
    }));
  }
  return items.flatMap(({ id, item, curve, at }): WalkStop[] => {
    const place = at ?? (curve && startOf(curve));
    if (!place) return [];
    return [{ item: id, key: null, located: null, at: place, label: `${nameOf(item)}, ${placeInWords(place)}` }];
  });
}

/** One handle of the selected curve as a stop, without words; null where it is not shown. */
export function stopAt(item: Id | null, handle: Handle, handles: Handles | null): WalkStop | null {
  const mark = handles && inKeyOrder(handles, true).find(({ key }) => key === keyOf(handle));
  if (!mark || !item) return null;
  const { at, stem, key } = mark;
  return { item, key, at, label: '', located: { handle, at, ...(stem && { stem }) } };
}

function nameOf(item: ShownItem['item']): string {
  if (item.kind !== 'curve') return item.name;
  const points = pointsOf(item.recipe);
  const count = points?.fit.length || points?.control.length || 0;
  return `${item.name}, ${count} points`;
}

/** The stop after this one, or before it; the first one from nowhere, and round from the last. */
export function stepped(
  stops: readonly WalkStop[],
  from: Pick<WalkStop, 'item' | 'key'> | null,
  by: 1 | -1,
): WalkStop | null {
  if (stops.length === 0) return null;
  const index = from ? stops.findIndex(({ item, key }) => item === from.item && key === from.key) : -1;
  if (index < 0) return by > 0 ? stops[0] : stops[stops.length - 1];
  return stops[(index + by + stops.length) % stops.length];
}

export const placeInWords = (at: Vector3): string =>
  ['x', 'y', 'z'].flatMap((axis, c) => (axis === 'z' && at[c] === 0 ? [] : `${axis} ${at[c].toFixed(2)}`)).join(', ');

const startOf = (curve: Curve): Vector3 => evaluate(curve, domainOf(curve)[0]);

/** A stop as if it lay under the pointer. */
export const hitOf = ({ item, located, at }: WalkStop): Hit =>
  located ? { kind: 'handle', item, located } : { kind: 'point', item, at };
