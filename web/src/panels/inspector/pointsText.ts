import type { Vector3 } from '@pencil-bend/core';
import type { Row } from '@pencil-bend/document';
import { LARGEST, UNIT, type Units } from '../../ui/length';
import { readNumber } from '../../ui/readNumber';

/** Rows of a table as text, or what is wrong with it: which row, and what. */
export type ReadTable =
  { readonly ok: true; readonly rows: readonly Row[] } | { readonly ok: false; readonly why: string };

const MOST_ROWS = 10_000;

/**
 * Reads rows of x y, x y z or x y z weight, parted by tabs, semicolons, commas or spaces, in the sheet's unit or with
 * units of their own. A first row of words is a heading.
 */
export async function readTable(text: string, units: Units, weights: boolean): Promise<ReadTable> {
  const { default: Papa } = await import('papaparse');
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  const delimiter =
    ['\t', ';'].find((mark) => lines.some((line) => line.includes(mark))) ??
    (lines.some((line) => /,\s|\d,-?\d+,|,.*,/.test(line)) ? ',' : ' ');
  const source = delimiter === ' ' ? lines.map((line) => line.trim().replace(/\s+/g, ' ')) : lines;
  const { data } = Papa.parse<string[]>(source.join('\n'), { delimiter, skipEmptyLines: true });
  const cells = data.map((row) => row.map((cell) => cell.trim()));
  const headed = cells.length > 0 && cells[0].every((cell) => /^[#a-z]/i.test(cell));
  const body = headed ? cells.slice(1) : cells;
  // A column of row numbers is what a table of points often begins with.
  const numbered = headed && /^(#|no\.?|n|point)$/i.test(cells[0][0]);
  if (body.length < 2) return wrong('At least 2 rows of points are needed');
  if (body.length > MOST_ROWS) return wrong(`At most ${MOST_ROWS} rows can be pasted, not ${body.length}`);
  const rows: Row[] = [];
  for (const [i, all] of body.entries()) {
    const row = numbered ? all.slice(1) : all;
    const where = `Row ${i + 1}`;
    const most = weights ? 4 : 3;
    if (row.length < 2 || row.length > most) {
      return wrong(`${where}: 2 to ${most} numbers are needed (x y z${weights ? ' weight' : ''}), not ${row.length}`);
    }
    const values: number[] = [];
    for (const [c, cell] of row.entries()) {
      const typed = readNumber(cell, c === 3 ? null : UNIT[units]);
      const name = ['x', 'y', 'z', 'weight'][c];
      if (!typed.ok) return wrong(`${where}, ${name}: ${typed.why}`);
      if (Math.abs(typed.value) > LARGEST) return wrong(`${where}, ${name}: that is too large`);
      values.push(typed.value);
    }
    const [x, y, z = 0, weight] = values;
    if (weight !== undefined && !(weight >= 1e-9)) return wrong(`${where}: a weight above 0 is needed, not ${weight}`);
    rows.push({ at: [x, y, z] as Vector3, ...(weight !== undefined && { weight }) });
  }
  return { ok: true, rows };
}

const wrong = (why: string): ReadTable => ({ ok: false, why });

/** Rows as text that spreadsheets and `readTable` take: tabs between, a heading, every digit. */
export function writeTable(rows: readonly Row[], units: Units, weights: boolean): string {
  const heading = ['x', 'y', 'z', ...(weights ? ['weight'] : [])].join('\t');
  const lines = rows.map(({ at, weight = 1 }) =>
    [...at.map((mm) => String(mm / UNIT[units])), ...(weights ? [String(weight)] : [])].join('\t'),
  );
  return [heading, ...lines].join('\n');
}
