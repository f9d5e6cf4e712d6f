import type { Project } from '@pencil-bend/document';

export type Units = Project['units'];

/** One of each unit in mm. */
export const UNIT: Readonly<Record<Units, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4 };
/** Decimals that show a micrometre, or a ten-thousandth of an inch. */
const DECIMALS: Readonly<Record<Units, number>> = { mm: 3, cm: 4, m: 6, in: 4 };

/** Largest coordinate a drawing may have, in mm: a thousand kilometres. */
export const LARGEST = 1e9;

/** A length in mm as people see it: every digit that matters to them, without the unit. */
export function lengthShown(mm: number, units: Units, fewer = 0): string {
  const text = (mm / UNIT[units]).toFixed(Math.max(0, DECIMALS[units] - fewer));
  return text.replace(/^-(0(\.0+)?)$/, '$1');
}

/** The same with its unit, and as few decimals as one glance takes in. */
export const lengthInWords = (mm: number, units: Units, fewer = 1): string =>
  `${lengthShown(mm, units, fewer)} ${units}`;

/** A tolerance by its digits, however small it is: '0.138 mm'. */
export const toleranceInWords = (mm: number, units: Units): string =>
  `${Number((mm / UNIT[units]).toPrecision(3))} ${units}`;
