import type { Vector3 } from '../linear/vector';
import { findSpan } from '../curve/basis';
import { countOf, type Curve, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { mustBeNormal, mustBeShare } from '../refuse';
import { type ArcLength, arcLength, lengthAt } from './arcLength';
import { curvatureFrom } from './curvature';
import {
  type CurvaturePlace,
  inflectionsAmong,
  levelBetween,
  type Reading,
  readings,
  type TurningReading,
  turningReadings,
} from './extrema';
import { type EndCancelled, persistence } from './persistence';
import { signedInSpace } from './signedInSpace';

/** A place of a curve with its length from the start in mm and its curvature in 1/mm. */
export interface LumpPlace extends CurvaturePlace {
  readonly s: number;
}

/** Two neighbouring curvature extrema without which the curve would turn more evenly; named by the narrower one. */
export interface Lump extends LumpPlace {
  readonly kind: 'maximum' | 'minimum';
  /** The other extremum of the pair. */
  readonly partner: LumpPlace;
  /** By how much the curvature of the two differs, in 1/mm, and as a share of the curve's reference curvature. */
  readonly prominence: number;
  readonly share: number;
  /** Where curvature is half way between the two, on both sides: parameters, and the length between in mm. */
  readonly from: number;
  readonly to: number;
  readonly width: number;
  /** About how high a ripple it is, in mm: Δκ w² / (2π²), the amplitude of a cosine; not the size of a broad bump. */
  readonly height: number;
  /** The end whose hook it stands beside. */
  readonly beside: 'start' | 'end' | null;
}

/** How curvature rises or falls from an end of an open curve to the first extremum that stands out. */
export interface EndPair extends LumpPlace {
  readonly end: 'start' | 'end';
  readonly prominence: number;
  readonly share: number;
}

/** A turn so near an end that it belongs to how the curve was started or finished. */
export interface Hook extends LumpPlace {
  readonly end: 'start' | 'end';
  readonly kind: 'extremum' | 'inflection';
  /** By how much curvature differs from that at the end, as a share of the reference. */
  readonly share: number;
}

export interface LumpReport {
  /** The largest first. */
  readonly lumps: readonly Lump[];
  readonly ends: readonly EndPair[];
  readonly hooks: readonly Hook[];
  /** Where the curve changes sides; of a curve in space its near-inflections, with the sign that the rest is given. */
  readonly inflections: readonly LumpPlace[];
  /** Extrema that stand out: between them, and the ends, curvature goes one way but for what is too small to list. */
  readonly extrema: number;
  /** What shares are shares of, in 1/mm: the curvature that 95 % of the length stay below, at least 0.1 over the length. */
  readonly reference: number;
  /** In mm. */
  readonly length: number;
}

export interface LumpOptions {
  /** Unit normal of the plane the curve lies along; without one it is read in space. */
  readonly normal?: Vector3 | null;
  /** Pairs that differ by a smaller share of the reference are not listed, 0.02 when left out. */
  readonly least?: number;
}

const LISTED = 0.02;
/** From this share on a pair is a lump that people see, and an end a hook. */
export const LUMP = 0.05;
/** A hook's extremum lies within this share of the length of its end, or so many spans (and then this share). */
const NEAR_END = 0.1;
const SPANS_NEAR = 1.2;
const SPANS_REACH = 0.3;
/** The four vertices of an oval lie further apart than this share of its length. */
const WELL_APART = 1 / 16;
const TYPICAL = 0.95;
const STRAIGHTEST = 0.1;
const PER_SPAN = 16;

/**
 * Where a curve is not fair: its curvature extrema, proven ones of both sides of every knot, paired by persistence. A
 * pair inside the curve is a lump. What an end pairs with is none, but a hook when it lies near; and where curvature
 * turns there to go to a further extremum of the same side, as at a bump in an arc, that one is a lump, as prominent as
 * the turn. Of a closed curve the most prominent pair is none where it is that of an oval's four vertices. Curvature is signed: against the normal, or in space by `signedInSpace`. A line, a circle and a point have
 * no lumps. Throws a RangeError
 * for a normal that is not of length 1 and a share that is not one.
 *
 * Persistence: Edelsbrunner, Letscher, Zomorodian 2002.
 */
export function lumps(curve: Curve, { normal = null, least = LISTED }: LumpOptions = {}): LumpReport {
  mustBeNormal(normal);
  mustBeShare(least, 'least');
  const measured = arcLength(curve);
  const place = ({ u, kappa, side }: CurvaturePlace): LumpPlace => ({ u, kappa, side, s: lengthAt(measured, u) });
  const read = readings(curve, normal);
  const { list, flips } = normal ? { list: read, flips: [] } : signedInSpace(curve, read);
  const isRing = curve.closing !== 'open';
  const turning = turningReadings(list, isRing);
  const reference = referenceCurvature(curve, measured.total);
  const share = (a: CurvaturePlace, b: CurvaturePlace) => Math.abs(a.kappa - b.kappa) / reference;
  const { pairs, ends } = persistence(
    turning.map(({ kappa }) => kappa),
    isRing,
  );
  const walk = new Walk(curve, list, measured, normal, isRing);

  const kept = pairs.filter(([i, j]) => share(turning[i], turning[j]) >= least);
  const keptEnds = ends.filter(({ end, value }) => share(turning[end], turning[value]) >= least);
  const turns = normal
    ? inflectionsAmong(curve, read, normal).map(place)
    : flips.map((i) => place({ ...read[i], kappa: list[i].kappa }));
  const hooks = isRing ? [] : hooksOf(curve, turning, pairs, ends, turns, measured.total, { share, place });
  const found = new Map<number, Lump>();
  const put = (i: number, j: number, prominence: number) => {
    const [a, b] = [turning[i], turning[j]];
    const level = (a.kappa + b.kappa) / 2;
    const [ofA, ofB] = [walk.around(a, level), walk.around(b, level)];
    const [named, partner, { from, to, width }] = ofB.width < ofA.width ? [b, a, ofB] : [a, b, ofA];
    const known = found.get(named.index);
    if (known && known.prominence >= prominence) return;
    const here = place(named);
    found.set(named.index, {
      ...here,
      kind: named.kind,
      partner: place(partner),
      prominence,
      share: prominence / reference,
      from,
      to,
      width,
      height: (prominence * width * width) / (2 * Math.PI * Math.PI),
      beside: hooks.find(({ end }) => reaches(curve, here, end, measured.total))?.end ?? null,
    });
  };
  const shape = isRing ? fourVertices(turning, kept, place, measured.total) : null;
  for (const [i, j] of kept) {
    if (shape?.[0] !== i || shape[1] !== j) put(i, j, Math.abs(turning[i].kappa - turning[j].kappa));
  }
  for (const { end, value, next } of keptEnds) {
    if (next === null) continue;
    const three = [end, value, next].map((i) => turning[i]);
    const side = end < value ? 'start' : 'end';
    const isWave = Math.min(...three.map(({ kappa }) => kappa)) < 0 && Math.max(...three.map(({ kappa }) => kappa)) > 0;
    if (!isWave && !reaches(curve, place(three[1]), side, measured.total)) {
      put(value, next, Math.abs(three[0].kappa - three[1].kappa));
    }
  }
  const standing = isRing && turning.length > 1 ? spread(turning) / reference >= least : false;
  return {
    lumps: [...found.values()].sort((a, b) => b.prominence - a.prominence || a.u - b.u),
    ends: keptEnds
      .map(({ end, value }): EndPair => {
        const prominence = Math.abs(turning[end].kappa - turning[value].kappa);
        const side = end < value ? 'start' : 'end';
        return { ...place(turning[value]), end: side, prominence, share: prominence / reference };
      })
      .sort((a, b) => a.u - b.u),
    hooks,
    inflections: turns,
    extrema: 2 * kept.length + keptEnds.length + (standing ? 2 : 0),
    reference,
    length: measured.total,
  };
}

/**
 * A simple closed plane curve has four vertices at least (Mukhopadhyaya 1909; Kneser 1912): its most prominent pair is its
 * shape, as an oval's, where these lie well apart. A bump in a circle has four as well, three of them close together.
 */
function fourVertices(
  turning: readonly TurningReading[],
  pairs: readonly (readonly [number, number])[],
  place: (reading: CurvaturePlace) => LumpPlace,
  total: number,
): readonly [number, number] | null {
  let most: readonly [number, number] | null = null;
  const apart = ([i, j]: readonly [number, number]) => Math.abs(turning[i].kappa - turning[j].kappa);
  for (const pair of pairs) if (!most || apart(pair) > apart(most)) most = pair;
  if (!most) return null;
  const paired = new Set(pairs.flat());
  let [high, low] = [-1, -1];
  turning.forEach(({ kappa }, i) => {
    if (paired.has(i)) return;
    if (high < 0 || kappa > turning[high].kappa) high = i;
    if (low < 0 || kappa < turning[low].kappa) low = i;
  });
  const places = [...most, high, low].map((i) => place(turning[i]).s).sort((a, b) => a - b);
  const gaps = places.map((s, i) => (i === 0 ? s + total - places[3] : s - places[i - 1]));
  return Math.min(...gaps) >= WELL_APART * total ? most : null;
}

const spread = (list: readonly CurvaturePlace[]): number => {
  let [low, high] = [Infinity, -Infinity];
  for (const { kappa } of list) [low, high] = [Math.min(low, kappa), Math.max(high, kappa)];
  return high - low;
};

interface Reader {
  readonly share: (a: CurvaturePlace, b: CurvaturePlace) => number;
  readonly place: (reading: CurvaturePlace) => LumpPlace;
}

/** At each end the first extremum that stands out from it, and the first inflection, where they are near. */
function hooksOf(
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
function reaches(curve: Curve, { u, s }: LumpPlace, end: 'start' | 'end', total: number): boolean {
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

const scratch = new Float64Array(12);

/** The curvature that 95 % of the length stay below: of places in the middle of sixteenths of the spans. */
function referenceCurvature(curve: Curve, total: number): number {
  const spans = spansOf(curve);
  const count = PER_SPAN * spans.length;
  const [sizes, lengths] = [new Float64Array(count), new Float64Array(count)];
  let whole = 0;
  let high = 0;
  spans.forEach((span, k) => {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    for (let j = 0; j < PER_SPAN; j++) {
      derivativesInSpan(curve, span, from + ((to - from) * (j + 0.5)) / PER_SPAN, 3, scratch);
      const i = PER_SPAN * k + j;
      sizes[i] = curvatureFrom(scratch, null).kappa;
      lengths[i] = (Math.hypot(scratch[3], scratch[4], scratch[5]) * (to - from)) / PER_SPAN;
      whole += lengths[i];
      high = Math.max(high, sizes[i]);
    }
  });
  let low = 0;
  for (let round = 0; round < 40 && high > low; round++) {
    const middle = (low + high) / 2;
    let below = 0;
    for (let i = 0; i < count; i++) if (sizes[i] <= middle) below += lengths[i];
    if (below >= TYPICAL * whole) high = middle;
    else low = middle;
  }
  return Math.max(high, total > 0 ? STRAIGHTEST / total : 0);
}

/** The way along the readings of a curve, from one of them to where curvature has come to a level. */
class Walk {
  constructor(
    private readonly curve: Curve,
    private readonly list: readonly Reading[],
    private readonly measured: ArcLength,
    private readonly normal: Vector3 | null,
    private readonly isRing: boolean,
  ) {}

  /** Where curvature first reaches a level on both sides; the end of an open curve where it does not. */
  around({ index, kappa }: TurningReading, level: number): { from: number; to: number; width: number } {
    const above = kappa > level;
    const [before, after] = [this.reached(index, -1, level, above), this.reached(index, 1, level, above)];
    const width = lengthAt(this.measured, after.u) - lengthAt(this.measured, before.u);
    const rounds = after.rounds + before.rounds;
    return { from: before.u, to: after.u, width: width + rounds * this.measured.total };
  }

  private reached(index: number, step: 1 | -1, level: number, above: boolean): { u: number; rounds: number } {
    const { list } = this;
    let rounds = 0;
    for (let i = index, count = 0; count < list.length; count++) {
      let next = i + step;
      if (next < 0 || next >= list.length) {
        if (!this.isRing) return { u: list[i].u, rounds };
        next = (next + list.length) % list.length;
        rounds++;
      }
      if (list[next].kappa > level !== above) {
        const isSeam = Math.abs(next - i) > 1;
        return { u: isSeam ? list[next].u : this.between(list[i], list[next], level), rounds };
      }
      i = next;
    }
    return { u: list[index].u, rounds: 0 };
  }

  private between(a: Reading, b: Reading, level: number): number {
    const [low, high] = [Math.min(a.u, b.u), Math.max(a.u, b.u)];
    const { curve, normal } = this;
    // At a knot where curvature jumps the level lies at the knot.
    if (low === high) return low;
    const span = findSpan(curve.knots, curve.degree, countOf(curve), (low + high) / 2);
    const sign = normal ? 1 : Math.sign(a.kappa + b.kappa) || 1;
    return levelBetween(curve, span, low, high, normal, sign * level);
  }
}
