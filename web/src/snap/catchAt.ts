import {
  along,
  closestPoint,
  controlBox,
  crossings,
  type Curve,
  dot,
  distance,
  fromPlane,
  inPlane,
  normalOf,
  type Plane,
  runsAcross,
  squareFrom,
  type Stretch,
  stretchAround,
  subCurve,
  subtract,
  touchedFrom,
  type Vector3,
  vectorIn,
  withCoordinate,
} from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { edgeShown, type ShownItem } from '../view/shownItem';
import type { SnapKind } from '../api/savedView';
import type { Caught } from './caught';
import { SNAPS } from './snapKinds';
import { centroidOf, snapPointsOf, middlesOf } from './snapPoints';

import { itemsNear } from '../view/itemIndex';
import { pointNear, setsAmong } from '../view/pointSets';
import { gridPointNear } from '../view/grid';

/** What snaps know of the sheet and of the drawing at hand. */
export interface Snapping {
  readonly items: readonly ShownItem[];
  /** Items that move, and are not caught. */
  readonly moving?: ReadonlySet<Id>;
  readonly on: ReadonlySet<SnapKind>;
  readonly plane: Plane;
  /** Distance of the grid in mm. */
  readonly grid: number;
  /** How near in mm counts as caught. */
  readonly reach: number;
  /** The place that was placed last: tangents and perpendiculars go out from it. */
  readonly last: Vector3 | null;
  /** Places to be level with, and what they are called. */
  readonly levels: readonly { readonly at: Vector3; readonly label: string }[];
}

const RANK = new Map<SnapKind, number>(SNAPS.map(({ kind }, i) => [kind, i]));
/** Places this near to each other, as a share of the reach, are one: then the first kind counts. */
const ONE_PLACE = 0.2;
/** How many of the curves under the pointer are looked at, and how many of those for crossings. */
const MOST_CURVES = 4;
const MOST_CROSSING = 3;
/** Level is caught more narrowly: the pointer is often level with something by chance. */
const LEVEL = 0.6;

/**
 * The place that is caught near the pointer, by what lies there: single places before measured points, those before curves, curves before what is
 * level, that before the grid; of several the nearest, in one place the first of the kinds. Null where nothing is.
 */
export function catchAt(at: Vector3, snapping: Snapping): Caught | null {
  const { items, plane, reach, moving } = snapping;
  const around = itemsNear(items, plane, at, reach).filter(({ id }) => !moving?.has(id));
  const near = curvesNear(at, around, snapping);
  const places = [...marked(at, around, snapping), ...alongCurves(near, snapping), ...centroids(around, snapping)];
  return (
    nearestPlace(at, places, snapping) ??
    nearestPlace(at, measured(at, snapping), snapping) ??
    onCurve(near, snapping) ??
    levelWith(at, snapping) ??
    onGrid(at, snapping)
  );
}

interface Near {
  readonly shown: ShownItem;
  readonly curve: Curve;
  readonly u: number;
  readonly at: Vector3;
  readonly away: number;
}

function curvesNear(at: Vector3, around: readonly ShownItem[], { reach }: Snapping): Near[] {
  const near: Near[] = [];
  for (const each of around) {
    const curve = edgeShown(each);
    if (!curve) continue;
    const { u, point, distance: away } = closestPoint(curve, at);
    if (away <= reach) near.push({ shown: each, curve, u, at: point, away });
  }
  return near.sort((a, b) => a.away - b.away).slice(0, MOST_CURVES);
}

const caught = (kind: SnapKind, name: string, at: Vector3, item: Caught['item'] = null): Caught => {
  const kindLabel = SNAPS[RANK.get(kind) ?? 0].label;
  return {
    kind,
    label: name ? `${kindLabel}${PREPOSITION[kind] ?? ' '}${name}` : kindLabel,
    at,
    item,
    ahead: null,
    from: [],
  };
};
const PREPOSITION: Partial<Record<SnapKind, string>> = {
  end: ' of ',
  point: ' of ',
  middle: ' of ',
  centre: ' of ',
  quadrant: ' of ',
  tangent: ' to ',
  perpendicular: ' to ',
};

function marked(at: Vector3, around: readonly ShownItem[], { reach, on }: Snapping): Caught[] {
  const found: Caught[] = [];
  for (const mark of around.flatMap(snapPointsOf)) {
    if (!on.has(mark.kind) || distance(mark.at, at) > reach) continue;
    const place = caught(mark.kind, mark.name, mark.at, mark.item);
    // A point of its own is called by its name.
    const label = mark.lone ? mark.name : place.label;
    found.push({ ...place, label, ahead: mark.ahead });
  }
  return found;
}

/** Of each measured set the nearest point: there are so many that no other place would be caught beside them. */
const measured = (at: Vector3, { items, moving, on, plane, reach }: Snapping): Caught[] =>
  on.has('point')
    ? setsAmong(items).flatMap((each) => {
        const place = moving?.has(each.id) ? null : pointNear(each, plane, at, reach, { deep: true });
        return place ? [caught('point', each.item.name, place, each.id)] : [];
      })
    : [];

/** Single places that are looked for on the curves under the pointer alone. */
function alongCurves(near: readonly Near[], snapping: Snapping): Caught[] {
  const { reach, on, plane, last } = snapping;
  const found: Caught[] = [];
  const stretches = near.map(({ curve, u }) => stretchAround(curve, u, reach));
  near.forEach(({ shown: { id, item }, curve }, i) => {
    const put = (kind: SnapKind, places: readonly Vector3[]) => {
      if (on.has(kind)) for (const place of places) found.push(caught(kind, item.name, place, id));
    };
    const isCurve = item.kind === 'curve';
    if (isCurve && on.has('middle')) put('middle', middlesOf(curve));
    if ((isCurve || curve.degree > 1) && on.has('quadrant')) {
      put(
        'quadrant',
        [plane.x, plane.y].flatMap((axis) => runsAcross(curve, stretches[i], axis).map(({ point }) => point)),
      );
    }
    if (last && on.has('tangent'))
      put(
        'tangent',
        touchedFrom(curve, stretches[i], last, normalOf(plane)).map(({ point }) => point),
      );
    if (last && on.has('perpendicular'))
      put(
        'perpendicular',
        squareFrom(curve, stretches[i], last).map(({ point }) => point),
      );
    for (let j = 0; j < i && i < MOST_CROSSING && on.has('intersection'); j++) {
      for (const place of crossingsIn(near[i].curve, stretches[i], near[j].curve, stretches[j])) {
        found.push(caught('intersection', '', place, id));
      }
    }
  });
  return found;
}

/** The centroids of closed curves around the pointer. */
const centroids = (around: readonly ShownItem[], { on, plane }: Snapping): Caught[] =>
  on.has('centre')
    ? around.flatMap(({ id, item, curve }) => {
        const centre = curve && curve.closing !== 'open' && curve.degree !== 2 ? centroidOf(curve, plane) : null;
        return centre ? [caught('centre', item.name, centre, id)] : [];
      })
    : [];

/** Where two curves cross within their stretches. */
function crossingsIn(a: Curve, nearA: Stretch, b: Curve, nearB: Stretch): Vector3[] {
  const [first, second] = [subCurve(a, nearA.from, nearA.to), subCurve(b, nearB.from, nearB.to)];
  if (!first.ok || !second.ok || areApart(first.value, second.value)) return [];
  return crossings(first.value, second.value).flatMap((found) => (found.kind === 'point' ? [found.point] : []));
}

/** Curves whose control points lie on different sides along an axis do not cross. */
function areApart(a: Curve, b: Curve): boolean {
  const [p, q] = [controlBox(a), controlBox(b)];
  return [0, 1, 2].some((c) => p.largest[c] < q.least[c] || q.largest[c] < p.least[c]);
}

/** The nearest of the places; those in one place with it that come first in the order of kinds stand for it. */
function nearestPlace(at: Vector3, places: readonly Caught[], { reach }: Snapping): Caught | null {
  const within = places
    .map((place) => ({ place, away: distance(place.at, at) }))
    .filter(({ away }) => away <= reach)
    .sort((a, b) => a.away - b.away);
  const [nearest] = within;
  if (!nearest) return null;
  const same = within.filter(({ place }) => distance(place.at, nearest.place.at) <= ONE_PLACE * reach);
  return same.sort((a, b) => rank(a.place) - rank(b.place))[0].place;
}

const rank = ({ kind }: Caught): number => RANK.get(kind) ?? 0;

function onCurve(near: readonly Near[], { on }: Snapping): Caught | null {
  for (const {
    shown: { id, item },
    at,
  } of near) {
    const kind = item.kind === 'guide' && item.guide.kind === 'line' && item.guide.symmetry ? 'symmetry' : 'curve';
    if (on.has(kind)) return caught(kind, item.name, at, id);
  }
  return null;
}

/** In the plane's axes: the place's own value on one axis, or both, from others. */
function levelWith(at: Vector3, { on, plane, levels, reach, grid }: Snapping): Caught | null {
  if (!on.has('level')) return null;
  let here = inPlane(plane, at);
  const used: { at: Vector3; label: string }[] = [];
  for (const axis of [1, 0]) {
    let best = LEVEL * reach;
    let found: (typeof used)[number] | null = null;
    for (const level of levels) {
      const value = inPlane(plane, level.at)[axis];
      if (Math.abs(value - inPlane(plane, at)[axis]) > best) continue;
      best = Math.abs(value - inPlane(plane, at)[axis]);
      here = withCoordinate(here, axis, value);
      found = level;
    }
    if (found) used.push(found);
    else if (on.has('grid')) here = withCoordinate(here, axis, Math.round(here[axis] / grid) * grid);
  }
  if (used.length === 0) return null;
  const place = fromPlane(plane, here);
  const labels = [...new Set(used.map(({ label }) => label))];
  return { ...caught('level', labels.join(' and '), place), from: used.map((level) => level.at) };
}

function onGrid(at: Vector3, { on, plane, grid, reach }: Snapping): Caught | null {
  if (!on.has('grid')) return null;
  const place = gridPointNear(plane, at, grid);
  return distance(place, at) <= reach ? caught('grid', '', place) : null;
}

/** A place on the nearest of eight directions from another one: level, upright, or half way between. */
export function alongDirection(at: Vector3, last: Vector3, plane: Plane): Caught {
  const way = subtract(at, last);
  const [x, y] = [dot(way, plane.x), dot(way, plane.y)];
  const eighth = Math.round(Math.atan2(y, x) / (Math.PI / 4));
  const [c, s] = [
    [1, 0],
    [Math.SQRT1_2, Math.SQRT1_2],
    [0, 1],
    [-Math.SQRT1_2, Math.SQRT1_2],
  ][((eighth % 4) + 4) % 4];
  const size = x * c + y * s;
  const place = along(last, vectorIn(plane, c, s), size);
  const label = eighth % 4 === 0 ? 'level' : eighth % 2 === 0 ? 'upright' : '45°';
  return { kind: 'level', label, at: place, item: null, ahead: null, from: [last] };
}
