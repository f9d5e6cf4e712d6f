import { cellsOf, type Delimiter, DELIMITERS } from './cells';
import { type DecimalSign, numberIn } from './numberIn';

/** How a table is written. */
export interface Dialect {
  readonly delimiter: Delimiter;
  readonly decimal: DecimalSign;
}

/** So many rows tell how a table is written. */
export const TRIED = 200;

/** How most rows read as points, of what is given; null where none does. */
export function dialectOf(lines: readonly string[], given: Partial<Dialect>): Dialect | null {
  const sample = lines.filter((line) => line.trim() !== '').slice(0, TRIED);
  let best: Dialect | null = null;
  let most = 0;
  for (const delimiter of given.delimiter ? [given.delimiter] : DELIMITERS) {
    const rows = cellsOf(sample, delimiter);
    for (const decimal of given.decimal ? [given.decimal] : (['.', ','] as const)) {
      const score = rows.reduce((sum, cells) => sum + likeAPoint(cells, decimal), 0);
      if (score > most) [best, most] = [{ delimiter, decimal }, score];
    }
  }
  return best;
}

/** How much a row looks like a point: two or three numbers, beside which nothing else looks like one. */
export function likeAPoint(cells: readonly string[], decimal: DecimalSign): number {
  const others = cells.filter((cell) => Number.isNaN(numberIn(cell, decimal)));
  const numbers = cells.length - others.length;
  if (numbers < 2) return 0;
  const misread = others.filter((cell) => /\d/.test(cell) && OF_NUMBERS.test(cell)).length;
  return Math.max(0.05, (numbers > 3 ? 0.6 : 1) - 0.1 * others.length - 0.5 * misread);
}

/** What is made of numbers without being one: it was parted wrongly. */
const OF_NUMBERS = /^[-+\u2212\d.,;\s]+$/;
