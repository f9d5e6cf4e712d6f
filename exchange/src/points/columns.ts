import { TRIED } from './dialect';
import { type DecimalSign, numberIn } from './numberIn';
import { type PointUnit, unitNamed } from './units';

/** Which columns, counted from 0, the coordinates stand in, and the name of each point; null: there is none. */
export interface PointColumns {
  readonly x: number;
  readonly y: number;
  readonly z: number | null;
  readonly name: number | null;
}

/** 'x', 'X [mm]', 'y (in)', 'z/mm', 'x_mm' */
const AXIS = /^([xyz])(?:(?:[\s_]+|[\s_]*[[(/]\s*)([a-zµμ]+)\s*[\])]?)?$/i;
const NAME = /^(name|label|point|id)$/i;
const NUMBER = /^(#|n|no\.?|nr\.?|id|index|point)$/i;

export const isHeading = (cells: readonly string[], decimal: DecimalSign): boolean =>
  cells.length >= 2 &&
  cells.every((cell) => cell === '' || (/[a-zµμ#]/i.test(cell) && Number.isNaN(numberIn(cell, decimal))));

/** A row below the heading that only has units. */
export const areUnits = (cells: readonly string[]): boolean =>
  cells.some((cell) => bareUnit(cell)) && cells.every((cell) => cell === '' || cell === '-' || bareUnit(cell));

const bareUnit = (cell: string): PointUnit | null => unitNamed(/^[[(]?\s*([a-zµμ]+)\s*[\])]?$/i.exec(cell)?.[1] ?? '');

/** The unit that a heading names: that of an axis, else the first in brackets. */
export function unitIn(heading: readonly string[]): PointUnit | null {
  for (const cell of heading) {
    const unit =
      unitNamed(AXIS.exec(cell)?.[2] ?? /[[(]\s*([a-zµμ]+)\s*[\])]/i.exec(cell)?.[1] ?? '') ?? bareUnit(cell);
    if (unit) return unit;
  }
  return null;
}

/** The columns that a heading names x, y and z, wherever they stand. */
export function namedColumns(heading: readonly string[]): Omit<PointColumns, 'name'> | null {
  const [x, y, z] = ['x', 'y', 'z'].map((axis) =>
    heading.findIndex((cell) => AXIS.exec(cell)?.[1].toLowerCase() === axis),
  );
  return x < 0 || y < 0 ? null : { x, y, z: z < 0 ? null : z };
}

/** The first columns of numbers; one that only counts the rows is passed over where enough are left. */
export function numericColumns(
  rows: readonly (readonly string[])[],
  heading: readonly string[] | null,
  decimal: DecimalSign,
): Omit<PointColumns, 'name'> | null {
  const sample = rows.filter((row) => row.length > 0).slice(0, TRIED);
  const width = Math.max(0, ...sample.map((row) => row.length));
  const values = Array.from({ length: width }, (_, column) =>
    sample.map((row) => numberIn(row[column] ?? '', decimal)),
  );
  const numeric = [...values.keys()].filter(
    (column) => values[column].filter((value) => !Number.isNaN(value)).length > sample.length / 2,
  );
  const [first] = numeric;
  const isNamedSo = NUMBER.test(heading?.[first] ?? '');
  const counts = (column: readonly number[]) => column.every((value, i) => i === 0 || value === column[i - 1] + 1);
  const doesCount = numeric.length > 3 && sample.length > 1 && counts(values[first]);
  const [x, y, z = null] = numeric.length > 2 && (isNamedSo || doesCount) ? numeric.slice(1) : numeric;
  return y === undefined ? null : { x, y, z };
}

/** The column of names: one that its heading calls so, else a first one of words. */
export function nameColumn(
  rows: readonly (readonly string[])[],
  heading: readonly string[] | null,
  { x, y, z }: Omit<PointColumns, 'name'>,
  decimal: DecimalSign,
): number | null {
  const isFree = (column: number) => ![x, y, z].includes(column);
  const called = heading?.findIndex((cell, column) => NAME.test(cell) && isFree(column)) ?? -1;
  if (called >= 0) return called;
  const sample = rows.filter((row) => row.length > 0).slice(0, TRIED);
  const words = sample.filter(([first = '']) => first !== '' && Number.isNaN(numberIn(first, decimal)));
  return isFree(0) && sample.length > 0 && words.length > sample.length / 2 ? 0 : null;
}
