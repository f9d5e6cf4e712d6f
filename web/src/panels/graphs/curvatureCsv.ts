import type { CurvatureProfile } from '@pencil-bend/core';
import { unparse } from 'papaparse';
import { UNIT, type Units } from '../../ui/length';

/** A profile with the name of its curve. */
export interface NamedProfile {
  readonly name: string;
  readonly profile: CurvatureProfile;
}

/**
 * What the graph shows as comma-separated values (RFC 4180): a row for each sample, with every digit. Where curvature
 * jumps at a knot the length stands twice. A straight place has no radius.
 */
export function curvatureCsv(curves: readonly NamedProfile[], units: Units): string {
  const unit = UNIT[units];
  const rows = curves.flatMap(({ name, profile: { s, kappa } }) =>
    [...s].map((length, i) => [name, length / unit, kappa[i] * unit, kappa[i] === 0 ? '' : 1 / (kappa[i] * unit)]),
  );
  return unparse({ fields: ['curve', `length ${units}`, `curvature 1/${units}`, `radius ${units}`], data: rows });
}
