/** x' = a x + c y + e, y' = b x + d y + f (SVG 2, 8.5). */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const UNMOVED: Matrix = [1, 0, 0, 1, 0, 0];

/** One after another: the second is nearer to what is drawn. */
export const times = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

export const shifted = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

const LIST = /\s*,?\s*([a-zA-Z]+)\s*\(([^()]*)\)/y;

/** A list of transformations (SVG 2, 8.5; CSS Transforms 1, 8); null where it is broken, or flattens what it moves. */
export function matrixOf(text: string): Matrix | null {
  let matrix = UNMOVED;
  let at = 0;
  while (at < text.length) {
    LIST.lastIndex = at;
    const match = LIST.exec(text);
    if (!match) {
      if (text.slice(at).trim() !== '') return null;
      break;
    }
    const words = match[2].trim();
    const numbers = words === '' ? [] : words.split(/\s*,\s*|\s+/).map(Number);
    const one = numbers.every((x) => Math.abs(x) < 1e15) ? single(match[1], numbers) : null;
    if (!one) return null;
    matrix = times(matrix, one);
    at = LIST.lastIndex;
  }
  const [a, b, c, d] = matrix;
  return Math.abs(a * d - b * c) > 0 && matrix.every(Number.isFinite) ? matrix : null;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

function single(name: string, n: readonly number[]): Matrix | null {
  const has = (...counts: readonly number[]) => counts.includes(n.length);
  switch (name) {
    case 'matrix':
      return has(6) ? [n[0], n[1], n[2], n[3], n[4], n[5]] : null;
    case 'translate':
      return has(1, 2) ? shifted(n[0], n[1] ?? 0) : null;
    case 'scale':
      return has(1, 2) ? [n[0], 0, 0, n[1] ?? n[0], 0, 0] : null;
    case 'rotate': {
      if (!has(1, 3)) return null;
      const [cos, sin] = [Math.cos(radians(n[0])), Math.sin(radians(n[0]))];
      const turn: Matrix = [cos, sin, -sin, cos, 0, 0];
      return has(1) ? turn : times(times(shifted(n[1], n[2]), turn), shifted(-n[1], -n[2]));
    }
    case 'skewX':
      return has(1) ? [1, 0, Math.tan(radians(n[0])), 1, 0, 0] : null;
    case 'skewY':
      return has(1) ? [1, Math.tan(radians(n[0])), 0, 1, 0, 0] : null;
    default:
      return null;
  }
}

/** From a viewBox to a viewport of a size (SVG 2, 8.8); null for one that shows nothing. */
export function viewBoxMatrix(viewBox: readonly number[], width: number, height: number, keep: string): Matrix | null {
  const [x, y, w, h] = viewBox;
  if (!(w > 0 && h > 0 && width > 0 && height > 0)) return null;
  const [, alignX = 'Mid', alignY = 'Mid'] = /x(Min|Mid|Max)Y(Min|Mid|Max)/.exec(keep) ?? [];
  let [sx, sy] = [width / w, height / h];
  if (!keep.includes('none')) sx = sy = keep.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy);
  const shift = (align: string, room: number) => (align === 'Min' ? 0 : align === 'Max' ? room : room / 2);
  return [sx, 0, 0, sy, shift(alignX, width - w * sx) - x * sx, shift(alignY, height - h * sy) - y * sy];
}
