import { latin1 } from '../latin1';

/** One move of a tool along a path, in mm. */
export type Move = {
  /** Of the file, from 1. */
  readonly line: number;
  readonly from: readonly [number, number, number];
  readonly to: readonly [number, number, number];
  /** In mm a minute; null for rapid moves, and before one is said. */
  readonly feed: number | null;
} & (
  | { readonly kind: 'rapid' | 'line' }
  | {
      readonly kind: 'arc';
      /** In the plane of the arc, at the height of `from`. */
      readonly centre: readonly [number, number, number];
      /** The axes of the plane, in the order in which an arc turns anticlockwise. */
      readonly axes: readonly [number, number];
      /** In radians, positive anticlockwise; along the third axis it rises evenly. */
      readonly turn: number;
    }
);

/** Something that was not understood, or does not fit. */
export interface MachineProblem {
  readonly line: number;
  readonly what: string;
  /** Nothing after it is read. */
  readonly isEnd: boolean;
}

/** A path as a machine would take it. */
export interface MachinePath {
  readonly name: string | null;
  readonly units: 'mm' | 'in';
  /** The file says which. */
  readonly areUnitsSaid: boolean;
  readonly moves: readonly Move[];
  readonly problems: readonly MachineProblem[];
}

const INCH = 25.4;
/** Preparatory functions that change nothing of a path. */
const ACCEPTED = new Set([4, 40, 49, 54, 80, 94]);
/** Radii at both ends of an arc may differ by so much, in mm or as a share. */
const [MISMATCH, SHARE] = [0.01, 0.001];

type Axis = 'X' | 'Y' | 'Z';
const AXES: readonly Axis[] = ['X', 'Y', 'Z'];
/** Planes by their function: the axes in which an arc turns anticlockwise, and the letters of its centre. */
const PLANES: Readonly<Record<number, readonly [number, number]>> = { 17: [0, 1], 18: [2, 0], 19: [1, 2] };
const OFFSETS = ['I', 'J', 'K'];

/** Whether a text begins as a path: a line of words of letters and numbers, among them a move. */
export const isMachinePath = (text: string): boolean =>
  text
    .split(/\r\n|\r|\n/, 200)
    .some((line) => /^\s*(?:N\s*\d+\s*)?[GXYZ]\s*[-+.\d]/i.test(line) && wordsOf(line) !== null);

/** The words of a line; null where something else is in it. */
function wordsOf(line: string): (readonly [letter: string, value: number])[] | null {
  const plain = line
    .replace(/\([^)]*\)/g, ' ')
    .replace(/;.*$/, '')
    .trim();
  if (plain === '' || plain === '%' || plain.startsWith('/')) return [];
  const words: [string, number][] = [];
  const word = /\s*([A-Za-z])\s*([+-]?(?:\d+\.?\d*|\.\d+))/y;
  let at = 0;
  while (at < plain.length) {
    word.lastIndex = at;
    const match = word.exec(plain);
    if (!match) return plain.slice(at).trim() === '' ? words : null;
    words.push([match[1].toUpperCase(), Number(match[2])]);
    at = word.lastIndex;
  }
  return words;
}

/**
 * A path in the words of ISO 6983-1: moves, arcs by centre or radius, planes, units, absolute or stepwise. It is read up
 * to the first line that is not understood, which is told; so are arcs whose ends do not lie on one circle.
 */
export function readMachinePath(bytes: Uint8Array): MachinePath {
  const reader = new Reader();
  const lines = latin1(bytes).split(/\r\n|\r|\n/);
  for (let i = 0; i < lines.length && !reader.isDone; i++) reader.line(lines[i], i + 1);
  return reader.path();
}

class Reader {
  isDone = false;
  private name: string | null = null;
  private units: 'mm' | 'in' = 'mm';
  private areUnitsSaid = false;
  private readonly moves: Move[] = [];
  private readonly problems: MachineProblem[] = [];
  private at: [number, number, number] = [0, 0, 0];
  private motion = 0;
  private plane = 17;
  private isAbsolute = true;
  private areCentresAbsolute = false;
  private feed: number | null = null;

  path = (): MachinePath => ({
    name: this.name,
    units: this.units,
    areUnitsSaid: this.areUnitsSaid,
    moves: this.moves,
    problems: this.problems,
  });

  line(text: string, line: number): void {
    const comment = /\(([^)]*)\)/.exec(text);
    if (comment && this.name === null && this.moves.length === 0) this.name = comment[1].trim() || null;
    const words = wordsOf(text);
    if (!words) return this.stop(line, `'${text.trim().slice(0, 40)}' is not understood`);
    const values = new Map<string, number>();
    for (const [letter, value] of words) {
      if (letter === 'G') {
        if (!this.function(value)) return this.stop(line, `G${value} is not understood`);
      } else if (letter === 'M') {
        if (value === 2 || value === 30) this.isDone = true;
      } else if ('NSTODHP'.includes(letter)) continue;
      else if ('XYZIJKRF'.includes(letter)) values.set(letter, value * (this.units === 'in' ? INCH : 1));
      else return this.stop(line, `${letter} is not understood`);
    }
    const feed = values.get('F');
    if (feed !== undefined) this.feed = feed;
    if (
      AXES.some((axis) => values.has(axis)) ||
      (this.motion >= 2 && [...OFFSETS, 'R'].some((letter) => values.has(letter)))
    )
      this.move(values, line);
  }

  private stop(line: number, what: string): void {
    this.problems.push({ line, what, isEnd: true });
    this.isDone = true;
  }

  /** Whether it is understood. */
  private function(value: number): boolean {
    if (value === 0 || value === 1 || value === 2 || value === 3) this.motion = value;
    else if (value in PLANES) this.plane = value;
    else if (value === 20 || value === 70) this.setUnits('in');
    else if (value === 21 || value === 71) this.setUnits('mm');
    else if (value === 90) this.isAbsolute = true;
    else if (value === 91) this.isAbsolute = false;
    else if (value === 90.1) this.areCentresAbsolute = true;
    else if (value === 91.1) this.areCentresAbsolute = false;
    else return ACCEPTED.has(value);
    return true;
  }

  private setUnits(units: 'mm' | 'in'): void {
    this.units = units;
    this.areUnitsSaid = true;
  }

  private move(values: ReadonlyMap<string, number>, line: number): void {
    const from = this.at;
    const to = AXES.map((axis, i) => {
      const value = values.get(axis);
      return value === undefined ? from[i] : this.isAbsolute ? value : from[i] + value;
    }) as [number, number, number];
    const base = { line, from, to, feed: this.motion === 0 ? null : this.feed };
    if (this.motion < 2) {
      if (from.some((x, i) => x !== to[i])) this.moves.push({ ...base, kind: this.motion === 0 ? 'rapid' : 'line' });
    } else {
      const arc = this.arc(from, to, values, line);
      if (arc) this.moves.push({ ...base, kind: 'arc', ...arc });
    }
    this.at = to;
  }

  private arc(from: readonly number[], to: readonly number[], values: ReadonlyMap<string, number>, line: number) {
    const axes = PLANES[this.plane];
    const [u, v] = axes;
    const side = this.motion === 3 ? 1 : -1;
    const problem = (what: string) => {
      this.problems.push({ line, what, isEnd: false });
      return null;
    };
    const radius = values.get('R');
    const centre = [...from] as [number, number, number];
    if (radius !== undefined) {
      const [du, dv] = [to[u] - from[u], to[v] - from[v]];
      const half = Math.hypot(du, dv) / 2;
      if (!(half > 0)) return problem('an arc by its radius that ends where it began');
      if (Math.abs(radius) < half * (1 - SHARE))
        return problem(`its radius of ${short(Math.abs(radius))} mm does not reach: ${short(half)} mm are needed`);
      // A negative radius is the long way round.
      const away = Math.sqrt(Math.max(0, radius * radius - half * half)) * (radius < 0 ? -side : side);
      centre[u] = (from[u] + to[u]) / 2 - (away * dv) / (2 * half);
      centre[v] = (from[v] + to[v]) / 2 + (away * du) / (2 * half);
    } else {
      if (!OFFSETS.some((letter, i) => axes.includes(i) && values.has(letter)))
        return problem('an arc without a centre or a radius');
      for (const axis of axes) {
        const offset = values.get(OFFSETS[axis]);
        centre[axis] = this.areCentresAbsolute ? (offset ?? from[axis]) : from[axis] + (offset ?? 0);
      }
    }
    const [a, b] = [from, to].map((place) => [place[u] - centre[u], place[v] - centre[v]]);
    const [ra, rb] = [Math.hypot(...a), Math.hypot(...b)];
    if (!(ra > 0 && rb > 0)) return problem('its radius is 0');
    const mismatch = Math.abs(ra - rb);
    if (mismatch > Math.max(MISMATCH, SHARE * Math.max(ra, rb))) {
      return problem(
        `its ends lie on no one circle: the radius is ${short(ra)} mm at the start and ${short(rb)} mm at the end`,
      );
    }
    let turn = Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]);
    const isFull = from[u] === to[u] && from[v] === to[v];
    if (isFull) turn = side * 2 * Math.PI;
    else if (side > 0 && turn <= 0) turn += 2 * Math.PI;
    else if (side < 0 && turn >= 0) turn -= 2 * Math.PI;
    return { centre, axes, turn };
  }
}

const short = (x: number): string => String(Number(x.toPrecision(6)));
