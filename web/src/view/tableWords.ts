import type { PointTable } from '@pencil-bend/exchange';

/** Rows of a table that are no points: how many, and the first ones by line, column and text. */
export function passedOverInWords({ count, first }: PointTable['skipped']): string {
  const rows = first.map(({ line, column, text }) => `line ${line} (column ${column}) '${text}'`).join(', ');
  const more = count > first.length ? ' …' : '';
  return `${count.toLocaleString('en')} ${count === 1 ? 'row was' : 'rows were'} passed over: ${rows}${more}`;
}
