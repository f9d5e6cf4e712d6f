import { solveBandedCholesky } from '../linear/bandedCholesky';
import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { distinctOf } from '../knots/period';
import { LUMP } from '../measure/hooks';
import { type Lump, lumps } from '../measure/lumps';
import type { Stretch } from '../measure/straightStretches';
import { failed, type Result, success } from '../result';
import { actsOn, type Culprit, type CulpritOptions, culprits } from './culprits';
import { energiesFor, type Faired, fairedWithin, type Fairing, type FairOptions, withFigures } from './fair';
import { freePoints } from './freePoints';
import { leastTolerance, type ToleranceBracket } from './leastTolerance';
import { axesFor } from '../energy/motion';

export interface Ironing extends Fairing {
  readonly culprit: Culprit;
  /** The distinct control points that could move. */
  readonly moved: readonly number[];
  /** Lumps of 5 % or more that are left where control points moved. */
  readonly left: readonly Lump[];
}

/** No control point that may move acts there. */
export interface NothingToMove {
  readonly kind: 'nothing-to-move';
  readonly from: number;
  readonly to: number;
}

export type IronOptions = Omit<CulpritOptions, 'stretch'> & Pick<FairOptions, 'progress'>;

/** So many neighbours of the culprit move with it on each side; more while lumps are left. */
const WIDTHS = [2, 3, 4];

/**
 * Takes out one lump within a tolerance in mm: the control point to blame and its neighbours on both sides, two, then
 * three, then four, move to least jerk; never the held end points. The first width that leaves no lump there, or the last
 * one. Throws a RangeError as `fair` does.
 */
export function iron(
  curve: Curve,
  wrinkle: Stretch,
  tolerance: number,
  options: IronOptions = {},
): Result<Ironing, NothingToMove> {
  const [culprit] = culprits(curve, { ...options, stretch: wrinkle });
  if (!culprit) return failed({ kind: 'nothing-to-move', from: wrinkle.from, to: wrinkle.to });
  let best = ironed(curve, culprit, WIDTHS[0], tolerance, options);
  for (const width of WIDTHS.slice(1)) {
    if (best.left.length === 0 || best.faired.stopped) break;
    const next = ironed(curve, culprit, width, tolerance, options);
    if (next.left.length < best.left.length) best = next;
  }
  const { around, faired, left } = best;
  const fairing = withFigures(curve, faired, options);
  return success({ ...fairing, culprit, moved: around.filter((i) => fairing.moves[i] > 0), left });
}

/**
 * Which tolerance would take a lump out, to 5 %: the least jerk without a bound says how far points move at most; if that
 * leaves lumps there, more neighbours move. Both ends of the bracket were tried. Null where none does.
 */
export function ironingTolerance(
  curve: Curve,
  wrinkle: Stretch,
  options: IronOptions = {},
): (ToleranceBracket & { readonly moved: readonly number[] }) | null {
  const [culprit] = culprits(curve, { ...options, stretch: wrinkle });
  if (!culprit) return null;
  for (const width of WIDTHS) {
    const farthest = unboundedMove(curve, neighbours(curve, culprit, width), options);
    if (!(farthest > 0)) continue;
    const does = (tolerance: number) => ironed(curve, culprit, width, tolerance, options).left.length === 0;
    // A hair more, so that the bound does not bind.
    const most = farthest * (1 + 1e-6);
    if (!does(most)) continue;
    const found = leastTolerance(does, 0, most);
    return found && { ...found, moved: neighbours(curve, culprit, width) };
  }
  return null;
}

/** The culprit and its neighbours among the distinct control points, in order. */
function neighbours(curve: Curve, { index }: Culprit, width: number): number[] {
  const count = distinctOf(curve);
  const isRing = curve.closing === 'periodic';
  const all = Array.from({ length: 2 * width + 1 }, (_, k) => index - width + k);
  const inside = isRing ? all.map((i) => (i + count) % count) : all.filter((i) => i >= 0 && i < count);
  return [...new Set(inside)];
}

/** The options with all other control points held too. */
function only(curve: Curve, moved: readonly number[], options: IronOptions): IronOptions {
  const set = new Set(moved);
  const others = Array.from({ length: distinctOf(curve) }, (_, i) => i).filter((i) => !set.has(i));
  return { ...options, held: [...(options.held ?? []), ...others] };
}

interface Trial {
  readonly around: readonly number[];
  readonly faired: Faired;
  readonly left: readonly Lump[];
}

function ironed(curve: Curve, culprit: Culprit, width: number, tolerance: number, options: IronOptions): Trial {
  const around = neighbours(curve, culprit, width);
  const faired = fairedWithin(curve, tolerance, { ...only(curve, around, options), energy: 'jerk' });
  const left = lumps(faired.curve, { normal: options.normal ?? null, least: LUMP }).lumps.filter(({ from, to }) =>
    around.some((i) => actsOn(curve, i, from, to)),
  );
  return { around, faired, left };
}

/** How far the farthest of some control points moves to the least jerk without a bound, in mm. */
function unboundedMove(curve: Curve, moved: readonly number[], options: IronOptions): number {
  const free = freePoints(curve, Number.MAX_VALUE, only(curve, moved, options));
  const count = free.indices.length;
  if (count === 0 || curve.degree === 1) return 0;
  const axes: readonly Vector3[] = axesFor(options.normal ?? null);
  const jerk = energiesFor(curve, free, axes).jerk();
  const right = jerk.gradient();
  if (solveBandedCholesky(count, jerk.band, jerk.matrix.slice(), right, axes.length) >= 0) return 0;
  let most = 0;
  for (let i = 0; i < count; i++) {
    most = Math.max(most, Math.hypot(...right.subarray(i * axes.length, (i + 1) * axes.length)));
  }
  return most;
}
