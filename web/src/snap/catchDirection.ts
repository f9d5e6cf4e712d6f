import {
  along,
  angleIn,
  closestPoint,
  derivatives,
  directionIn,
  distance,
  dot,
  length,
  type Plane,
  subtract,
  unit,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { SnapKind } from '../api/savedView';
import { itemsNear } from '../view/itemIndex';
import type { ShownItem } from '../view/shownItem';
import type { Caught } from './caught';

/** What is known where a direction is caught. */
export interface DirectionSnapping {
  readonly items: readonly ShownItem[];
  /** Items that move, and are not caught. */
  readonly moving?: ReadonlySet<Id>;
  readonly on: ReadonlySet<SnapKind>;
  readonly plane: Plane;
  /** How near in mm counts as caught. */
  readonly reach: number;
}

interface Candidate {
  readonly kind: SnapKind;
  readonly label: string;
  readonly item: Caught['item'];
  readonly direction: Vector3;
}

const STEP = 15;

/**
 * The direction that the end of a tangent is caught by, from the place it turns about: that of a curve which runs there,
 * of a straight line or guide, or a multiple of 15 degrees. Null where the end is near none of them.
 */
export function catchDirection(at: Vector3, about: Vector3, snapping: DirectionSnapping): Caught | null {
  const way = subtract(at, about);
  if (length(way) <= snapping.reach) return null;
  for (const candidates of [curvesThere, straightLines, angles]) {
    let best: Caught | null = null;
    let nearest = snapping.reach;
    for (const { kind, label, item, direction } of candidates(way, about, snapping)) {
      if (!snapping.on.has(kind)) continue;
      const foot = along(about, direction, dot(way, direction));
      const away = distance(foot, at);
      if (away > nearest) continue;
      nearest = away;
      best = { kind, label, at: foot, item, ahead: null, from: [about] };
    }
    if (best) return best;
  }
  return null;
}

/** Curves that pass the place: the tangent goes on where they do. */
function curvesThere(_way: Vector3, about: Vector3, { items, moving, plane, reach }: DirectionSnapping): Candidate[] {
  return itemsNear(items, plane, about, reach).flatMap(({ id, item, curve }): Candidate[] => {
    if (!curve || moving?.has(id)) return [];
    const near = closestPoint(curve, about);
    const d = derivatives(curve, near.u, 1);
    const velocity = vectorAt(d, 1);
    return near.distance <= reach && length(velocity) > 0
      ? [{ kind: 'tangent', label: `tangent to ${item.name}`, item: id, direction: unit(velocity) }]
      : [];
  });
}

/** Straight lines and guides, wherever they lie. */
function straightLines(_way: Vector3, _about: Vector3, { items, moving }: DirectionSnapping): Candidate[] {
  return items.flatMap(({ id, item, curve }): Candidate[] => {
    if (moving?.has(id)) return [];
    const isGuide = item.kind === 'guide' && item.guide.kind === 'line';
    const line = isGuide ? item.guide.direction : curve && chordOfLine(curve.points);
    return line && length(line) > 0
      ? [{ kind: 'curve', label: `along ${item.name}`, item: id, direction: unit(line) }]
      : [];
  });
}

/** Of a line by two control points (wx wy wz w each) the way from the first to the second. */
function chordOfLine(points: Float64Array): Vector3 | null {
  if (points.length !== 8) return null;
  const place = (i: number): Vector3 => [
    points[i] / points[i + 3],
    points[i + 1] / points[i + 3],
    points[i + 2] / points[i + 3],
  ];
  return subtract(place(4), place(0));
}

function angles(way: Vector3, _about: Vector3, { plane }: DirectionSnapping): Candidate[] {
  const degrees = (angleIn(plane, way) * 180) / Math.PI;
  const turn = Math.round(degrees / STEP) * STEP;
  const radians = (turn * Math.PI) / 180;
  const direction = directionIn(plane, radians);
  const label = turn % 180 === 0 ? 'level' : turn % 90 === 0 ? 'upright' : `${turn}°`;
  return [{ kind: 'level', label, item: null, direction }];
}
