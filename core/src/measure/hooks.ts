import { type Curve, spansOf } from '../curve/curve';
import type { CurvaturePlace, TurningReading } from './extrema';
import type { LumpPlace } from './lumpPlace';
import type { EndCancelled } from './persistence';

/** A turn so near an end that it belongs to how the curve was started or finished. */
export interface Hook extends LumpPlace {
  readonly end: 'start' | 'end';
  readonly kind: 'extremum' | 'inflection';
  /** By how much curvature differs from that at the end, as a share of the reference. */
  readonly share: number;
}

/** From this share on a pair is a lump that people see, and an end a hook. */
export const LUMP = 0.05;
/** A hook's extremum lies within this share of the length of its end, or so many spans (and then this share). */
const NEAR_END = 0.1;
const SPANS_NEAR = 1.2;
const SPANS_REACH = 0.3;

interface Reader {
  readonly share: (a: CurvaturePlace, b: CurvaturePlace) => number;
  readonly place: (reading: CurvaturePlace) => LumpPlace;
}

/** At each end the first extremum that stands out from it, and the first inflection, where they are near. */
export function hooksOf(
  curve: Curve,
  turning: readonly TurningReading[],
  pairs: readonly (readonly [number, number])[],
  ends: readonly EndCancelled[],
  turns: readonly LumpPlace[],
  total: number,
  { share, place }: Reader,
): Hook[] {
  const small = new Set<number>();
  for (const [i, j] of pairs) if (share(turning[i], turning[j]) < LUMP) small.add(i).add(j);
  for (const { end, value } of ends) if (share(turning[end], turning[value]) < LUMP) small.add(end);
  const standing = turning.filter((_, i) => !small.has(i));
  const found: Hook[] = [];
  for (const end of ['start', 'end'] as const) {
    const inwards = end === 'start' ? standing : [...standing].reverse();
    // The other end is no turn.
    if (inwards.length > 2) {
      const here = place(inwards[1]);
      const apart = share(inwards[0], inwards[1]);
      if (apart >= LUMP && reaches(curve, here, end, total))
        found.push({ ...here, end, kind: 'extremum', share: apart });
    }
    const turn = end === 'start' ? turns[0] : turns[turns.length - 1];
    if (turn && inwards.length > 0 && fromEnd(turn.s, end, total) <= NEAR_END * total) {
      found.push({ ...turn, end, kind: 'inflection', share: share(inwards[0], turn) });
    }
  }
  return found;
}

const fromEnd = (s: number, end: 'start' | 'end', total: number): number => (end === 'start' ? s : total - s);

/** Whether a place belongs to an end: near it along the curve, or within the first spans. */
export function reaches(curve: Curve, { u, s }: LumpPlace, end: 'start' | 'end', total: number): boolean {
  const away = fromEnd(s, end, total);
  if (away <= NEAR_END * total) return true;
  return away <= SPANS_REACH * total && spansFrom(curve, u, end) <= SPANS_NEAR;
}

/** How many spans a place lies from an end; no more are counted than matter. */
function spansFrom(curve: Curve, u: number, end: 'start' | 'end'): number {
  const spans = end === 'start' ? spansOf(curve) : spansOf(curve).reverse();
  let passed = 0;
  for (const span of spans) {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    const share = Math.min(1, Math.max(0, (u - from) / (to - from)));
    passed += end === 'start' ? share : 1 - share;
    if (passed > SPANS_NEAR) break;
  }
  return passed;
}
