import type { Curve } from '../../src/index';
import { apart, halved, piecesOf, placeOf, type Piece } from './bezier';

/**
 * The length of a curve between two bounds that meet: halves of its pieces until chord and control polygon differ by
 * next to nothing, then (2 chord + (p − 1) polygon) / (p + 1) of each (Gravesen, Adaptive subdivision and the length
 * and energy of Bézier curves, 1997). Slow, and without any quadrature.
 */
export function arcLengthBetween(curve: Curve, share = 1e-7): { least: number; largest: number; estimate: number } {
  const { pieces } = piecesOf(curve);
  const whole = pieces.reduce((sum, piece) => sum + bounds(piece).polygon, 0);
  let [least, largest, estimate] = [0, 0, 0];
  const visit = (piece: Piece, depth: number): void => {
    const { chord, polygon } = bounds(piece);
    if (depth > 60 || polygon - chord <= share * whole * Math.max(2 ** -depth, 1e-4)) {
      least += chord;
      largest += polygon;
      estimate += (2 * chord + (curve.degree - 1) * polygon) / (curve.degree + 1);
      return;
    }
    halved(piece).forEach((half) => visit(half, depth + 1));
  };
  pieces.forEach((piece) => visit(piece, 0));
  return { least, largest, estimate };
}

function bounds({ points }: Piece): { chord: number; polygon: number } {
  const places = points.map(placeOf);
  let polygon = 0;
  for (let i = 1; i < places.length; i++) polygon += apart(places[i - 1], places[i]);
  return { chord: apart(places[0], places[places.length - 1]), polygon };
}
