import type { Curve } from '../../src/index';
import { apart, halved, type Piece, piecesOf, placeOf } from './bezier';

/** A chord of a curve in the plane z = 0 that it stays within `off` mm of. */
interface Chord {
  readonly a: readonly number[];
  readonly b: readonly number[];
  readonly from: number;
  readonly to: number;
  readonly off: number;
}

/** A fine polyline: pieces halved until the control points lie within a share of the size of their chord. */
function chordsOf(curve: Curve, share: number): Chord[] {
  const { origin, pieces } = piecesOf(curve);
  let size = 0;
  for (const { points } of pieces) for (const point of points) size = Math.max(size, apart(placeOf(point), [0, 0, 0]));
  const chords: Chord[] = [];
  const visit = (piece: Piece, depth: number): void => {
    const places = piece.points.map(placeOf);
    const [a, b] = [places[0], places[places.length - 1]];
    const off = Math.max(...places.map((place) => toSegment(place, a, b)));
    if (off > share * size && depth < 40) halved(piece).forEach((half) => visit(half, depth + 1));
    else {
      const moved = (place: readonly number[]) => place.map((x, c) => x + origin[c]);
      chords.push({ a: moved(a), b: moved(b), from: piece.from, to: piece.to, off });
    }
  };
  pieces.forEach((piece) => visit(piece, 0));
  return chords;
}

function toSegment(place: readonly number[], a: readonly number[], b: readonly number[]): number {
  const d = b.map((x, c) => x - a[c]);
  const squared = d[0] ** 2 + d[1] ** 2 + d[2] ** 2;
  const t = squared > 0 ? d.reduce((sum, x, c) => sum + x * (place[c] - a[c]), 0) / squared : 0;
  const s = Math.min(1, Math.max(0, t));
  return apart(
    place,
    a.map((x, c) => x + s * d[c]),
  );
}

export interface SeenCrossing {
  readonly place: readonly number[];
  readonly u: number;
  readonly v: number;
  /** The real one lies within so many mm of it. */
  readonly blur: number;
}

/** Whether the ranges of two chords along an axis overlap. */
const isBeside = (p: Chord, q: Chord, c: number): boolean =>
  Math.max(p.a[c], p.b[c]) >= Math.min(q.a[c], q.b[c]) && Math.max(q.a[c], q.b[c]) >= Math.min(p.a[c], p.b[c]);

/** Crossings of two plane curves that polylines prove: chords that cross well inside, by more than they stray. */
export function crossingsSeen(first: Curve, second: Curve, share = 1e-5): SeenCrossing[] {
  const [chords, others] = [chordsOf(first, share), chordsOf(second, share)];
  const seen: SeenCrossing[] = [];
  for (const p of chords) {
    for (const q of others) {
      if (!isBeside(p, q, 0) || !isBeside(p, q, 1)) continue;
      const [dx, dy] = [p.b[0] - p.a[0], p.b[1] - p.a[1]];
      const [ex, ey] = [q.b[0] - q.a[0], q.b[1] - q.a[1]];
      const [lengthP, lengthQ] = [Math.hypot(dx, dy), Math.hypot(ex, ey)];
      if (!(lengthP > 0 && lengthQ > 0)) continue;
      const side = (x: number, y: number, o: readonly number[], px: number, py: number, by: number) =>
        (x * (py - o[1]) - y * (px - o[0])) / by;
      const clear = 4 * (p.off + q.off) + 1e-9 * (Math.abs(p.a[0]) + Math.abs(p.a[1]));
      const [s1, s2] = [side(dx, dy, p.a, q.a[0], q.a[1], lengthP), side(dx, dy, p.a, q.b[0], q.b[1], lengthP)];
      const [s3, s4] = [side(ex, ey, q.a, p.a[0], p.a[1], lengthQ), side(ex, ey, q.a, p.b[0], p.b[1], lengthQ)];
      if (!(s1 * s2 < 0 && s3 * s4 < 0)) continue;
      if (Math.min(Math.abs(s1), Math.abs(s2), Math.abs(s3), Math.abs(s4)) < clear) continue;
      const [s, t] = [s3 / (s3 - s4), s1 / (s1 - s2)];
      const sine = Math.abs(dx * ey - dy * ex) / (lengthP * lengthQ);
      seen.push({
        place: p.a.map((x, c) => x + s * (p.b[c] - x)),
        u: p.from + s * (p.to - p.from),
        v: q.from + t * (q.to - q.from),
        blur: clear / sine,
      });
    }
  }
  return seen;
}
