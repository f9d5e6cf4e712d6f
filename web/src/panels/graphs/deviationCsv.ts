import { unparse } from 'papaparse';
import { UNIT, type Units } from '../../ui/length';
import type { ComparisonFigures } from '../../work/comparison';

/**
 * What a comparison read as comma-separated values (RFC 4180): a row for each place of the curve, or for each point, with
 * its length along the curve and its distance; where that has a side, with a sign.
 */
export function deviationCsv({ s, away, feet }: ComparisonFigures, name: string, units: Units): string {
  const unit = UNIT[units];
  const data = [...s].map((length, i) => [
    name,
    length / unit,
    away[i] / unit,
    ...[0, 1, 2].map((c) => feet[3 * i + c] / unit),
  ]);
  const fields = ['curve', `length ${units}`, `deviation ${units}`, `x ${units}`, `y ${units}`, `z ${units}`];
  // A name that begins like a formula is no formula for a spreadsheet.
  return unparse({ fields, data }, { escapeFormulae: true });
}
