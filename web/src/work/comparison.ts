import { arcLength, type Curve, evaluate, lengthAt, packVectors, type Vector3, vectorAt } from '@pencil-bend/core';
import { pointsDeviation } from '@pencil-bend/core/changing';
import { type CurveStretch, deviationProfile, deviationStretches, shareWithin } from '@pencil-bend/core/reading';

/** How far a curve lies from what it is compared with, as read at many places. */
export interface ComparisonFigures {
  /** Of points, not all along a curve. */
  readonly isOfPoints: boolean;
  /** Lengths along the curve in mm, in order, and the distances there: with a sign where they have a side. */
  readonly s: Float64Array;
  readonly away: Float64Array;
  /** Places on the curve, or the points, and what is nearest to them on the other side; x y z. */
  readonly feet: Float64Array;
  readonly nearest: Float64Array;
  readonly most: { readonly distance: number; readonly s: number; readonly at: Vector3 };
  readonly mean: number;
  /** Of the length, or of the points, the share that lies within the tolerance. */
  readonly within: number;
  /** Stretches that do not; none of points. */
  readonly beyond: readonly CurveStretch[];
  /** Shares of the length, or of the points, by distance: from 0 to `widest` in equal steps. */
  readonly bins: readonly number[];
  readonly widest: number;
}

const BINS = 12;
/** What is nearer, in mm, is off by rounding only. */
const NOTHING = 1e-9;

/** A curve beside another. In the plane of `normal` distances have a side. */
export function comparedWithCurve(
  curve: Curve,
  reference: Curve,
  normal: Vector3 | null,
  tolerance: number,
  intervals: number,
): ComparisonFigures {
  const read = deviationProfile(curve, reference, { normal, intervals });
  const profile = { ...read, away: read.away.map((away) => (Math.abs(away) < NOTHING ? 0 : away)) };
  const { s, away, feet, nearest, mean } = profile;
  const most = placeOfMost(s, away, feet);
  const widest = roundUp(most.distance);
  const shares = edges(widest).map((edge) => shareWithin(profile, edge));
  return {
    isOfPoints: false,
    s,
    away,
    feet,
    nearest,
    most,
    mean,
    within: shareWithin(profile, tolerance),
    beyond: deviationStretches(profile, tolerance),
    bins: shares.map((share, i) => share - (i > 0 ? shares[i - 1] : 0)),
    widest,
  };
}

/** A curve beside points, packed x y z: each to its nearest place. */
export function comparedWithPoints(curve: Curve, points: Float64Array, tolerance: number): ComparisonFigures {
  const found = pointsDeviation(points, curve);
  const measured = arcLength(curve);
  const inOrder = Uint32Array.from(found.parameters.keys()).sort((a, b) => found.parameters[a] - found.parameters[b]);
  const s = Float64Array.from(inOrder, (i) => lengthAt(measured, found.parameters[i]));
  const away = Float64Array.from(inOrder, (i) => found.distances[i]);
  const feet = packVectors([...inOrder].map((i) => vectorAt(points, i)));
  const widest = roundUp(found.max);
  const bins = Array.from({ length: BINS }, () => 0);
  for (const distance of away) {
    bins[widest > 0 ? Math.min(BINS - 1, Math.floor((distance / widest) * BINS)) : 0] += 1 / away.length;
  }
  return {
    isOfPoints: true,
    s,
    away,
    feet,
    nearest: packVectors([...inOrder].map((i) => evaluate(curve, found.parameters[i]))),
    most: placeOfMost(s, away, feet),
    mean: found.mean,
    within: away.filter((distance) => distance <= tolerance).length / away.length,
    beyond: [],
    bins,
    widest,
  };
}

/** Of each run of points along the curve the farthest, so that no more are drawn than can be told apart. */
export function farthest(figures: ComparisonFigures, most: number): readonly number[] {
  const { away } = figures;
  if (away.length <= most) return [...away.keys()];
  return Array.from({ length: most }, (_, run) => {
    const [from, to] = [run, run + 1].map((each) => Math.floor((each * away.length) / most));
    let best = from;
    for (let i = from; i < to; i++) if (Math.abs(away[i]) > Math.abs(away[best])) best = i;
    return best;
  });
}

function placeOfMost(s: Float64Array, away: Float64Array, feet: Float64Array): ComparisonFigures['most'] {
  let most = 0;
  for (let i = 1; i < away.length; i++) if (Math.abs(away[i]) > Math.abs(away[most])) most = i;
  return { distance: Math.abs(away[most]), s: s[most], at: vectorAt(feet, most) };
}

const edges = (widest: number): number[] => Array.from({ length: BINS }, (_, i) => (widest * (i + 1)) / BINS);

/** The next 1.2, 2.4, 3.6 or 6 times a power of ten: a twelfth of it is a round number. */
function roundUp(distance: number): number {
  if (!(distance > 0)) return 0;
  const power = 10 ** Math.floor(Math.log10(distance));
  return power * ([1.2, 2.4, 3.6, 6].find((factor) => factor * power >= distance) ?? 12);
}
