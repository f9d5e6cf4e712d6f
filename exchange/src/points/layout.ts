import type { Encoding } from '../decoded';
import { cellsOf } from './cells';
import { areUnits, isHeading, nameColumn, namedColumns, numericColumns, type PointColumns, unitIn } from './columns';
import { type Dialect, dialectOf, likeAPoint, TRIED } from './dialect';
import type { PointUnit } from './units';

/** How a table of points is read: all of it can be chosen. */
export interface PointLayout extends Dialect {
  readonly encoding: Encoding;
  /** The number of the first line that is read, from 1. */
  readonly firstLine: number;
  readonly columns: PointColumns;
  readonly unit: PointUnit;
}

/** What was found above the points. */
export interface FoundLayout {
  readonly layout: PointLayout;
  /** The table names no unit: it was taken to be that of the sheet. */
  readonly isUnitAssumed: boolean;
  /** Numbers of the lines that name the columns and their units. */
  readonly headings: readonly number[];
  /** No row has two or three numbers. */
  readonly isNoTable: boolean;
}

const COMMENT = /^\s*(#|\/\/|%|!)+/;
export const isComment = (line: string): boolean => COMMENT.test(line);

/** Works out how a table is written where that is not given; `lines` of its text. */
export function layoutOf(
  lines: readonly string[],
  sheetUnit: PointUnit,
  encoding: Encoding,
  given: Partial<PointLayout>,
): FoundLayout {
  const from = (given.firstLine ?? 1) - 1;
  const found = dialectOf(withoutComments(lines, from), given);
  const dialect = { delimiter: given.delimiter ?? ',', decimal: given.decimal ?? '.', ...found };
  const first = given.firstLine ? from : firstRow(lines, dialect);
  const above = headingAbove(lines, first, dialect);
  const { heading } = above;
  const sample = cellsOf(withoutComments(lines, first).slice(0, 2 * TRIED), dialect.delimiter);
  const places = (heading && namedColumns(heading)) ?? numericColumns(sample, heading, dialect.decimal) ?? FIRST_TWO;
  const columns = given.columns ?? { ...places, name: nameColumn(sample, heading, places, dialect.decimal) };
  const unit = given.unit ?? above.unit;
  return {
    layout: { encoding, ...dialect, firstLine: first + 1, columns, unit: unit ?? sheetUnit },
    isUnitAssumed: unit === null,
    headings: above.lines,
    isNoTable: !found,
  };
}

const FIRST_TWO = { x: 0, y: 1, z: null };

/** Lines from one on, without those that are comments; so many as tell. */
function withoutComments(lines: readonly string[], from: number): string[] {
  const kept: string[] = [];
  for (let i = from; i < lines.length && kept.length < 2 * TRIED; i++) {
    if (lines[i].trim() !== '' && !isComment(lines[i])) kept.push(lines[i]);
  }
  return kept;
}

/** The first line that looks like a point. */
function firstRow(lines: readonly string[], { delimiter, decimal }: Dialect): number {
  const first = lines.findIndex((line) => !isComment(line) && likeAPoint(cellsOf([line], delimiter)[0], decimal) > 0);
  return Math.max(0, first);
}

/** What names the columns: the row above the points, with another one of units between; or a comment that names x and y. */
function headingAbove(lines: readonly string[], first: number, { delimiter, decimal }: Dialect) {
  const rows = cellsOf(
    lines.slice(0, first).map((line) => (isComment(line) ? '' : line)),
    delimiter,
  );
  const filled = [...rows.keys()].filter((i) => rows[i].length > 0);
  const last = filled.at(-1);
  if (last !== undefined && isHeading(rows[last], decimal)) {
    const over = filled.at(-2);
    const hasUnits = areUnits(rows[last]) && over !== undefined && isHeading(rows[over], decimal);
    const heading = hasUnits ? rows[over] : rows[last];
    const unit = (hasUnits ? unitIn(rows[last]) : null) ?? unitIn(heading);
    return { heading, unit, lines: hasUnits ? [over + 1, last + 1] : [last + 1] };
  }
  for (let i = first - 1; i >= 0; i--) {
    if (!isComment(lines[i])) continue;
    const [cells] = cellsOf([lines[i].replace(COMMENT, '')], delimiter);
    if (namedColumns(cells)) return { heading: cells, unit: unitIn(cells), lines: [i + 1] };
  }
  return { heading: null, unit: null, lines: [] };
}
