import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { closestPoint } from '../measure/closestPoint';
import { crossings, selfCrossings } from '../measure/crossings';
import { boundingBox } from '../measure/extent';
import { FRONT } from '../plane/plane';
import { endOf } from '../edit/join';
import type { OffsetPiece } from './offsetPieces';
import { openedAt } from '../edit/openedAt';
import { subCurve } from '../edit/split';

const SAMPLES = 9;
/** Cuts nearer than this share of a piece to each other, or to its ends, are one. */
const SAME_CUT = 1e-7;

/**
 * The parts of offset pieces, in order, that stay as far from the original as they should: the pieces are cut where
 * they cross each other, themselves, or `others`, the offset to the other side, where another stretch of the original
 * comes as near from its other side; and each part is either loop or not (Tiller, Hanson, Offsets of two-dimensional
 * profiles, 1984). A loop that stays within `tolerance` of the distance makes no difference and may stay.
 */
export function withoutLoops(
  original: Curve,
  list: readonly OffsetPiece[],
  others: readonly OffsetPiece[],
  by: number,
  tolerance: number,
): OffsetPiece[] {
  const pieces = list.map(({ curve }) => curve);
  const cuts = pieces.map((piece) => [...domainOf(piece)]);
  const add = (k: number, u: number) => {
    const [first, last] = domainOf(pieces[k]);
    cuts[k].push(Math.min(last, Math.max(first, u > last ? u - (last - first) : u)));
  };
  // Around the ends of an open curve its distance is that from a point.
  const ends = original.closing === 'open' ? [endOf(original, 'start'), endOf(original, 'end')] : [];
  const caps = ends.map((centre) => circle(FRONT, centre, Math.abs(by)));
  pieces.forEach((piece, i) => {
    for (const found of selfCrossings(piece, tolerance / 100)) {
      for (const u of found.kind === 'point' ? [found.u, found.v] : [...found.u, ...found.v]) add(i, u);
    }
    for (let j = i + 1; j < pieces.length; j++) {
      if (!near(piece, pieces[j])) continue;
      for (const found of crossings(piece, pieces[j], tolerance / 100)) {
        for (const u of found.kind === 'point' ? [found.u] : found.u) add(i, u);
        for (const v of found.kind === 'point' ? [found.v] : found.v) add(j, v);
      }
    }
    for (const other of [...others.map(({ curve }) => curve), ...caps]) {
      if (!near(piece, other)) continue;
      for (const found of crossings(piece, other, tolerance / 100)) {
        for (const u of found.kind === 'point' ? [found.u] : found.u) add(i, u);
      }
    }
  });
  return pieces.flatMap((piece, i) => {
    const [first, last] = domainOf(piece);
    const apart = SAME_CUT * (last - first);
    const sorted = cuts[i].sort((a, b) => a - b);
    const stops = sorted.filter((u, k) => k === 0 || u - sorted[k - 1] > apart || u === last);
    // A stop just before the end gives way to it.
    while (stops.length > 2 && stops[stops.length - 1] - stops[stops.length - 2] <= apart) stops.splice(-2, 1);
    if (stops.length === 2) return keepsAway(original, piece, first, last, by, tolerance) ? [list[i]] : [];
    const around = piece.closing === 'open' ? piece : openedAt(piece, first);
    return stops.slice(1).flatMap((to, k) => {
      if (!keepsAway(original, piece, stops[k], to, by, tolerance)) return [];
      const part = subCurve(around, stops[k], to);
      return part.ok ? [{ curve: part.value, whole: list[i].whole }] : [];
    });
  });
}

function near(a: Curve, b: Curve): boolean {
  const [p, q] = [boundingBox(a), boundingBox(b)];
  return [0, 1].every((c) => p.least[c] <= q.largest[c] && q.least[c] <= p.largest[c]);
}

/** Whether a part keeps its distance from the original: looked at in some inner places. */
function keepsAway(original: Curve, piece: Curve, from: number, to: number, by: number, tolerance: number): boolean {
  const least = Math.abs(by) - tolerance;
  for (let i = 1; i <= SAMPLES; i++) {
    const u = from + ((to - from) * i) / (SAMPLES + 1);
    if (closestPoint(original, evaluate(piece, u)).distance < least) return false;
  }
  return true;
}
