import { LARGEST_POINT_SET, type Project, tooManyPoints } from '@pencil-bend/document';
import { binaryKind } from '../binaryKind';
import { decoded, encodingOf } from '../decoded';
import { cellsOf } from './cells';
import { isComment, layoutOf, type PointLayout } from './layout';
import { numberIn } from './numberIn';
import { POINT_UNITS } from './units';

/** A row that is no point: the number of its line, the column that spoils it, from 1, and its text. */
export interface PassedOver {
  readonly line: number;
  readonly column: number;
  readonly text: string;
}

/** A line as it is shown before a table is taken in. */
export interface SampleLine {
  readonly line: number;
  readonly cells: readonly string[];
  readonly kind: 'point' | 'heading' | 'passed-over' | 'left-out';
}

/** Points of a table, and how it was read. */
export interface PointTable {
  /** Packed x y z, in mm. */
  readonly points: Float64Array;
  /** Of each point; null where no column has them, or of more than `MOST_NAMED_POINTS`. */
  readonly names: readonly string[] | null;
  readonly layout: PointLayout;
  readonly isUnitAssumed: boolean;
  /** Rows that are no points, the first ones one by one. */
  readonly skipped: { readonly count: number; readonly first: readonly PassedOver[] };
  /** A decimal that could be meant as thousands, '1,500', as it was found; null where there is none. */
  readonly likeThousands: string | null;
  readonly sample: readonly SampleLine[];
  /** Why there are no points, in words; null where there are. */
  readonly problem: string | null;
}

export interface ReadPointsOptions {
  /** That of points whose table names none. */
  readonly units: Project['units'];
  /** What is not to be worked out. */
  readonly layout?: Partial<PointLayout>;
  readonly progress?: (share: number) => void;
}

/** So many points may have names of their own. */
export const MOST_NAMED_POINTS = 5000;
/** So many rows that were passed over are told one by one. */
const TOLD = 5;
/** So many lines are shown, and so many of them above the first point. */
const [SHOWN, ABOVE] = [40, 5];
/** So many characters of a line are told. */
const LONGEST = 40;
/** So many lines are read between two reports. */
const BATCH = 4096;
/** Points beyond this, in mm, are none that a drawing can hold. */
const FARTHEST = 1e9;

/**
 * Reads a table of x y z or x y, one point a row, in columns parted by tabs, semicolons, commas or blanks, with points or
 * commas as decimal signs: whichever gives most rows of two or three numbers. Columns are named in a heading, or are the
 * first of numbers; rows that are no points are passed over and told. Never throws: why there are no points is in words.
 */
export function readPoints(bytes: Uint8Array, { units, layout: given = {}, progress }: ReadPointsOptions): PointTable {
  const binary = binaryKind(bytes);
  const encoding = given.encoding ?? encodingOf(bytes);
  const lines = binary ? [] : decoded(bytes, encoding).split(/\r\n|\r|\n/);
  const { layout, isUnitAssumed, headings, isNoTable } = layoutOf(lines, units, encoding, given);
  const isAllRead = given.firstLine === undefined;
  const read = pointsIn(lines, layout, { headings, isAllRead, progress });
  const problem = binary ? `it is ${binary}, not text` : problemOf(lines, layout, read.count, isNoTable);
  return {
    points: problem ? new Float64Array() : read.points,
    names: read.names,
    layout,
    isUnitAssumed,
    skipped: read.skipped,
    likeThousands: layout.decimal === ',' ? likeThousands(lines, layout) : null,
    sample: sampled(lines, layout, { headings, isAllRead }),
    problem,
  };
}

function problemOf(lines: readonly string[], layout: PointLayout, count: number, isNoTable: boolean): string | null {
  if (count > LARGEST_POINT_SET.count) return tooManyPoints(count);
  if (count > 0) return null;
  const first = lines.findIndex((line) => line.trim() !== '' && !isComment(line));
  const where = first < 0 ? '' : `; line ${first + 1} is '${told(lines[first])}'`;
  if (isNoTable) return `there are no rows of two or three numbers in it${where}`;
  return `from line ${layout.firstLine} on no row has numbers in these columns`;
}

const told = (line: string): string => {
  const text = line.trim();
  return text.length > LONGEST ? `${text.slice(0, LONGEST - 2)} …` : text;
};

interface Reading {
  readonly headings: readonly number[];
  /** What stands above the first line is told where it is no heading. */
  readonly isAllRead: boolean;
  readonly progress?: (share: number) => void;
}

function pointsIn(lines: readonly string[], layout: PointLayout, { headings, isAllRead, progress }: Reading) {
  const { delimiter, columns, firstLine } = layout;
  const from = isAllRead ? 0 : firstLine - 1;
  const points = new Float64Array(3 * Math.max(0, lines.length - from));
  const reader = rowReader(layout);
  const names: string[] = [];
  const first: PassedOver[] = [];
  let count = 0;
  let skipped = 0;
  for (let start = from; start < lines.length; start += BATCH) {
    const rows = cellsOf(lines.slice(start, start + BATCH), delimiter);
    for (let i = 0; i < rows.length; i++) {
      const line = start + i + 1;
      const cells = rows[i];
      if (cells.length === 0 || isComment(lines[line - 1]) || headings.includes(line)) continue;
      const wrong = line < firstLine ? 0 : reader(cells, points, 3 * count);
      if (wrong === null) {
        if (columns.name !== null && count < MOST_NAMED_POINTS) names.push(cells[columns.name] ?? '');
        count++;
      } else if (++skipped <= TOLD) first.push({ line, column: wrong + 1, text: told(lines[line - 1]) });
    }
    progress?.(Math.min(1, (start + BATCH) / lines.length));
  }
  return {
    points: points.slice(0, 3 * count),
    names: columns.name !== null && count <= MOST_NAMED_POINTS ? names : null,
    count,
    skipped: { count: skipped, first },
  };
}

/** Reads the coordinates of a row, in mm, to a place; answers the column that is no number, or null. */
function rowReader({ columns: { x, y, z }, decimal, unit }: PointLayout) {
  const axes = z === null ? [x, y] : [x, y, z];
  const mm = POINT_UNITS[unit];
  return (cells: readonly string[], points: Float64Array, at: number): number | null => {
    points[at + 2] = 0;
    for (let c = 0; c < axes.length; c++) {
      // 0 is added to take the sign off a zero.
      const value = numberIn(cells[axes[c]] ?? '', decimal) * mm + 0;
      if (!(Math.abs(value) <= FARTHEST)) return axes[c];
      points[at + c] = value;
    }
    return null;
  };
}

/** The first number with three decimals behind a comma, where all that have any have three. */
function likeThousands(lines: readonly string[], { delimiter, columns: { x, y, z }, firstLine }: PointLayout) {
  const cells = cellsOf(lines.slice(firstLine - 1, firstLine + 199), delimiter)
    .flatMap((row) => [row[x], row[y], z === null ? '' : row[z]])
    .filter((cell) => cell?.includes(','));
  return cells.length > 0 && cells.every((cell) => /^[+-]?[1-9]\d{0,2},\d{3}$/.test(cell)) ? cells[0] : null;
}

function sampled(lines: readonly string[], layout: PointLayout, { headings, isAllRead }: Reading): SampleLine[] {
  const { firstLine, delimiter } = layout;
  const from = Math.max(0, Math.min(firstLine, ...headings) - 1 - ABOVE);
  const reader = rowReader(layout);
  const scratch = new Float64Array(3);
  return cellsOf(lines.slice(from, from + SHOWN), delimiter).flatMap((cells, i) => {
    const line = from + i + 1;
    if (cells.length === 0) return [];
    const isAbove = line < firstLine;
    const isLeftOut = (isAbove && !isAllRead) || isComment(lines[line - 1]);
    const isPoint = () => !isAbove && reader(cells, scratch, 0) === null;
    const kind = headings.includes(line) ? 'heading' : isLeftOut ? 'left-out' : isPoint() ? 'point' : 'passed-over';
    return [{ line, cells, kind }];
  });
}
