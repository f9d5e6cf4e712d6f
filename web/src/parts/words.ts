/** A radius with its unit; a line has none to name. */
export const radiusInWords = (radius: number): string =>
  radius > 1e5 ? 'straight' : `${radius.toFixed(radius < 10 ? 2 : 1)} mm`;

export const curvatureInWords = (kappa: number): string => `${kappa.toFixed(5).replace('-', '−')} /mm`;

/** '1 change', '3 changes'. */
export const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;
