import { closestPoint, distance, type Vector3 } from '@pencil-bend/core';
import type { Hit, Selection } from '../tools/tool';
import { type Drawn, flattened } from './drawn';

/**
 * What lies within `reach` mm of a place: first the points of the selected curve, then point items, then the selected
 * curve itself, then the nearest other curve.
 */
export function pick(
  at: Vector3,
  drawn: readonly Drawn[],
  selection: Selection,
  reach: number,
  mmPerPixel: number,
): Hit | null {
  const selected = drawn.find(({ id }) => id === selection.item);
  return (
    (selected && pointOf(selected, at, reach)) ??
    pointItem(drawn, at, reach) ??
    (selected && distanceTo(selected, at, mmPerPixel) <= reach ? onCurve(selected, at) : null) ??
    nearestCurve(drawn, at, reach, mmPerPixel)
  );
}

function pointOf({ id, item }: Drawn, at: Vector3, reach: number): Hit | null {
  if (item.kind !== 'curve') return null;
  let best: Hit | null = null;
  let nearest = reach;
  for (const point of item.recipe.points) {
    const away = distance(point.at, at);
    if (away > nearest) continue;
    nearest = away;
    best = { kind: 'point', item: id, point: point.id, at: point.at };
  }
  return best;
}

function pointItem(drawn: readonly Drawn[], at: Vector3, reach: number): Hit | null {
  const found = drawn.find((each) => each.at && distance(each.at, at) <= reach);
  return found?.at ? { kind: 'point', item: found.id, point: null, at: found.at } : null;
}

function nearestCurve(drawn: readonly Drawn[], at: Vector3, reach: number, mmPerPixel: number): Hit | null {
  let best: Drawn | null = null;
  let nearest = reach;
  for (const each of drawn) {
    const away = distanceTo(each, at, mmPerPixel);
    if (away > nearest) continue;
    nearest = away;
    best = each;
  }
  return best && onCurve(best, at);
}

function onCurve({ id, item, curve, fitParameters }: Drawn, at: Vector3): Hit | null {
  if (!curve || item.kind !== 'curve') return null;
  const { u, point } = closestPoint(curve, at);
  const before = fitParameters.findLastIndex((parameter) => parameter <= u);
  const insert = item.recipe.kind === 'fit' ? Math.min(before + 1, fitParameters.length - 1) : null;
  return { kind: 'curve', item: id, at: point, insert };
}

/** Distance in mm in the plane of the drawing's polyline, which is as exact as the picture. */
function distanceTo({ curve }: Drawn, [x, y]: Vector3, mmPerPixel: number): number {
  if (!curve) return Infinity;
  const { points } = flattened(curve, mmPerPixel);
  let nearest = Infinity;
  for (let i = 0; i + 3 < points.length; i += 3) {
    const dx = points[i + 3] - points[i];
    const dy = points[i + 4] - points[i + 1];
    const size = dx * dx + dy * dy;
    const along = size > 0 ? ((x - points[i]) * dx + (y - points[i + 1]) * dy) / size : 0;
    const t = Math.min(1, Math.max(0, along));
    nearest = Math.min(nearest, Math.hypot(x - points[i] - t * dx, y - points[i + 1] - t * dy));
  }
  return nearest;
}
