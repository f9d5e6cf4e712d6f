import { evaluate } from '../curve/evaluate';
import type { Curve } from '../curve/curve';
import { MOST_PLACES } from './arcLength';
import type { CurvatureProfile } from './curvatureProfile';
import { mustBeFinite, mustBeWhole } from '../refuse';

/** The comb's shape over a curve: feet on the curve, tips off it by curvature times a scale. */
export interface CurvatureComb {
  /** Feet and tips of the outline, x y z each, one for each sample of the profile. */
  readonly outlineFeet: Float64Array;
  readonly outlineTips: Float64Array;
  /** Feet and tips of the teeth, at equal lengths along the curve with one at each end. */
  readonly teethFeet: Float64Array;
  readonly teethTips: Float64Array;
  /** Curvature at each tooth in 1/mm. */
  readonly teethKappa: Float64Array;
  /** The teeth, by their number, that are cut at the largest height. */
  readonly clipped: readonly number[];
}

/**
 * Lays a comb of `teeth` + 1 teeth over a curve read by `curvatureProfile`. Teeth stand on the outer side of the
 * bend, `scale` mm high for each 1/mm of curvature, and at most `most` mm.
 */
export function curvatureComb(
  curve: Curve,
  profile: CurvatureProfile,
  teeth: number,
  scale: number,
  most = Infinity,
): CurvatureComb {
  mustBeWhole(teeth, 1, MOST_PLACES, 'teeth');
  mustBeFinite(scale, 'scale');
  if (!(most > 0)) throw new RangeError(`most: a height above 0 is needed, not ${most}`);
  const { u, s, points, across, kappa, length } = profile;
  const height = (k: number) => Math.min(most, Math.max(-most, k * scale));
  const outlineTips = points.map((coordinate, i) => coordinate - across[i] * height(kappa[Math.floor(i / 3)]));
  const clipped: number[] = [];
  const comb = {
    outlineFeet: points,
    outlineTips,
    teethFeet: new Float64Array(3 * (teeth + 1)),
    teethTips: new Float64Array(3 * (teeth + 1)),
    teethKappa: new Float64Array(teeth + 1),
    clipped,
  };
  let i = 0;
  for (let tooth = 0; tooth <= teeth; tooth++) {
    const away = (length * tooth) / teeth;
    while (i < s.length - 2 && s[i + 1] < away) i++;
    const width = s[i + 1] - s[i];
    const t = width > 0 ? Math.min(1, Math.max(0, (away - s[i]) / width)) : 0;
    const foot = evaluate(curve, u[i] + t * (u[i + 1] - u[i]));
    const k = kappa[i] + t * (kappa[i + 1] - kappa[i]);
    comb.teethKappa[tooth] = k;
    if (Math.abs(k * scale) > most) clipped.push(tooth);
    for (let c = 0; c < 3; c++) {
      const side = across[3 * i + c] + t * (across[3 * i + 3 + c] - across[3 * i + c]);
      comb.teethFeet[3 * tooth + c] = foot[c];
      comb.teethTips[3 * tooth + c] = foot[c] - side * height(k);
    }
  }
  return comb;
}

/** So many places are read to find a scale, spread over all curves by their length. */
const STATIONS = 200;

/**
 * One scale for the combs of one or more curves that makes them `height` mm high where the curves are tight, in steps of
 * √2 so that it rests while a curve is bent a little. The tightest 3 % of the length may stand higher: one sharp spot
 * must not flatten the rest. Only what `isSeen` of the samples, by their number and that of their profile, counts; where
 * none is, all of them do.
 */
export function automaticScale(
  profiles: readonly CurvatureProfile[],
  height: number,
  isSeen: (sample: number, profile: number) => boolean = () => true,
): number {
  mustBeFinite(height, 'height');
  const total = profiles.reduce((sum, { length }) => sum + length, 0);
  const seen: number[] = [];
  const all: number[] = [];
  profiles.forEach(({ s, kappa, length }, number) => {
    const stations = total > 0 ? Math.max(1, Math.round((STATIONS * length) / total)) : 1;
    let i = 0;
    for (let station = 0; station <= stations && s.length > 0; station++) {
      const away = (length * station) / stations;
      while (i < s.length - 2 && s[i + 1] < away) i++;
      const size = Math.abs(kappa[i]);
      all.push(size);
      if (isSeen(i, number)) seen.push(size);
    }
  });
  const read = (seen.length > 0 ? seen : all).sort((a, b) => a - b);
  const typical = read[Math.floor(0.97 * (read.length - 1))];
  if (!(typical > 0) || !(height > 0)) return 1;
  return 2 ** (Math.round(2 * Math.log2(height / typical)) / 2);
}
