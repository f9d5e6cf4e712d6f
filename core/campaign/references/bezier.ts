import type { Curve } from '../../src/index';

/** A polynomial or rational piece, homogeneous wx wy wz w, over a range of parameters. */
export interface Piece {
  readonly from: number;
  readonly to: number;
  readonly points: readonly (readonly number[])[];
}

const mixed = (a: readonly number[], b: readonly number[], t: number) => a.map((x, c) => (1 - t) * x + t * b[c]);

/**
 * The Bézier pieces of a curve, naively: polar values by de Boor's triangle, a new one for each point (Farin, Curves and
 * Surfaces for CAGD, ch. 8). About the first control point, which is added again by `placeOf`.
 */
export function piecesOf({ degree, knots, points }: Curve): { origin: readonly number[]; pieces: Piece[] } {
  const [X, Y, Z, W] = points;
  const origin = [X / W, Y / W, Z / W];
  const control = Array.from({ length: points.length / 4 }, (_, i) => {
    const w = points[4 * i + 3];
    return [0, 1, 2, 3].map((c) => (c < 3 ? points[4 * i + c] - origin[c] * w : w));
  });
  const polar = (span: number, args: readonly number[]): readonly number[] => {
    let work: (readonly number[])[] = control.slice(span - degree, span + 1);
    for (let level = 1; level <= degree; level++) {
      const next: (readonly number[])[] = [];
      for (let j = 0; j < work.length - 1; j++) {
        const low = knots[span - degree + level + j];
        const high = knots[span + 1 + j];
        next.push(mixed(work[j], work[j + 1], (args[level - 1] - low) / (high - low)));
      }
      work = next;
    }
    return work[0];
  };
  const pieces: Piece[] = [];
  for (let span = degree; span < control.length; span++) {
    const [from, to] = [knots[span], knots[span + 1]];
    if (!(to > from)) continue;
    pieces.push({
      from,
      to,
      points: Array.from({ length: degree + 1 }, (_, j) =>
        polar(span, [...new Array<number>(degree - j).fill(from), ...new Array<number>(j).fill(to)]),
      ),
    });
  }
  return { origin, pieces };
}

/** The two halves of a piece at its middle. */
export function halved({ from, to, points }: Piece): [Piece, Piece] {
  const left: (readonly number[])[] = [];
  const right: (readonly number[])[] = [];
  let work = points;
  while (work.length > 0) {
    left.push(work[0]);
    right.unshift(work[work.length - 1]);
    work = work.slice(1).map((point, i) => mixed(work[i], point, 0.5));
  }
  const middle = (from + to) / 2;
  return [
    { from, to: middle, points: left },
    { from: middle, to, points: right },
  ];
}

export const placeOf = ([x, y, z, w]: readonly number[]): readonly number[] => [x / w, y / w, z / w];

export const apart = (a: readonly number[], b: readonly number[]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
