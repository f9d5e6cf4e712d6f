import { closestOnSegment, closestPoint, distance, dot, subtract, type Vector3 } from '@pencil-bend/core';
import { isClosed, type Handle, type Selection } from '@pencil-bend/document';
import type { Hit } from '../tools/contract';
import type { Viewport } from '../view/viewport';
import { type ShownItem, flattened } from '../view/shownItem';
import { inKeyOrder, type Handles, type HandleMark } from './handleMarks';

/** Which kind of handle is taken first where several lie equally near to the pointer. */
const FIRST: readonly Handle['kind'][] = ['fit', 'control', 'tangent', 'weight', 'on', 'knot', 'seam', 'leg'];

/** A kind that comes later must be nearer by this share of the reach for each place. */
const PREFERRED = 0.15;

/** How near to a tick's arm or a leg a click may be, as a share of the reach. */
const NARROW = 0.6;

/**
 * All that lies within `reach` mm of a place, the likeliest first: handles of the selected curve, points of their own,
 * the selected curve itself, then the nearest other curve.
 */
export function pick(
  at: Vector3,
  items: readonly ShownItem[],
  selection: Selection,
  handles: Handles | null,
  reach: number,
  viewport: Viewport,
): readonly Hit[] {
  const free = items.filter(({ fixed, id }) => !fixed || id === selection.items[0]);
  const selected = free.find(({ id }) => id === selection.items[0]);
  const away = selected ? distanceTo(selected, at, viewport.scale) : Infinity;
  const leg = handles && nearestLeg(handles, at, reach * NARROW);
  const onSelected = selected && away <= reach ? onCurve(selected, at) : [];
  const other = onSelected.length > 0 ? [] : nearestCurve(free, at, reach, viewport.scale);
  const legHit: Hit[] =
    selected && leg ? [{ kind: 'handle', item: selected.id, located: { handle: leg.handle, at: leg.at } }] : [];
  return [
    ...(selected && handles ? handlesNear(selected, handles, at, reach, viewport) : []),
    ...pointItems(free, at, reach),
    ...(leg && leg.away < away ? [...legHit, ...onSelected] : [...onSelected, ...legHit]),
    ...other,
    ...guidesNear(free, at, reach),
  ];
}

function handlesNear({ id, item }: ShownItem, handles: Handles, at: Vector3, reach: number, viewport: Viewport): Hit[] {
  const closed = item.kind === 'curve' && isClosed(item.recipe);
  return inKeyOrder(handles, closed)
    .map((mark) => ({ mark, away: awayFrom(mark, at, reach, viewport) }))
    .filter(({ away }) => away <= reach)
    .map(({ mark, away }) => ({ mark, score: away / reach + PREFERRED * FIRST.indexOf(mark.handle.kind) }))
    .sort((a, b) => a.score - b.score)
    .map(({ mark: { handle, at: place, stem } }) => ({
      kind: 'handle',
      item: id,
      located: { handle, at: place, ...(stem && { stem }) },
    }));
}

/** Distance in mm; a knot is taken by the arms of its tick, and counts as farther from its middle. */
function awayFrom(mark: HandleMark, at: Vector3, reach: number, viewport: Viewport): number {
  if (mark.handle.kind !== 'knot') return distance(mark.at, at);
  const turn = (mark.turn * Math.PI) / 180;
  // Pixels go down, the plane's y goes up.
  const across: Vector3 = [Math.sin(turn), Math.cos(turn), 0];
  const from = subtract(at, mark.at);
  const out = Math.abs(dot(from, across));
  const side = Math.abs(dot(from, [across[1], -across[0], 0]));
  const inside = out <= mark.size * viewport.scale + reach * NARROW && side <= reach * NARROW;
  return inside ? side : Infinity;
}

/** Guides under the pointer: taken only where no curve is. */
function guidesNear(items: readonly ShownItem[], at: Vector3, reach: number): Hit[] {
  return items.flatMap(({ id, edge }): Hit[] => {
    const near = edge && closestPoint(edge, at);
    return near && near.distance <= reach ? [{ kind: 'guide', item: id, at: near.point }] : [];
  });
}

function nearestLeg({ legs }: Handles, at: Vector3, reach: number) {
  let best: { handle: Handle; at: Vector3; away: number } | null = null;
  for (const { index, from, to } of legs) {
    const { point: place, distance: away } = closestOnSegment(at, from, to);
    if (away <= (best?.away ?? reach)) best = { handle: { kind: 'leg', index }, at: place, away };
  }
  return best;
}

const pointItems = (items: readonly ShownItem[], at: Vector3, reach: number): Hit[] =>
  items.flatMap((each) =>
    each.at && distance(each.at, at) <= reach ? [{ kind: 'point' as const, item: each.id, at: each.at }] : [],
  );

function nearestCurve(items: readonly ShownItem[], at: Vector3, reach: number, mmPerPixel: number): Hit[] {
  let best: ShownItem | null = null;
  let nearest = reach;
  for (const each of items) {
    const away = distanceTo(each, at, mmPerPixel);
    if (away > nearest) continue;
    nearest = away;
    best = each;
  }
  return best ? onCurve(best, at) : [];
}

function onCurve({ id, curve }: ShownItem, at: Vector3): Hit[] {
  if (!curve) return [];
  const { u, point } = closestPoint(curve, at);
  return [{ kind: 'curve', item: id, at: point, u }];
}

/** Distance in mm in the plane of the drawing's polyline, which is as exact as the picture. */
function distanceTo({ curve }: ShownItem, [x, y]: Vector3, mmPerPixel: number): number {
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
