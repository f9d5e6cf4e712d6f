import { unparse } from 'papaparse';
import { UNIT, type Units } from '../../ui/length';
import { type GraphCurve, ratesOf } from '../../view/graphCurve';

/**
 * What the graph shows as comma-separated values (RFC 4180): a row for each sample, with every digit. Where curvature
 * jumps at a knot the length stands twice. A straight place has no radius.
 */
export function curvatureCsv(curves: readonly GraphCurve[], units: Units): string {
  const unit = UNIT[units];
  const rows = curves.flatMap(({ name, offset, reading }) => {
    const { s, kappa } = reading.profile;
    const rates = ratesOf(reading);
    return [...s].map((length, i) => [
      name,
      (offset + length) / unit,
      kappa[i] * unit,
      rates[i] * unit * unit,
      kappa[i] === 0 ? '' : 1 / (kappa[i] * unit),
    ]);
  });
  const fields = ['curve', `length ${units}`, `curvature 1/${units}`, `rate 1/${units}²`, `radius ${units}`];
  // A name that begins like a formula is no formula for a spreadsheet.
  return unparse({ fields, data: rows }, { escapeFormulae: true });
}
