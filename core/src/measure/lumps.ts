import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { mustBeNormal, mustBeShare } from '../refuse';
import { arcLength, lengthAt } from './arcLength';
import { type CurvaturePlace, inflectionsAmong, readings, turningReadings } from './extrema';
import { fourVertices } from './fourVertices';
import { type Hook, hooksOf, reaches } from './hooks';
import { LevelAround } from './levelAround';
import type { LumpPlace } from './lumpPlace';
import { persistence } from './persistence';
import { referenceCurvature } from './referenceCurvature';
import { signedInSpace } from './signedInSpace';

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
  /** Curvature jumps at both places, as at a rounded corner between lines: that is how pieces meet, no wrinkle. */
  readonly stepped: boolean;
}

/** How curvature rises or falls from an end of an open curve to the first extremum that stands out. */
export interface EndPair extends LumpPlace {
  readonly end: 'start' | 'end';
  readonly prominence: number;
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

/**
 * Where a curve is not fair: its curvature extrema, proven ones of both sides of every knot, paired by persistence. A
 * pair inside the curve is a lump. What an end pairs with is none, but a hook when it lies near; and where curvature
 * turns there to go to a further extremum of the same side, as at a bump in an arc, that one is a lump, as prominent as
 * the turn. Of a closed curve the most prominent pair is none where it is that of an oval's four vertices. Curvature is
 * signed: against the normal, or in space by `signedInSpace`. A line, a circle and a point have no lumps. Throws a
 * RangeError for a normal that is not of length 1 and a share that is not one.
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
  const walk = new LevelAround(curve, list, measured, normal, isRing);

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
    const [named, partner, { from, to, width, stepped }] = ofB.width < ofA.width ? [b, a, ofB] : [a, b, ofA];
    const known = found.get(named.index);
    if (known && known.prominence >= prominence) return;
    const here = place(named);
    found.set(named.index, {
      u: here.u,
      kappa: here.kappa,
      side: here.side,
      s: here.s,
      kind: named.kind,
      partner: place(partner),
      prominence,
      share: prominence / reference,
      from,
      to,
      width,
      height: (prominence * width * width) / (2 * Math.PI * Math.PI),
      beside: hooks.find(({ end }) => reaches(curve, here, end, measured.total))?.end ?? null,
      stepped,
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

const spread = (list: readonly CurvaturePlace[]): number => {
  let [low, high] = [Infinity, -Infinity];
  for (const { kappa } of list) [low, high] = [Math.min(low, kappa), Math.max(high, kappa)];
  return high - low;
};
