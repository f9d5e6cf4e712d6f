import {
  distance,
  domainOf,
  dot,
  length,
  subtract,
  vectorAt,
  type Plane,
  scale,
  unit,
  type Vector3,
  inPlane,
  cross,
} from '@pencil-bend/core';
import type { Segment } from '@pencil-bend/core/changing';
import type { Project } from '@pencil-bend/document';
import { repeating } from '../nurbs';
import {
  byLayer,
  type Outgoing,
  type OutgoingCurve,
  type OutgoingSegments,
  type OutgoingSheet,
  sharesOf,
} from '../outgoing';
import { POINT_UNITS } from '../points/units';
import { allExact, Entries, type Written } from '../report';
import { realWith } from '../reals';
import { isSaidClosed } from '../saidClosed';
import { plainText } from './text';

export interface WriteIgesOptions {
  readonly units: Project['units'];
  /** When it was made, ISO 8601. */
  readonly time: string;
  readonly progress?: (share: number) => void;
}

/** Number and name of units (IGES 5.3, 2.2.4.3.14 and 15). */
const UNITS: Readonly<Record<Project['units'], readonly [flag: number, name: string]>> = {
  mm: [2, 'MM'],
  cm: [10, 'CM'],
  m: [6, 'M'],
  in: [1, 'IN'],
};

/** Points that leave a plane by less than this share of their extent lie in it. */
const FLAT = 1e-9;

/**
 * Curves and points as an IGES 5.3 file: rational B-spline curves (126) by their own numbers, arcs and lines as
 * composite curves (102 of 100 and 110), points (116); names (406 form 15), layers as levels (406 form 3), colours (314).
 */
export function writeIges(sheet: OutgoingSheet, { units, time, progress }: WriteIgesOptions): Written {
  const mm = POINT_UNITS[units];
  const file = new IgesFile();
  const levels = new Map([...byLayer(sheet.items).keys()].map((layer, i) => [layer, i + 1]));
  const colours = new Map<string, number>();
  const colourOf = (colour: string): number => {
    const known = colours.get(colour);
    if (known !== undefined) return known;
    const made = file.add(
      { type: 314, status: DEFINITION },
      sharesOf(colour).map((share) => real(100 * share)),
    );
    colours.set(colour, made);
    return made;
  };
  for (const [layer, level] of levels)
    file.add({ type: 406, form: 3, level, status: DEFINITION }, ['2', String(level), hollerith(layer)]);
  sheet.items.forEach((item, i) => {
    const name = file.add({ type: 406, form: 15, status: DEPENDENT }, ['1', hollerith(item.name)]);
    const look = { level: levels.get(item.layer) ?? 0, colour: colourOf(item.colour) };
    const names = ['0', '1', String(name)];
    if (item.kind === 'point') file.add({ type: 116, ...look }, [...item.at.map((x) => real(x / mm)), '0', ...names]);
    else if (item.kind === 'curve') file.add({ type: 126, ...look }, [...spline(item, mm), ...names]);
    else file.add({ type: 102, ...look }, [...composite(file, item, mm, look), ...names]);
    if (i % 64 === 0) progress?.(i / sheet.items.length);
  });
  const renamed = new Entries();
  for (const name of new Set([...levels.keys(), ...sheet.items.map((item) => item.name)])) {
    const plain = plainText(name);
    if (plain !== name) renamed.add('name', 'IGES has letters without accents alone', { entity: name, detail: plain });
  }
  const bytes = file.bytes(globalFields(sheet, units, time, mm));
  return { bytes, report: { ...allExact(sheet.items, units), renamed: renamed.list } };
}

/** Part of something else, and without it nothing. */
const DEPENDENT = '00010000';
/** Neither seen nor measured: what others refer to. */
const DEFINITION = '00000200';

const real = (x: number): string => realWith('D', x);

function hollerith(words: string): string {
  const text = plainText(words);
  return text === '' ? '' : `${text.length}H${text}`;
}

function spline({ nurbs, curve }: OutgoingCurve, mm: number): string[] {
  const { degree, closing, knots, points, weights } = nurbs;
  const count = knots.length - degree - 1;
  const normal = normalOfFlat(points);
  const flags = [normal !== null, isSaidClosed(closing, weights), weights === null, closing === 'periodic'];
  return [
    ...[count - 1, degree, ...flags.map(Number)].map(String),
    ...Array.from(knots, real),
    ...Array.from(weights ? repeating(weights, 1, count) : { length: count }, (weight) =>
      real(typeof weight === 'number' ? weight : 1),
    ),
    ...Array.from(repeating(points, 3, count), (x) => real(x / mm)),
    ...domainOf(curve).map(real),
    ...(normal ?? [0, 0, 0]).map(real),
  ];
}

/**
 * The normal of the plane that all control points lie in: through the first one, the one farthest from it, and the one
 * farthest from both; null where others leave it, or all lie along a line.
 */
function normalOfFlat(points: Float64Array): Vector3 | null {
  const at = (i: number) => vectorAt(points, i);
  const start = at(0);
  const farthest = (away: (point: Vector3) => number): Vector3 => {
    let [most, found] = [-1, start];
    for (let i = 0; i < points.length / 3; i++) {
      const size = away(at(i));
      if (size > most) [most, found] = [size, at(i)];
    }
    return found;
  };
  const along = subtract(
    farthest((point) => distance(point, start)),
    start,
  );
  const size = length(along);
  const across = cross(
    along,
    subtract(
      farthest((point) => length(cross(along, subtract(point, start)))),
      start,
    ),
  );
  if (!(length(across) > FLAT * size * size)) return null;
  const normal = unit(across);
  for (let i = 0; i < points.length / 3; i++) {
    if (Math.abs(dot(subtract(at(i), start), normal)) > FLAT * size) return null;
  }
  return normal;
}

interface Look {
  readonly level: number;
  readonly colour: number;
}

function composite(file: IgesFile, { segments, plane }: OutgoingSegments, mm: number, look: Look): string[] {
  const maps = new Map<number, number>();
  // Arcs run anticlockwise in a plane of their own: of those that run clockwise it is seen from behind.
  const planeOf = (side: number): Plane => (side > 0 ? plane : { ...plane, y: scale(plane.y, -1) });
  const mapOf = (side: number): number => {
    const known = maps.get(side);
    if (known !== undefined) return known;
    const made = file.add({ type: 124, status: DEPENDENT }, matrixOf(planeOf(side), mm));
    maps.set(side, made);
    return made;
  };
  const parts = segments.map((segment) => {
    if (segment.kind === 'line')
      return file.add(
        { type: 110, status: DEPENDENT, ...look },
        [...segment.from, ...segment.to].map((x) => real(x / mm)),
      );
    const side = Math.sign(segment.turn);
    return file.add({ type: 100, status: DEPENDENT, transform: mapOf(side), ...look }, arc(segment, planeOf(side), mm));
  });
  return [String(parts.length), ...parts.map(String)];
}

/** Height, centre, start and end in the plane. */
function arc({ centre, from, to }: Segment & { readonly kind: 'arc' }, plane: Plane, mm: number): string[] {
  const [c, s, e] = [centre, from, to].map((at) => inPlane(plane, at));
  return [c[2], c[0], c[1], s[0], s[1], e[0], e[1]].map((x) => real(x / mm));
}

function matrixOf({ origin, x, y }: Plane, mm: number): string[] {
  const z = unit(cross(x, y));
  return [0, 1, 2].flatMap((row) => [x[row], y[row], z[row], origin[row] / mm]).map(real);
}

function globalFields({ name, items }: OutgoingSheet, units: Project['units'], time: string, mm: number): string[] {
  const [flag, word] = UNITS[units];
  const stamp = hollerith(time.replace(/[-:]/g, '').replace('T', '.').slice(0, 15));
  const title = hollerith(name);
  return [
    '1H,',
    '1H;',
    title,
    hollerith(`${name}.igs`),
    hollerith('Pencil Bend'),
    hollerith('Pencil Bend'),
    '32',
    '38',
    '6',
    '308',
    '15',
    title,
    '1.',
    String(flag),
    hollerith(word),
    '1',
    '0.35',
    stamp,
    '1.D-6',
    real(largestOf(items) / mm),
    '',
    '',
    '11',
    '0',
    stamp,
  ];
}

function largestOf(items: readonly Outgoing[]): number {
  let largest = 0;
  for (const item of items) {
    for (const x of numbersOf(item)) largest = Math.max(largest, Math.abs(x));
  }
  return largest;
}

function numbersOf(item: Outgoing): Iterable<number> {
  if (item.kind === 'curve') return item.nurbs.points;
  return item.kind === 'point' ? item.at : item.segments.flatMap(({ from, to }) => [...from, ...to]);
}

interface Entity {
  readonly type: number;
  readonly form?: number;
  readonly level?: number;
  /** The entry of a colour, and of a transformation. */
  readonly colour?: number;
  readonly transform?: number;
  readonly status?: string;
}

/** The directory and parameters, by lines of 80 characters (IGES 5.3, 2.2). */
class IgesFile {
  private readonly directory: string[] = [];
  private readonly parameters: string[] = [];

  /** Answers the number of its entry. */
  add(
    { type, form = 0, level = 0, colour = 0, transform = 0, status = '00000000' }: Entity,
    fields: readonly string[],
  ): number {
    const entry = this.directory.length + 1;
    const first = this.parameters.length + 1;
    const lines = inLines([String(type), ...fields], 64);
    for (const line of lines) {
      this.parameters.push(`${line.padEnd(64)}${String(entry).padStart(8)}${mark('P', this.parameters.length + 1)}`);
    }
    const row = (...values: readonly (number | string)[]) => values.map((value) => String(value).padStart(8)).join('');
    this.directory.push(row(type, first, 0, 1, level, 0, transform, 0, status) + mark('D', entry));
    this.directory.push(row(type, 0, -colour + 0, lines.length, form, '', '', '', 0) + mark('D', entry + 1));
    return entry;
  }

  bytes(global: readonly string[]): Uint8Array {
    const section = (letter: string, lines: readonly string[]) =>
      lines.map((line, i) => `${line.padEnd(72)}${mark(letter, i + 1)}`);
    const start = section('S', ['Curves from Pencil Bend.']);
    const globals = section('G', inLines(global, 72));
    const counts = [start, globals, this.directory, this.parameters].map(
      (lines, i) => 'SGDP'[i] + String(lines.length).padStart(7),
    );
    const all = [
      ...start,
      ...globals,
      ...this.directory,
      ...this.parameters,
      `${counts.join('').padEnd(72)}${mark('T', 1)}`,
    ];
    return new TextEncoder().encode(`${all.join('\n')}\n`);
  }
}

const mark = (letter: string, number: number) => `${letter}${String(number).padStart(7)}`;

/** Fields with what parts them, over lines: numbers are never broken, texts only behind their count. */
function inLines(fields: readonly string[], width: number): string[] {
  const lines = [''];
  fields.forEach((field, i) => {
    let rest = `${field}${i + 1 === fields.length ? ';' : ','}`;
    const [count] = /^\d+H/.exec(field) ?? [];
    const last = lines.length - 1;
    if (lines[last].length + Math.min(rest.length, count === undefined ? rest.length : count.length + 1) > width)
      lines.push('');
    for (;;) {
      const room = width - lines[lines.length - 1].length;
      lines[lines.length - 1] += rest.slice(0, room);
      rest = rest.slice(room);
      if (rest === '') break;
      lines.push('');
    }
  });
  return lines;
}
