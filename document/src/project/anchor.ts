import type { Vector3 } from '@pencil-bend/core';
import type { Item } from './project';

/** The place that an item is moved by as a whole; null for a curve, which has its points. */
export function anchorOf(item: Item): Vector3 | null {
  if (item.kind === 'curve') return null;
  if (item.kind === 'point') return item.at;
  return item.guide.kind === 'line' ? item.guide.at : item.guide.centre;
}
