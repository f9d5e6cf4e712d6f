import Papa from 'papaparse';
import type { DecimalSign } from './numberIn';
import { POINT_UNITS, type PointUnit } from './units';

export interface WritePointsOptions {
  readonly unit: PointUnit;
  /** With a comma the columns are parted by semicolons. */
  readonly decimal?: DecimalSign;
  /** A byte order mark, by which some spreadsheets know UTF-8. */
  readonly mark?: boolean;
  /** Of each point. */
  readonly names?: readonly string[];
  /** Of each point, as those of control points. */
  readonly weights?: readonly number[];
}

/**
 * A table of points, packed x y z in mm, as text: separated values after RFC 4180, with every digit, a heading with
 * units, and lines that end as that standard has them. `readPoints` reads it back, in mm to the same bits.
 */
export function writePoints(points: ArrayLike<number>, options: WritePointsOptions): string {
  const { unit, decimal = '.', mark = false, names, weights } = options;
  const mm = POINT_UNITS[unit];
  const inText = (value: number) => (decimal === ',' ? String(value).replace('.', ',') : String(value));
  const heading = [...(names ? ['name'] : []), ...'xyz'.split('').map((axis) => `${axis} [${unit}]`)];
  if (weights) heading.push('weight');
  const rows = Array.from({ length: points.length / 3 }, (_, i) => {
    // 0 is added to take the sign off a zero.
    const row = [0, 1, 2].map((c) => inText(points[3 * i + c] / mm + 0));
    if (names) row.unshift(asWords(names[i]));
    if (weights) row.push(inText(weights[i]));
    return row;
  });
  const delimiter = decimal === ',' ? ';' : ',';
  const text = Papa.unparse([heading, ...rows], { delimiter, newline: '\r\n' });
  return `${mark ? '\ufeff' : ''}${text}\r\n`;
}

/** A spreadsheet would run what begins so as a formula. */
const asWords = (text: string): string => (/^[=+\-@]/.test(text) ? `'${text}` : text);
