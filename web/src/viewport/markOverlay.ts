import { add, type Curve, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import type { MarkKind } from '../api/savedView';
import type { CurveMark } from '../view/curveMarks';
import { MARK_LOOKS } from '../view/markKinds';
import { toPixel, type Viewport } from '../view/viewport';
import { pathOf } from './handleMarks';

/** A mark on the sheet, in pixels. */
export interface MarkShown {
  readonly kind: MarkKind;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** Degrees by which its glyph is turned. */
  readonly turn: number;
  readonly glyph: string;
  readonly filled: boolean;
  readonly text: string | null;
  /** Of a lump: its number, the middle of the disc that it stands in, and the stretch that it is about. */
  readonly badge: { readonly rank: number; readonly x: number; readonly y: number; readonly stretch: string } | null;
}

/** A number stands so far from its place, in pixels, on the inner side of the bend: the comb stands on the other. */
const AWAY = 30;
const STEPS = 24;
/** What stands where a handle may stand too is put beside the curve, so far. */
const BESIDE: ReadonlySet<MarkKind> = new Set<MarkKind>(['hook', 'extremum']);
const SIDE = 17;
/** Glyphs that say something about the direction; the others stay upright. */
const TURNED: ReadonlySet<MarkKind> = new Set<MarkKind>(['flat', 'monotone', 'inflection']);

export function marksShown(marks: readonly CurveMark[], curve: Curve, viewport: Viewport): readonly MarkShown[] {
  const pixel = (at: Vector3) => {
    const [x, y] = toPixel(viewport, at);
    return { x, y };
  };
  return marks.map(({ kind, at, along, inwards, text, rank, range, label }) => {
    const { x, y } = pixel(at);
    const { glyph, filled } = MARK_LOOKS[kind];
    const ahead = along && pixel(add(at, along));
    const turn = ahead && TURNED.has(kind) ? (Math.atan2(ahead.y - y, ahead.x - x) * 180) / Math.PI : 0;
    const base = { kind, label, x, y, turn, glyph, filled, text };
    const inner = pixel(inwards ? add(at, inwards) : at);
    const size = Math.hypot(inner.x - x, inner.y - y);
    const [dx, dy] = size > 0 ? [(inner.x - x) / size, (inner.y - y) / size] : [0, 1];
    if (rank === null || !range) {
      const away = BESIDE.has(kind) ? SIDE : 0;
      return { ...base, x: x + away * dx, y: y + away * dy, badge: null };
    }
    const stretch = stretchPath(curve, range, viewport);
    return { ...base, badge: { rank, x: x + AWAY * dx, y: y + AWAY * dy, stretch } };
  });
}

/** A stretch of a curve as a path on the sheet. */
export const stretchPath = (curve: Curve, range: readonly [number, number], viewport: Viewport): string =>
  pathOf(
    placesOn(curve, range).map((at) => {
      const [x, y] = toPixel(viewport, at);
      return { x, y };
    }),
  );

/** Places along a stretch of a curve; of a closed one it may go over the seam. */
function placesOn(curve: Curve, [from, to]: readonly [number, number]): Vector3[] {
  const [first, last] = domainOf(curve);
  const end = to > from ? to : to + last - first;
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const u = from + ((end - from) * i) / STEPS;
    return evaluate(curve, u > last ? u - (last - first) : u);
  });
}
