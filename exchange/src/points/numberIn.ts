export type DecimalSign = '.' | ',';

const PLAIN = {
  '.': /^[+-]?(\d+\.?\d*|\.\d+)([ed][+-]?\d+)?$/i,
  ',': /^[+-]?(\d+,?\d*|,\d+)([ed][+-]?\d+)?$/i,
} as const;
/** Thousands are told from decimals only where both signs stand. */
const GROUPED = { '.': /^[+-]?\d{1,3}(,\d{3})+\.\d+$/, ',': /^[+-]?\d{1,3}(\.\d{3})+,\d+$/ } as const;

/** The number that a cell is, or NaN: no infinities, no formulas, nothing after it. Exponents by e, or by d as Fortran has them. */
export function numberIn(cell: string, decimal: DecimalSign): number {
  const signed = cell.startsWith('\u2212') ? `-${cell.slice(1)}` : cell;
  const isGrouped = !PLAIN[decimal].test(signed);
  if (isGrouped && !GROUPED[decimal].test(signed)) return NaN;
  const plain = isGrouped ? signed.replaceAll(decimal === '.' ? ',' : '.', '') : signed;
  const value = Number((decimal === ',' ? plain.replace(',', '.') : plain).replace(/d/i, 'e'));
  return Number.isFinite(value) ? value : NaN;
}
