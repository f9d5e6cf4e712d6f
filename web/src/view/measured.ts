import {
  add,
  along,
  angleBetween,
  arcLength,
  closestPoint,
  type Curve,
  derivatives,
  distance,
  enclosedArea,
  evaluate,
  length,
  middle,
  parameterAt,
  type Plane,
  scale,
  subtract,
  unit,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import type { Clearance } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import type { MeasuredPlace, Measurement } from '../api/savedView';
import { lengthInWords, lengthShown, UNIT, type Units } from '../ui/length';
import { edgeShown, type ShownItem } from './shownItem';

/** A measurement as it is this instant. */
export interface Measured {
  readonly id: Id;
  /** The figure, and what else is known beside it; why there is none where there is none. */
  readonly value: string;
  readonly details: string;
  /** What it was measured of, by name. */
  readonly of: string;
  /** Where the figure stands; null where it is gone. */
  readonly at: Vector3 | null;
  /** Lines from place to place, and along what was measured. */
  readonly lines: readonly (readonly Vector3[])[];
  /** Ends of what was measured. */
  readonly ends: readonly Vector3[];
}

/** What is known of the drawing. */
export interface Measurable {
  readonly items: ReadonlyMap<Id, ShownItem>;
  readonly units: Units;
  /** Of angles against x, and of areas where a curve has no plane of its own. */
  readonly plane: Plane;
  readonly planeOf: (item: ShownItem) => Plane;
  /** The clearance of two curves: null while it is found out. */
  readonly clearanceOf: (first: Curve, second: Curve) => Clearance | null;
}

const DEGREES = 180 / Math.PI;
/** The arc of an angle is drawn at this share of its shorter leg. */
const ARC = 0.35;
const ARC_STEPS = 16;
/** Directions are drawn so long, as a share of the length of their curve. */
const TANGENT = 0.12;

export function measuredNow(measurement: Measurement, known: Measurable): Measured {
  const { id, places } = measurement;
  const of = [...new Set(places.map((place) => nameOf(place, known)))].join(' and ');
  const nothing = (value: string): Measured => ({ id, value, details: '', of, at: null, lines: [], ends: [] });
  if (places.some((place) => 'item' in place && !known.items.has(place.item))) return nothing('gone, or hidden');
  const found = FIGURES[measurement.kind](places, known);
  return typeof found === 'string' ? nothing(found) : { id, of, ...found };
}

type Figure = Omit<Measured, 'id' | 'of'>;
type Figures = Record<Measurement['kind'], (places: readonly MeasuredPlace[], known: Measurable) => Figure | string>;

const FIGURES: Figures = {
  distance: (places, known) => {
    const [a, b] = places.map((place) => at(place, known));
    const by = subtract(b, a);
    const shown = (mm: number) => lengthShown(mm, known.units);
    const [x, y, z] = by;
    const rise = z === 0 ? '' : ` Δz ${shown(z)}`;
    return {
      value: lengthInWords(length(by), known.units, 0),
      details: `Δx ${shown(x)} Δy ${shown(y)}${rise}`.replaceAll('-', '−'),
      at: middle(a, b),
      lines: [[a, b]],
      ends: [a, b],
    };
  },

  angle: (places, known) => {
    const [a, corner, b] = places.map((place) => at(place, known));
    const [first, second] = [subtract(a, corner), subtract(b, corner)];
    if (!(length(first) > 0 && length(second) > 0)) return 'a leg has no length';
    const angle = angleBetween(first, second);
    const arc = arcAbout(corner, first, second, ARC * Math.min(length(first), length(second)));
    return {
      value: `${(angle * DEGREES).toFixed(2)}°`,
      details: `${(180 - angle * DEGREES).toFixed(2)}° outside`,
      at: arc[ARC_STEPS / 2],
      lines: [[a, corner, b], arc],
      ends: [a, corner, b],
    };
  },

  tangents: (places, known) => {
    const [first, second] = places.map((place) => tangentAt(place, known));
    if (!first || (places.length > 1 && !second)) return 'the curve has no direction there';
    const line = ({ foot, direction, size }: Tangent) => [foot, along(foot, direction, size)];
    if (!second) {
      const angle = angleBetween(first.direction, known.plane.x) * DEGREES;
      const isBelow = inY(first.direction, known.plane) < 0;
      const level = [first.foot, along(first.foot, known.plane.x, first.size)];
      return {
        value: `${isBelow ? '−' : ''}${angle.toFixed(2)}° to x`,
        details: `${Math.abs(90 - Math.min(angle, 180 - angle)).toFixed(2)}° to y`,
        at: line(first)[1],
        lines: [line(first), level],
        ends: [first.foot],
      };
    }
    const angle = angleBetween(first.direction, second.direction) * DEGREES;
    return {
      value: `${angle.toFixed(2)}°`,
      details: `${Math.min(angle, 180 - angle).toFixed(2)}° between the lines`,
      at: middle(first.foot, second.foot),
      lines: [line(first), line(second), [first.foot, second.foot]],
      ends: [first.foot, second.foot],
    };
  },

  clearance: (places, known) => {
    const [first, second] = places.map((place) => shapeOf(place, known));
    const found = between(first, second, known);
    if (!found) return 'it is being measured';
    const { from, to, bound } = found;
    const away = distance(from, to);
    return {
      value: lengthInWords(away, known.units, 0),
      details: bound === null || bound === 0 ? '' : `proven not under ${lengthInWords(bound, known.units, 0)}`,
      at: middle(from, to),
      lines: [[from, to]],
      ends: [from, to],
    };
  },

  area: ([place], known) => {
    const item = 'item' in place ? known.items.get(place.item) : undefined;
    const curve = item && edgeShown(item);
    if (!item || !curve) return 'there is no curve';
    const found = enclosedArea(curve, known.planeOf(item));
    if (!found.ok) return found.failure.kind === 'open' ? 'the curve is open' : 'the curve leaves its plane';
    const { area, centroid } = found.value;
    const square = UNIT[known.units] ** 2;
    if (!centroid) return 'the curve encloses nothing';
    return {
      value: `${Number((Math.abs(area) / square).toPrecision(7))} ${known.units}²`,
      details: `centroid ${centroid.map((each) => lengthShown(each, known.units)).join(', ')}`.replaceAll('-', '−'),
      at: centroid,
      lines: [],
      ends: [centroid],
    };
  },
};

function nameOf(place: MeasuredPlace, { items }: Measurable): string {
  if (!('item' in place)) return 'a place';
  return items.get(place.item)?.item.name || 'an item that is gone';
}

/** Where a place is now. */
function at(place: MeasuredPlace, { items }: Measurable): Vector3 {
  if ('at' in place) return place.at;
  const item = items.get(place.item);
  const curve = item && edgeShown(item);
  if (item?.at) return item.at;
  return curve && 'share' in place ? evaluate(curve, parameterOf(curve, place.share)) : [0, 0, 0];
}

const parameterOf = (curve: Curve, share: number): number => {
  const measured = arcLength(curve);
  return parameterAt(measured, share * measured.total);
};

interface Tangent {
  readonly foot: Vector3;
  readonly direction: Vector3;
  readonly size: number;
}

function tangentAt(place: MeasuredPlace, { items }: Measurable): Tangent | null {
  const item = 'share' in place ? items.get(place.item) : undefined;
  const curve = item && edgeShown(item);
  if (!curve || !('share' in place)) return null;
  const d = derivatives(curve, parameterOf(curve, place.share), 1);
  const tangent = vectorAt(d, 1);
  if (!(length(tangent) > 0)) return null;
  return { foot: vectorAt(d, 0), direction: unit(tangent), size: TANGENT * arcLength(curve).total };
}

const inY = (direction: Vector3, { y }: Plane): number =>
  direction[0] * y[0] + direction[1] * y[1] + direction[2] * y[2];

/** What is to keep clear: a curve, or a point. */
type Shape = { readonly curve: Curve } | { readonly point: Vector3 };

function shapeOf(place: MeasuredPlace, known: Measurable): Shape {
  const item = 'item' in place ? known.items.get(place.item) : undefined;
  const curve = item && edgeShown(item);
  return curve ? { curve } : { point: at(place, known) };
}

function between(
  first: Shape,
  second: Shape,
  known: Measurable,
): { readonly from: Vector3; readonly to: Vector3; readonly bound: number | null } | null {
  if ('curve' in first && 'curve' in second) {
    const found = known.clearanceOf(first.curve, second.curve);
    return found && { from: found.first.point, to: found.second.point, bound: found.bound };
  }
  const near = (shape: Shape, to: Vector3) => ('curve' in shape ? closestPoint(shape.curve, to).point : shape.point);
  const from = 'point' in second ? near(first, second.point) : near(first, [0, 0, 0]);
  return { from, to: near(second, from), bound: null };
}

/** An arc of a radius about a corner, from one leg to the other. */
function arcAbout(corner: Vector3, first: Vector3, second: Vector3, radius: number): Vector3[] {
  const [a, b] = [unit(first), unit(second)];
  return Array.from({ length: ARC_STEPS + 1 }, (_, i) => {
    const t = i / ARC_STEPS;
    const between = add(scale(a, 1 - t), scale(b, t));
    // Legs in line have no direction half way: their arc is a line then.
    return length(between) > 1e-9 ? along(corner, unit(between), radius) : corner;
  });
}
