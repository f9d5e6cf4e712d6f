import { closestPoint, type Curve, distance, type Vector3 } from '@pencil-bend/core';
import { arcsAndLines, polylineWithin, type Segment } from '@pencil-bend/core/changing';
import { FRONT, vectorAt } from '@pencil-bend/core';
import { heightOfLevel } from '../level';
import type { Outgoing, OutgoingSheet } from '../outgoing';
import { addExact, Entries, type ExchangePrice, type Written } from '../report';
import { placesOf } from './places';
import { readMachinePath } from './read';

export interface WriteMachineOptions {
  /** How far the path may stray from the curves, in mm. */
  readonly tolerance: number;
  readonly units: 'mm' | 'in';
  /** Over the sheet while the tool only moves, in mm. */
  readonly clearance?: number;
  /** Of the cut, below the curves, in mm. */
  readonly depth?: number;
  /** In mm a minute. */
  readonly feed?: number;
  readonly progress?: (share: number) => void;
}

/** Decimals of a machine's numbers. */
const DECIMALS = { mm: 3, in: 4 } as const;
const MM = { mm: 1, in: 25.4 } as const;
/** Arcs about centres farther off are lines, in mm. */
const LARGEST_RADIUS = 10_000;
/** Controls stumble over half turns: an arc turns by less, in radians. */
const MOST_TURN = (179 * Math.PI) / 180;
/** Rounding moves a path by so many steps of the last digit at most. */
const ROUNDING = 3;
const LONGEST_LINE = 80;

/**
 * Curves as a path for a machine (ISO 6983-1): of flat curves arcs and lines, of others fine polylines, in order, each
 * begun from above. The text is read back, and how far its path strays from the curves is their price.
 */
export function writeMachinePath(sheet: OutgoingSheet, options: WriteMachineOptions): Written {
  const { tolerance, units, clearance = 5, depth = 1, feed = 300, progress } = options;
  const writer = new Writer(units, clearance, depth, feed);
  const [approximated, exact, leftOut] = [new Entries(), new Entries(), new Entries()];
  const step = MM[units] * 10 ** -DECIMALS[units];
  const room = tolerance - ROUNDING * step;
  if (!(room > 0)) throw new RangeError(`a tolerance above ${ROUNDING * step} mm is needed, not ${tolerance}`);
  writer.head(sheet.name);
  sheet.items.forEach((item, i) => {
    if (item.kind === 'point') return leftOut.add('point', 'a path has no points', { entity: item.name });
    const from = writer.count;
    const legs = legsOf(item, room, step);
    writer.contour(item.name, legs);
    const price = priceOf(item, writer.textSince(from, units));
    if (price.max <= step) addExact(exact, item, 'exact to the last digit');
    else approximated.add('curve', 'by arcs and lines', { entity: item.name }, price);
    return progress?.((i + 1) / sheet.items.length);
  });
  return {
    bytes: new TextEncoder().encode(writer.end()),
    report: { exact: exact.list, approximated: approximated.list, leftOut: leftOut.list, renamed: [] },
  };
}

/** A leg of a path: straight, or about a centre in the plane of the sheet. */
interface PathLeg {
  readonly from: Vector3;
  readonly to: Vector3;
  readonly arc: { readonly centre: Vector3; readonly turn: number } | null;
}

function legsOf(item: Exclude<Outgoing, { kind: 'point' }>, tolerance: number, step: number): PathLeg[] {
  const segments = item.kind === 'segments' ? levelSegments(item.segments, item.plane) : levelOf(item.curve, tolerance);
  if (segments) return segments.flatMap((segment) => legsOfSegment(segment, step));
  const curve = item.kind === 'curve' ? item.curve : null;
  if (!curve) return straightLegs(item.kind === 'segments' ? placesOfSegments(item.segments) : []);
  const { points } = polylineWithin(curve, tolerance);
  return straightLegs(Array.from({ length: points.length / 3 }, (_, i) => vectorAt(points, i)));
}

const straightLegs = (corners: readonly Vector3[]): PathLeg[] =>
  corners.slice(1).map((to, i) => ({ from: corners[i], to, arc: null }));

const placesOfSegments = (segments: readonly Segment[]): Vector3[] => [
  segments[0].from,
  ...segments.map(({ to }) => to),
];

/** Arcs and lines of a curve in a plane parallel to that of the sheet; null for others. */
function levelOf(curve: Curve, tolerance: number): readonly Segment[] | null {
  const height = heightOfLevel(curve);
  const made = height === null ? null : arcsAndLines(curve, tolerance, { ...FRONT, origin: [0, 0, height] });
  return made?.ok ? made.value.segments : null;
}

function levelSegments(
  segments: readonly Segment[],
  plane: { readonly x: Vector3; readonly y: Vector3 },
): readonly Segment[] | null {
  if (plane.x[2] !== 0 || plane.y[2] !== 0) return null;
  const facing = Math.sign(plane.x[0] * plane.y[1] - plane.x[1] * plane.y[0]);
  return segments.map((segment) => (segment.kind === 'arc' ? { ...segment, turn: segment.turn * facing } : segment));
}

/** An arc in parts that turn by less than half a turn, each a line where nobody could tell. */
function legsOfSegment(segment: Segment, step: number): PathLeg[] {
  if (segment.kind === 'line') return [{ from: segment.from, to: segment.to, arc: null }];
  const { centre, turn, radius, from, to } = segment;
  const rise = (angle: number) => radius * (1 - Math.cos(angle / 2));
  if (radius > LARGEST_RADIUS || rise(Math.abs(turn)) < step / 2) {
    // So many that none rises by half a step.
    const most = 2 * Math.acos(Math.max(-1, 1 - step / 2 / radius));
    const count = Math.max(1, Math.ceil(Math.abs(turn) / (most || 1e-6)));
    return straightLegs(onArc(from, to, centre, turn, Math.min(count, 10_000)));
  }
  const count = Math.ceil(Math.abs(turn) / MOST_TURN);
  const corners = onArc(from, to, centre, turn, count);
  return corners.slice(1).map((end, i) => ({ from: corners[i], to: end, arc: { centre, turn: turn / count } }));
}

function onArc(from: Vector3, to: Vector3, centre: Vector3, turn: number, count: number): Vector3[] {
  const [x, y] = [from[0] - centre[0], from[1] - centre[1]];
  return Array.from({ length: count + 1 }, (_, k): Vector3 => {
    if (k === 0) return from;
    if (k === count) return to;
    const [cos, sin] = [Math.cos((turn * k) / count), Math.sin((turn * k) / count)];
    return [centre[0] + x * cos - y * sin, centre[1] + x * sin + y * cos, from[2]];
  });
}

class Writer {
  private readonly lines: string[] = [];
  private motion = '';

  constructor(
    private readonly units: 'mm' | 'in',
    private readonly clearance: number,
    private readonly depth: number,
    private readonly feed: number,
  ) {}

  get count(): number {
    return this.lines.length;
  }

  head(name: string): void {
    const mode = `${this.units === 'mm' ? 'G21' : 'G20'} G17 G90 G94`;
    this.lines.push('%', comment(name), mode, `G0 Z${this.number(this.clearance)}`);
  }

  /** A curve: over its start, down, along, and up. */
  contour(name: string, legs: readonly PathLeg[]): void {
    if (legs.length === 0) return;
    const start = this.placeOf(legs[0].from);
    this.lines.push(comment(name), `G0 X${this.text(start[0])} Y${this.text(start[1])}`);
    this.lines.push(`G1 Z${this.text(start[2])} F${String(Math.round((this.feed / MM[this.units]) * 100) / 100)}`);
    this.motion = 'G1';
    let at = start;
    for (const leg of legs) {
      const to = this.placeOf(leg.to);
      // What rounds to the place where the tool stands is no move: an arc that ends where it began would be a circle.
      if (to.every((x, c) => x === at[c])) continue;
      this.lines.push(leg.arc ? this.arc(at, to, leg.arc) : this.straight(at, to));
      at = to;
    }
    this.lines.push(`G0 Z${this.number(this.clearance)}`);
    this.motion = 'G0';
  }

  end(): string {
    return `${[...this.lines, 'M30', '%'].join('\n')}\n`;
  }

  /** The lines from one on, as a text of its own. */
  textSince(from: number, units: 'mm' | 'in'): string {
    return [units === 'mm' ? 'G21' : 'G20', ...this.lines.slice(from)].join('\n');
  }

  /** In steps of the last digit. */
  private placeOf(at: Vector3): Vector3 {
    const steps = (x: number) => Math.round((x / MM[this.units]) * 10 ** DECIMALS[this.units]);
    return [steps(at[0]), steps(at[1]), steps(at[2] - this.depth)];
  }

  private straight(from: Vector3, to: Vector3): string {
    const words = ['X', 'Y', 'Z'].flatMap((letter, i) => (from[i] === to[i] ? [] : [`${letter}${this.text(to[i])}`]));
    return this.moving('G1', words);
  }

  /** Its centre on the bisector of the rounded ends, so that both radii agree. */
  private arc(from: Vector3, to: Vector3, { centre, turn }: NonNullable<PathLeg['arc']>): string {
    const scale = 10 ** DECIMALS[this.units] / MM[this.units];
    const [cx, cy] = [centre[0] * scale, centre[1] * scale];
    const [mx, my] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const off = ((cx - mx) * dx + (cy - my) * dy) / (dx * dx + dy * dy);
    const [i, j] = [cx - off * dx - from[0], cy - off * dy - from[1]].map(Math.round);
    const words = [`X${this.text(to[0])}`, `Y${this.text(to[1])}`, `I${this.text(i)}`, `J${this.text(j)}`];
    return this.moving(turn > 0 ? 'G3' : 'G2', words);
  }

  /** The function is said where it changes. */
  private moving(motion: string, words: readonly string[]): string {
    const line = [...(motion === this.motion ? [] : [motion]), ...words].join(' ');
    this.motion = motion;
    return line;
  }

  private number = (mm: number): string => this.text(Math.round((mm / MM[this.units]) * 10 ** DECIMALS[this.units]));

  /** Steps as a number with a point, without zeros that say nothing. */
  private text(steps: number): string {
    const decimals = DECIMALS[this.units];
    const digits = String(Math.abs(steps)).padStart(decimals + 1, '0');
    const fraction = digits.slice(-decimals).replace(/0+$/, '');
    return `${steps < 0 ? '-' : ''}${digits.slice(0, -decimals)}.${fraction}`;
  }
}

/** In letters that every control has, and without what ends a comment. */
const comment = (text: string): string => {
  const plain = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[^\x20-\x7e]|[()]/gu, '?');
  return `(${plain.slice(0, LONGEST_LINE - 2)})`;
};

/** How far the path that the text says strays from its curve, and where; sampled along the path. */
function priceOf(item: Exclude<Outgoing, { kind: 'point' }>, text: string): ExchangePrice {
  const { moves } = readMachinePath(new TextEncoder().encode(text));
  let worst: ExchangePrice = { max: 0, at: [0, 0, 0], bound: null };
  const cut = moves.filter(({ kind, from, to }) => kind !== 'rapid' && (from[0] !== to[0] || from[1] !== to[1]));
  const [first] = cut;
  if (!first) return worst;
  const lift = startOf(item)[2] - first.from[2];
  for (const move of cut) {
    for (const [x, y, z] of placesOf(move)) {
      const at: Vector3 = [x, y, z + lift];
      const away = distanceTo(item, at);
      if (away > worst.max) worst = { max: away, at, bound: null };
    }
  }
  return worst;
}

const startOf = (item: Exclude<Outgoing, { kind: 'point' }>): Vector3 =>
  item.kind === 'segments'
    ? item.segments[0].from
    : [
        item.curve.points[0] / item.curve.points[3],
        item.curve.points[1] / item.curve.points[3],
        item.curve.points[2] / item.curve.points[3],
      ];

function distanceTo(item: Exclude<Outgoing, { kind: 'point' }>, at: Vector3): number {
  if (item.kind === 'curve') return closestPoint(item.curve, at).distance;
  return Math.min(
    ...item.segments.map((segment) =>
      segment.kind === 'arc'
        ? Math.abs(distance(segment.centre, at) - segment.radius)
        : distanceToLeg(segment.from, segment.to, at),
    ),
  );
}

function distanceToLeg(from: Vector3, to: Vector3, at: Vector3): number {
  const [d, p] = [0, 1].map((i) => [0, 1, 2].map((c) => (i === 0 ? to[c] : at[c]) - from[c]));
  const share = Math.min(
    1,
    Math.max(0, (d[0] * p[0] + d[1] * p[1] + d[2] * p[2]) / (d[0] ** 2 + d[1] ** 2 + d[2] ** 2)),
  );
  return distance(at, [from[0] + share * d[0], from[1] + share * d[1], from[2] + share * d[2]]);
}
