import { failed, type Result, success } from '@pencil-bend/core';
import { LARGEST_POINT_SET, type Project, tooManyPoints } from '@pencil-bend/document';
import Papa from 'papaparse';

/** Points of a table, packed x y z in mm. */
export interface PointTable {
  readonly points: Float64Array;
  readonly unit: Unit;
  /** The table names no unit: it was taken to be that of the sheet. */
  readonly isUnitAssumed: boolean;
  /** Rows that are no points, the first ones by number and text. */
  readonly skipped: {
    readonly count: number;
    readonly first: readonly { readonly row: number; readonly text: string }[];
  };
}

/** A unit of length as tables name it, and its mm. */
const UNITS = { mm: 1, cm: 10, m: 1000, in: 25.4, inch: 25.4, um: 0.001, µm: 0.001, μm: 0.001 } as const;
type Unit = keyof typeof UNITS;

/** How a table is written. */
interface Dialect {
  readonly delimiter: string;
  readonly decimal: '.' | ',';
}

const DELIMITERS = ['\t', ';', ',', ' '] as const;
/** So many rows tell how a table is written. */
const TRIED = 200;
/** So many rows that were passed over are named. */
const NAMED = 3;
const COMMENT = /^\s*(#|\/\/|%|!)/;

/**
 * Reads a table of x y z or x y, one point a row, in columns parted by tabs, semicolons, commas or blanks, with points or
 * commas as decimal signs: whichever gives most rows of two or three numbers. Columns are named in a heading, or are the
 * first of numbers; rows that are no points are passed over and named. Fails with what is wrong, in words.
 */
export function readPointTable(text: string, sheetUnit: Project['units']): Result<PointTable, string> {
  const lines = text.split(/\r\n|\r|\n/).map((line) => (COMMENT.test(line) ? '' : line));
  const dialect = dialectOf(lines);
  if (!dialect) return failed('there are no rows of two or three numbers in it');
  const rows = cellsOf(lines, dialect);
  // Above the heading there may be a title.
  const body = rows.findIndex((row) => likeAPoint(row, dialect) > 0);
  const headed = rows.findLastIndex((row, i) => i < body && row.length > 0);
  const heading = headed >= 0 && isHeading(rows[headed], dialect) ? rows[headed] : null;
  const columns = (heading && namedColumns(heading)) ?? numericColumns(rows, body, heading, dialect);
  if (columns.length < 2) return failed('there are no two columns of numbers in it');
  const unit = (heading && unitIn(heading)) ?? null;
  const read = pointsIn(rows, heading, columns, dialect, UNITS[unit ?? sheetUnit], lines);
  const { count } = read;
  if (count === 0) return failed('there is no row of numbers in it');
  if (count > LARGEST_POINT_SET.count) return failed(tooManyPoints(count));
  return success({ points: read.points, unit: unit ?? sheetUnit, isUnitAssumed: unit === null, skipped: read.skipped });
}

/** How most rows read as points; null where none does. */
function dialectOf(lines: readonly string[]): Dialect | null {
  const sample = lines.filter((line) => line.trim() !== '').slice(0, TRIED);
  let best: Dialect | null = null;
  let most = 0;
  for (const delimiter of DELIMITERS) {
    for (const decimal of ['.', ','] as const) {
      const dialect = { delimiter, decimal };
      const score = cellsOf(sample, dialect).reduce((sum, cells) => sum + likeAPoint(cells, dialect), 0);
      if (score > most) [best, most] = [dialect, score];
    }
  }
  return best;
}

/** How much a row looks like a point: two or three numbers, beside which nothing else looks like one. */
function likeAPoint(cells: readonly string[], { decimal }: Dialect): number {
  const others = cells.filter((cell) => Number.isNaN(numberIn(cell, decimal)));
  const numbers = cells.length - others.length;
  if (numbers < 2) return 0;
  const misread = others.filter((cell) => /^[+-]?[\d.,]+$/.test(cell)).length;
  return Math.max(0.05, (numbers > 3 ? 0.6 : 1) - 0.1 * others.length - 0.5 * misread);
}

/** The cells of each line, trimmed; none of an empty one. */
function cellsOf(lines: readonly string[], { delimiter }: Dialect): string[][] {
  const text = delimiter === ' ' ? lines.map((line) => line.trim().replace(/\s+/g, ' ')) : lines;
  const { data } = Papa.parse<string[]>(text.join('\n'), { delimiter, newline: '\n' });
  return data.map((row) => {
    const cells = row.map((cell) => cell.trim());
    while (cells.length > 0 && cells[cells.length - 1] === '') cells.pop();
    return cells;
  });
}

const PLAIN = {
  '.': /^[+-]?(\d+\.?\d*|\.\d+)([ed][+-]?\d+)?$/i,
  ',': /^[+-]?(\d+,?\d*|,\d+)([ed][+-]?\d+)?$/i,
} as const;
/** Thousands are told from decimals only where both signs stand. */
const GROUPED = { '.': /^[+-]?\d{1,3}(,\d{3})+\.\d+$/, ',': /^[+-]?\d{1,3}(\.\d{3})+,\d+$/ } as const;

/** The number that a cell is, or NaN: no infinities, no formulas, nothing after it. */
function numberIn(cell: string, decimal: Dialect['decimal']): number {
  const signed = cell.startsWith('\u2212') ? `-${cell.slice(1)}` : cell;
  const isGrouped = GROUPED[decimal].test(signed);
  if (!isGrouped && !PLAIN[decimal].test(signed)) return NaN;
  const plain = isGrouped ? signed.replaceAll(decimal === '.' ? ',' : '.', '') : signed;
  const value = Number(plain.replace(',', '.').replace(/d/i, 'e'));
  return Number.isFinite(value) ? value : NaN;
}

const isHeading = (cells: readonly string[], { decimal }: Dialect): boolean =>
  cells.length >= 2 &&
  cells.every((cell) => cell === '' || (/[a-zµμ#]/i.test(cell) && Number.isNaN(numberIn(cell, decimal))));

/** 'x', 'X [mm]', 'y (in)', 'z/mm', 'x_mm' */
const AXIS = /^([xyz])(?:(?:[\s_]+|[\s_]*[[(/]\s*)([a-zµμ]+)\s*[\])]?)?$/i;

function namedColumns(heading: readonly string[]): number[] | null {
  const columns = ['x', 'y', 'z'].map((axis) =>
    heading.findIndex((cell) => AXIS.exec(cell)?.[1].toLowerCase() === axis),
  );
  if (columns[0] < 0 || columns[1] < 0) return null;
  return columns.filter((column) => column >= 0);
}

function unitIn(heading: readonly string[]): Unit | null {
  for (const cell of heading) {
    const unit = (AXIS.exec(cell)?.[2] ?? /[[(]\s*([a-zµμ]+)\s*[\])]/i.exec(cell)?.[1] ?? '').toLowerCase();
    if (Object.hasOwn(UNITS, unit)) return unit as Unit;
  }
  return null;
}

/** The first columns of numbers; one that only counts the rows is passed over where enough are left. */
function numericColumns(
  rows: readonly (readonly string[])[],
  from: number,
  heading: readonly string[] | null,
  { decimal }: Dialect,
): number[] {
  const sample = rows
    .slice(from)
    .filter((row) => row.length > 0)
    .slice(0, TRIED);
  const width = Math.max(0, ...sample.map((row) => row.length));
  const values = Array.from({ length: width }, (_, column) =>
    sample.map((row) => numberIn(row[column] ?? '', decimal)),
  );
  const numeric = [...values.keys()].filter(
    (column) => values[column].filter((value) => !Number.isNaN(value)).length > sample.length / 2,
  );
  const [first] = numeric;
  const isNamedSo = /^(#|n|no\.?|nr\.?|id|index|point)$/i.test(heading?.[first] ?? '');
  const doesCount = numeric.length > 3 && values[first].every((value, i, all) => i === 0 || value === all[i - 1] + 1);
  return (numeric.length > 2 && (isNamedSo || doesCount) ? numeric.slice(1) : numeric).slice(0, 3);
}

/** Points beyond this, in mm, are none that a drawing can hold. */
const FARTHEST = 1e9;

function pointsIn(
  rows: readonly (readonly string[])[],
  heading: readonly string[] | null,
  columns: readonly number[],
  { decimal }: Dialect,
  mm: number,
  lines: readonly string[],
) {
  const points = new Float64Array(3 * rows.length);
  const first: { row: number; text: string }[] = [];
  let count = 0;
  let skipped = 0;
  for (let i = 0; i < rows.length; i++) {
    if (rows[i].length === 0 || rows[i] === heading) continue;
    let isPoint = true;
    for (let c = 0; c < columns.length; c++) {
      // 0 is added to take the sign off a zero.
      const value = numberIn(rows[i][columns[c]] ?? '', decimal) * mm + 0;
      points[3 * count + c] = value;
      isPoint &&= Math.abs(value) <= FARTHEST;
    }
    if (isPoint) count++;
    else if (++skipped <= NAMED) first.push({ row: i + 1, text: lines[i].trim().slice(0, 40) });
  }
  if (columns.length === 2) for (let i = 0; i < count; i++) points[3 * i + 2] = 0;
  return { points: points.slice(0, 3 * count), count, skipped: { count: skipped, first } };
}
