import { lengthInWords, UNIT, type Units } from './length';

/** A radius with its unit; a line has none to name. */
export const radiusInWords = (radius: number, units: Units = 'mm'): string =>
  radius > 1e5 ? 'straight' : lengthInWords(radius, units, radius < 10 ? 1 : 2);

export const curvatureInWords = (kappa: number, units: Units = 'mm'): string =>
  `${(kappa * UNIT[units]).toFixed(units === 'mm' ? 5 : 4).replace('-', '−')} /${units}`;

/** '1 change', '3 changes'. */
export const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** '2 inflections'; in space a curve has none. */
export const inflectionsInWords = (inflections: number | null): string =>
  inflections === null ? 'a curve in space' : counted(inflections, 'inflection', 'inflections');
