import { closestOnSegment, dot, lerp, type Plane, subtract, type Vector3, vectorIn } from '@pencil-bend/core';
import { isClosed, type Handle, type Selection } from '@pencil-bend/document';
import type { Hit } from '../tools/contract';
import { itemsNear } from '../view/itemIndex';
import { awayFromRay, closestUnder, footOn, imageOn, type Ray } from '../view/sight';
import type { Viewport } from '../view/viewport';
import { pointNear, setsAmong } from '../view/pointSets';
import type { JointReading } from '../view/jointReading';
import { type ShownItem, flattened } from '../view/shownItem';
import { type ChosenMark, inKeyOrder, type Handles, type HandleMark } from './handleMarks';

/** Which kind of handle is taken first where several lie equally near to the pointer. */
const FIRST: readonly Handle['kind'][] = [
  'joint',
  'fit',
  'given',
  'control',
  'freedom',
  'tangent',
  'on-tangent',
  'weight',
  'on',
  'knot',
  'seam',
  'leg',
];

/** A kind that comes later must be nearer by this share of the reach for each place. */
const PREFERRED = 0.15;

/** How near to a tick's arm or a leg a click may be, as a share of the reach. */
const NARROW = 0.6;

/** What of the sheet can be taken. */
export interface Pickable {
  readonly items: readonly ShownItem[];
  readonly selection: Selection;
  /** Of the selected curve. */
  readonly handles: Handles | null;
  /** Selected points of several curves. */
  readonly chosen: readonly ChosenMark[];
  readonly joints: readonly JointReading[];
}

/**
 * All that lies within `reach` mm of a line of sight, the likeliest first: handles of the selected curve, the selected
 * points of several, joints of others, points of their own, the selected curve itself, the nearest other curve, guides, then measured sets.
 */
export function pick(
  ray: Ray,
  { items, selection, handles, chosen, joints }: Pickable,
  reach: number,
  viewport: Viewport,
): readonly Hit[] {
  const { plane } = viewport;
  const at = footOn(plane, ray.from);
  const selected = items.find(({ id }) => id === selection.items[0]);
  const away = selected ? distanceTo(selected, at, viewport) : Infinity;
  const leg = handles && nearestLeg(handles, at, plane, reach * NARROW);
  const onSelected = selected && away <= reach ? onCurve(selected, at, plane) : [];
  const near = itemsNear(items, plane, at, reach);
  const other = onSelected.length > 0 ? [] : nearestCurve(near, at, reach, viewport);
  const legHit: Hit[] =
    selected && leg ? [{ kind: 'handle', item: selected.id, located: { handle: leg.handle, at: leg.at } }] : [];
  return [
    ...(selected && handles ? handlesNear(selected, handles, ray, reach, viewport) : []),
    ...chosenNear(chosen, ray, reach),
    ...jointsNear(joints, selected, ray, reach),
    ...pointItems(near, selected, ray, reach),
    ...(leg && leg.away < away ? [...legHit, ...onSelected] : [...onSelected, ...legHit]),
    ...other,
    ...guidesNear(near, selected, at, plane, ray, reach),
    ...setsNear(items, selected, at, plane, reach),
  ];
}

function handlesNear({ id, item }: ShownItem, handles: Handles, ray: Ray, reach: number, viewport: Viewport): Hit[] {
  const closed = item.kind === 'curve' && isClosed(item.recipe);
  return inKeyOrder(handles, closed)
    .map((mark) => ({ mark, away: awayFrom(mark, ray, reach, viewport) }))
    .filter(({ away }) => away <= reach)
    .map(({ mark, away }) => ({ mark, score: away / reach + PREFERRED * FIRST.indexOf(mark.handle.kind) }))
    .sort((a, b) => a.score - b.score)
    .map(({ mark: { handle, at, stem } }) => ({
      kind: 'handle',
      item: id,
      located: { handle, at, ...(stem && { stem }) },
    }));
}

const chosenNear = (chosen: readonly ChosenMark[], ray: Ray, reach: number): Hit[] =>
  chosen
    .map((mark) => ({ mark, away: awayFromRay(ray, mark.at) }))
    .filter(({ away }) => away <= reach)
    .sort((a, b) => a.away - b.away)
    .map(({ mark: { item, handle, at } }) => ({ kind: 'handle', item, located: { handle, at } }));

/** Joints of other curves; those of the selected one are among its handles. */
const jointsNear = (joints: readonly JointReading[], selected: ShownItem | undefined, ray: Ray, reach: number): Hit[] =>
  joints
    .filter(({ joint, item, at }) => joint !== null && item !== selected?.id && awayFromRay(ray, at) <= reach)
    .map(({ item, end, at }) => ({ kind: 'handle', item, located: { handle: { kind: 'joint', end }, at } }));

/** Distance in mm; a knot is taken by the arms of its tick, and counts as farther from its middle. */
function awayFrom(mark: HandleMark, ray: Ray, reach: number, { plane, scale: mm }: Viewport): number {
  if (mark.handle.kind !== 'knot') return awayFromRay(ray, mark.at);
  const turn = (mark.turn * Math.PI) / 180;
  // Pixels go down, the plane's y goes up.
  const across = vectorIn(plane, Math.sin(turn), Math.cos(turn));
  const along = vectorIn(plane, Math.cos(turn), -Math.sin(turn));
  const from = subtract(ray.from, mark.at);
  const out = Math.abs(dot(from, across));
  const side = Math.abs(dot(from, along));
  const inside = out <= mark.size * mm + reach * NARROW && side <= reach * NARROW;
  return inside ? side : Infinity;
}

/** Guides under the pointer: taken only where no curve is. */
function guidesNear(
  near: readonly ShownItem[],
  selected: ShownItem | undefined,
  point: Vector3,
  plane: Plane,
  ray: Ray,
  reach: number,
): Hit[] {
  return near.flatMap((each): Hit[] => {
    const { id, edge } = each;
    if (!edge || !isFree(each, selected)) return [];
    const { at } = closestUnder(plane, edge, point);
    return awayFromRay(ray, at) <= reach ? [{ kind: 'guide', item: id, at }] : [];
  });
}

/** Measured sets under the pointer: points lie everywhere, so they are taken only where nothing else is. */
const setsNear = (
  items: readonly ShownItem[],
  selected: ShownItem | undefined,
  point: Vector3,
  plane: Plane,
  reach: number,
): Hit[] =>
  setsAmong(items).flatMap((each): Hit[] => {
    if (!isFree(each, selected)) return [];
    const at = pointNear(each, plane, point, reach);
    return at ? [{ kind: 'pointSet', item: each.id, at }] : [];
  });

/** What is locked or a reference is taken only where it is selected. */
const isFree = (item: ShownItem, selected: ShownItem | undefined): boolean => !item.fixed || item === selected;

function nearestLeg({ legs }: Handles, point: Vector3, plane: Plane, reach: number) {
  let best: { handle: Handle; at: Vector3; away: number } | null = null;
  for (const { index, from, to } of legs) {
    const { share, distance: away } = closestOnSegment(point, footOn(plane, from), footOn(plane, to));
    if (away > (best?.away ?? reach)) continue;
    best = { handle: { kind: 'leg', index }, at: lerp(from, to, share), away };
  }
  return best;
}

function pointItems(near: readonly ShownItem[], selected: ShownItem | undefined, ray: Ray, reach: number): Hit[] {
  return near.flatMap((each): Hit[] => {
    const { id, at } = each;
    return at && isFree(each, selected) && awayFromRay(ray, at) <= reach ? [{ kind: 'point', item: id, at }] : [];
  });
}

function nearestCurve(near: readonly ShownItem[], point: Vector3, reach: number, viewport: Viewport): Hit[] {
  let best: ShownItem | null = null;
  let nearest = reach;
  for (const each of near) {
    if (each.fixed) continue;
    const away = distanceTo(each, point, viewport);
    if (away > nearest) continue;
    nearest = away;
    best = each;
  }
  return best ? onCurve(best, point, viewport.plane) : [];
}

function onCurve({ id, curve }: ShownItem, point: Vector3, plane: Plane): Hit[] {
  return curve ? [{ kind: 'curve', item: id, ...closestUnder(plane, curve, point) }] : [];
}

/** Distance in mm of a point of the plane from the polyline of a curve as it is seen, which is as exact as the picture. */
function distanceTo({ curve }: ShownItem, [x, y, z]: Vector3, { plane, scale: mm }: Viewport): number {
  if (!curve) return Infinity;
  const { points } = flattened(imageOn(plane, curve), mm);
  let nearest = Infinity;
  for (let i = 0; i + 3 < points.length; i += 3) {
    const dx = points[i + 3] - points[i];
    const dy = points[i + 4] - points[i + 1];
    const dz = points[i + 5] - points[i + 2];
    const [px, py, pz] = [x - points[i], y - points[i + 1], z - points[i + 2]];
    const size = dx * dx + dy * dy + dz * dz;
    const along = size > 0 ? (px * dx + py * dy + pz * dz) / size : 0;
    const t = Math.min(1, Math.max(0, along));
    const [ex, ey, ez] = [px - t * dx, py - t * dy, pz - t * dz];
    nearest = Math.min(nearest, ex * ex + ey * ey + ez * ez);
  }
  return Math.sqrt(nearest);
}
