import { type Curve, deviation, distance, evaluate, makeCurve, type Vector3 } from '@pencil-bend/core';
import { arcsAndLines, polylineWithin, type Segment, segmentsToCurve } from '@pencil-bend/core/changing';
import type { Outgoing, OutgoingCurve, OutgoingSheet } from '../outgoing';
import { nurbsOf } from '../nurbs';
import { Entries, type ExchangePrice } from '../report';

/** How curves go to those who cannot read them: as they are, as arcs and lines, or as polylines. */
export type CurveForm = 'as-drawn' | 'arcs-and-lines' | 'polylines';

/** A place where curvature is another on each side. */
export interface Jump {
  readonly at: Vector3;
  /** In 1/mm. */
  readonly size: number;
}

/** What stands for a curve, to be looked at before it goes. */
export interface StandIn {
  readonly name: string;
  /** To be drawn. */
  readonly curve: Curve;
  readonly arcs: number;
  readonly lines: number;
  /** The tightest arc, in mm, and a place on it; null without arcs. */
  readonly tightest: { readonly radius: number; readonly at: Vector3 } | null;
  /** Where two parts meet and curvature jumps, by so much in 1/mm. */
  readonly jumps: readonly Jump[];
  readonly price: ExchangePrice;
}

/**
 * The sheet with arcs and lines, or polylines, in place of its curves, within a tolerance in mm that is proven; those
 * that leave their plane have no arcs and become polylines. Straight curves stay as they are.
 */
export function standInsFor(
  sheet: OutgoingSheet,
  form: CurveForm,
  tolerance: number,
  progress?: (share: number) => void,
): { readonly sheet: OutgoingSheet; readonly standIns: readonly StandIn[]; readonly approximated: Entries } {
  const approximated = new Entries();
  const standIns: StandIn[] = [];
  if (form === 'as-drawn') return { sheet, standIns, approximated };
  const items = sheet.items.map((item, i): Outgoing => {
    progress?.(i / sheet.items.length);
    if (item.kind !== 'curve' || (item.curve.degree === 1 && item.nurbs.weights === null)) return item;
    const made =
      form === 'arcs-and-lines'
        ? (arcsFor(item, tolerance) ?? polylineFor(item, tolerance))
        : polylineFor(item, tolerance);
    const why =
      made.arcs > 0
        ? 'by arcs and lines'
        : form === 'polylines'
          ? 'by a polyline'
          : 'by a polyline: it is not flat, or has no arcs';
    standIns.push(made.standIn);
    approximated.add('curve', why, { entity: item.name }, made.standIn.price);
    return made.item;
  });
  return { sheet: { ...sheet, items }, standIns, approximated };
}

/** What would stand for one curve within a tolerance in mm, to be drawn in its place; null where it is made of lines already. */
export function standInOf(
  name: string,
  curve: Curve,
  form: Exclude<CurveForm, 'as-drawn'>,
  tolerance: number,
): StandIn | null {
  const item: OutgoingCurve = { kind: 'curve', name, colour: '#000000', layer: '', curve, nurbs: nurbsOf(curve) };
  return standInsFor({ name, items: [item] }, form, tolerance).standIns.at(0) ?? null;
}

interface Made {
  readonly item: Outgoing;
  readonly standIn: StandIn;
  readonly arcs: number;
}

function arcsFor(item: OutgoingCurve, tolerance: number): Made | null {
  const made = arcsAndLines(item.curve, tolerance);
  if (!made.ok) return null;
  const { segments, plane, arcs, lines, bound } = made.value;
  const curve = segmentsToCurve(segments, plane);
  const { name, colour, layer } = item;
  const price = priceOf(item.curve, curve, bound);
  const standIn = { name, curve, arcs, lines, tightest: tightestOf(segments, curve), jumps: jumpsOf(segments), price };
  return { item: { kind: 'segments', name, colour, layer, segments, plane, isStandIn: true }, standIn, arcs };
}

function polylineFor(item: OutgoingCurve, tolerance: number): Made {
  const { points, parameters } = polylineWithin(item.curve, tolerance);
  const count = parameters.length;
  const knots = [parameters[0], ...parameters, parameters[count - 1]];
  const homogeneous = Array.from({ length: 4 * count }, (_, i) => (i % 4 === 3 ? 1 : points[3 * (i >> 2) + (i % 4)]));
  const isClosed = item.curve.closing !== 'open' && count > 2;
  // Rounding may part the ends of a closed curve.
  if (isClosed) for (let c = 0; c < 3; c++) homogeneous[4 * count - 4 + c] = homogeneous[c];
  const curve = makeCurve(1, knots, homogeneous, isClosed ? 'clamped-closed' : 'open');
  const price = priceOf(item.curve, curve, tolerance);
  const standIn = { name: item.name, curve, arcs: 0, lines: count - 1, tightest: null, jumps: [], price };
  return { item: { ...item, curve, nurbs: nurbsOf(curve), isStandIn: true }, standIn, arcs: 0 };
}

/** Jumps below this, in 1/mm, are rounding. */
const LEAST_JUMP = 1e-9;

function tightestOf(segments: readonly Segment[], curve: Curve): StandIn['tightest'] {
  const radiusOf = (segment: Segment) => (segment.kind === 'arc' ? segment.radius : Infinity);
  const tightest = segments.reduce((a, b) => (radiusOf(b) < radiusOf(a) ? b : a));
  if (tightest.kind !== 'arc') return null;
  return { radius: tightest.radius, at: evaluate(curve, (tightest.start + tightest.end) / 2) };
}

/** Where curvature is another on each side: between parts, and of what is closed where it begins. */
function jumpsOf(segments: readonly Segment[]): Jump[] {
  const curvatureOf = (segment: Segment) => (segment.kind === 'arc' ? Math.sign(segment.turn) / segment.radius : 0);
  return segments.flatMap((segment, i): Jump[] => {
    const before = i > 0 ? segments[i - 1] : segments[segments.length - 1];
    if (i === 0 && distance(before.to, segment.from) > 0) return [];
    const size = Math.abs(curvatureOf(segment) - curvatureOf(before));
    return size > LEAST_JUMP ? [{ at: segment.from, size }] : [];
  });
}

/** The largest distance found and its place; what is proven is known from how the path was made. */
function priceOf(curve: Curve, path: Curve, bound: number): ExchangePrice {
  const found = deviation(curve, path);
  return { max: Math.min(found.max, bound), at: evaluate(curve, found.u), bound };
}
