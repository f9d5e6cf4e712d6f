import type { Curve } from '../../src/index';
import { halved, piecesOf, placeOf, type Piece } from './bezier';

/**
 * The signed area that a flat closed curve encloses in the plane z = 0, and how far it can be off: halves of its pieces
 * until what can lie between chord and curve, which is at most the control polygon's length times its height, is next
 * to nothing; then the triangles of the chords. Slow, and without any quadrature.
 */
export function areaWithin(curve: Curve, share = 1e-6): { area: number; off: number } {
  const { pieces } = piecesOf(curve);
  const [ox, oy] = placeOf(pieces[0].points[0]);
  const whole = pieces.reduce((sum, piece) => sum + spreadOf(piece).length, 0) ** 2;
  let [area, off] = [0, 0];
  const visit = (piece: Piece, depth: number): void => {
    const { length, height } = spreadOf(piece);
    if (depth > 60 || length * height <= share * whole * Math.max(2 ** -depth, 1e-4)) {
      const [[ax, ay], [bx, by]] = [piece.points[0], piece.points[piece.points.length - 1]].map(placeOf);
      area += ((ax - ox) * (by - oy) - (ay - oy) * (bx - ox)) / 2;
      off += length * height;
      return;
    }
    halved(piece).forEach((half) => visit(half, depth + 1));
  };
  pieces.forEach((piece) => visit(piece, 0));
  return { area, off };
}

/** Length of the control polygon, and how far it lies from its chord at most. */
function spreadOf({ points }: Piece): { length: number; height: number } {
  const places = points.map(placeOf);
  const [ax, ay] = places[0];
  const [bx, by] = places[places.length - 1];
  const chord = Math.hypot(bx - ax, by - ay);
  let [length, height] = [0, 0];
  places.forEach(([x, y], i) => {
    if (i > 0) length += Math.hypot(x - places[i - 1][0], y - places[i - 1][1]);
    const from = Math.hypot(x - ax, y - ay);
    height = Math.max(
      height,
      chord > 0 ? Math.min(from, Math.abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / chord) : from,
    );
  });
  return { length, height };
}
