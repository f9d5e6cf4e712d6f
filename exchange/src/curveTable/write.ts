import {
  type ArcLength,
  arcLength,
  closestOnSegment,
  type Curve,
  curvatureAt,
  distance,
  domainOf,
  evaluate,
  frameAt,
  kinksOf,
  lengthAt,
  parameterAt,
  type Vector3,
} from '@pencil-bend/core';
import { segmentsToCurve } from '@pencil-bend/core/changing';
import type { Project } from '@pencil-bend/document';
import Papa from 'papaparse';
import { heightOfLevel } from '../level';
import type { Outgoing, OutgoingSheet } from '../outgoing';
import type { DecimalSign } from '../points/numberIn';
import { POINT_UNITS } from '../points/units';
import { addExact, Entries, type ExchangePrice, type Written } from '../report';

export interface WriteCurveTableOptions {
  /** Of each curve so many places, or places so far apart along it, in mm. */
  readonly places: { readonly count: number } | { readonly apart: number };
  readonly units: Project['units'];
  /** With a comma the columns are parted by semicolons. */
  readonly decimal?: DecimalSign;
  /** A byte order mark, by which some spreadsheets know UTF-8. */
  readonly mark?: boolean;
  readonly progress?: (share: number) => void;
}

/** So many rows are written at the most. */
export const MOST_ROWS = 1_000_000;

/** A table that would be too long; said with both numbers. */
export class TooManyRows extends Error {}

/**
 * Places along curves as separated values (RFC 4180): of each its number, parameter, length, coordinates, tangent,
 * curvature and radius. A kink stands twice, with both its sides. Curvature has a sign for curves in a plane parallel to
 * the front of the sheet, positive to the left; a straight place has no radius. The price is how far the curve strays
 * from straight lines between the places.
 */
export function writeCurveTable({ items }: OutgoingSheet, options: WriteCurveTableOptions): Written {
  const { units, decimal = '.', mark = false, progress } = options;
  const mm = POINT_UNITS[units];
  const number = (value: number) => (decimal === ',' ? String(value + 0).replace('.', ',') : String(value + 0));
  const [approximated, exact, leftOut] = [new Entries(), new Entries(), new Entries()];
  const rows: string[][] = [];
  items.forEach((item, i) => {
    if (item.kind === 'point') return leftOut.add('point', 'points have a table of their own', { entity: item.name });
    const curve = curveOf(item);
    const measured = arcLength(curve);
    const normal = heightOfLevel(curve) === null ? null : FRONT_NORMAL;
    const places = placesOf(curve, measured, options.places);
    if (rows.length + places.length > MOST_ROWS) {
      throw new TooManyRows(`it takes more than ${MOST_ROWS.toLocaleString('en')} rows: fewer places are needed`);
    }
    places.forEach((place, n) =>
      rows.push([
        item.name,
        String(n + 1),
        ...figuresOf(curve, measured, normal, place, mm).map((x) => (x === null ? '' : number(x))),
      ]),
    );
    const price = priceOf(curve, places);
    if (price.max === 0) addExact(exact, item, 'its corners');
    else approximated.add('curve', 'by places along it', { entity: item.name }, price);
    return progress?.((i + 1) / items.length);
  });
  const length = (name: string) => `${name} [${units}]`;
  const heading = [
    'curve',
    'n',
    'u',
    ...['s', 'x', 'y', 'z'].map(length),
    'tx',
    'ty',
    'tz',
    `kappa [1/${units}]`,
    length('R'),
  ];
  // A name that begins like a formula is no formula for a spreadsheet; numbers may begin with a minus.
  const safe = rows.map(([name, ...rest]) => [/^[=+\-@]/.test(name) ? `'${name}` : name, ...rest]);
  const text = Papa.unparse([heading, ...safe], { delimiter: decimal === ',' ? ';' : ',', newline: '\r\n' });
  return {
    bytes: new TextEncoder().encode(`${mark ? '\ufeff' : ''}${text}\r\n`),
    report: { exact: exact.list, approximated: approximated.list, leftOut: leftOut.list, renamed: [] },
  };
}

const curveOf = (item: Exclude<Outgoing, { kind: 'point' }>): Curve =>
  item.kind === 'curve' ? item.curve : segmentsToCurve(item.segments, item.plane);

interface TablePlace {
  readonly u: number;
  readonly side: 'left' | 'right';
}

/** Evenly along the curve, both its ends; kinks in their places, with both sides. Of straight legs the corners alone. */
function placesOf(curve: Curve, measured: ArcLength, wanted: WriteCurveTableOptions['places']): TablePlace[] {
  const [first, last] = domainOf(curve);
  const total = measured.total;
  const count = 'count' in wanted ? wanted.count : Math.max(2, Math.ceil(total / wanted.apart) + 1);
  if (!(Number.isInteger(count) && count >= 2)) throw new RangeError(`two places or more are needed, not ${count}`);
  if (count > MOST_ROWS)
    throw new TooManyRows(
      `it takes ${count.toLocaleString('en')} rows; up to ${MOST_ROWS.toLocaleString('en')} are written`,
    );
  const us: number[] = curve.degree === 1 ? [first, last] : evenly(measured, wanted, count);
  const kinks = kinksOf(curve)
    .map(({ u }) => u)
    .filter((u) => u > first && u < last);
  const near = 1e-9 * (last - first);
  const between = us.filter((u) => !kinks.some((kink) => Math.abs(kink - u) <= near));
  const all = [
    ...between.map((u): TablePlace => ({ u, side: u === last ? 'left' : 'right' })),
    ...kinks.flatMap((u): TablePlace[] => [
      { u, side: 'left' },
      { u, side: 'right' },
    ]),
  ];
  return all.sort((a, b) => a.u - b.u || (a.side === 'left' ? -1 : 1));
}

/** As far apart as was asked for, what is left over at the end; of a closed curve where it begins and ends too. */
function evenly(measured: ArcLength, wanted: WriteCurveTableOptions['places'], count: number): number[] {
  const apart = 'count' in wanted ? measured.total / (count - 1) : wanted.apart;
  const [first, last] = domainOf(measured.curve);
  const at = (i: number) => (i === 0 ? first : i + 1 === count ? last : parameterAt(measured, i * apart));
  return Array.from({ length: count }, (_, i) => at(i));
}

const FRONT_NORMAL: Vector3 = [0, 0, 1];

function figuresOf(
  curve: Curve,
  measured: ArcLength,
  normal: Vector3 | null,
  { u, side }: TablePlace,
  mm: number,
): (number | null)[] {
  const at = evaluate(curve, u);
  const frame = frameAt(curve, u, side);
  const kappa = curvatureAt(curve, u, normal, side).kappa;
  const tangent = frame ? frame.tangent : [null, null, null];
  return [
    u,
    lengthAt(measured, u) / mm,
    ...at.map((x) => x / mm),
    ...tangent,
    kappa * mm,
    kappa === 0 ? null : 1 / (kappa * mm),
  ];
}

/** How far the curve strays from the lines between the places; sampled in the middles between them. */
function priceOf(curve: Curve, places: readonly TablePlace[]): ExchangePrice {
  let worst: ExchangePrice = { max: 0, at: evaluate(curve, places[0].u), bound: null };
  for (let i = 1; i < places.length; i++) {
    const [a, b] = [evaluate(curve, places[i - 1].u), evaluate(curve, places[i].u)];
    const size = distance(a, b);
    for (const share of [0.25, 0.5, 0.75]) {
      const at = evaluate(curve, places[i - 1].u + share * (places[i].u - places[i - 1].u));
      const away = closestOnSegment(at, a, b).distance;
      // Of a straight leg only rounding is left.
      if (away > worst.max && away > 1e-12 * size) worst = { max: away, at, bound: null };
    }
  }
  return worst;
}
