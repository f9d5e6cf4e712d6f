import { type Curve, distinctOf, type Level, type Stretch, type Vector3 } from '@pencil-bend/core';
import { lighten } from '@pencil-bend/core/changing';
import { energies, fair, iron, lumps, type FreeOptions } from '@pencil-bend/core/reading';

/** Something that would make a curve fairer or lighter, as it was run. */
export interface Suggestion {
  readonly does: SuggestedStep;
  /** How far the curve moves, proven, in mm. */
  readonly moves: number;
  readonly lumpsGone: number;
  readonly pointsGone: number;
  readonly points: number;
  /** The share of the variation, or of the control points, that goes. */
  readonly gain: number;
}

export type SuggestedStep =
  | { readonly kind: 'lighten'; readonly tolerance: number }
  | { readonly kind: 'fair' }
  | {
      readonly kind: 'iron';
      readonly stretch: Stretch;
      /** The length from the start where the lump is, in mm. */
      readonly near: number;
    };

export interface SuggestionsAsked {
  readonly curve: Curve;
  /** In mm. */
  readonly tolerance: number;
  /** Lumps are counted from this share on. */
  readonly least: number;
  readonly options: FreeOptions & {
    readonly normal: Vector3 | null;
    readonly startLevel: Level;
    readonly endLevel: Level;
  };
}

/** What moves the curve by less, in mm, moves nothing. */
const NOTHING = 1e-6;
/** What gains less is not worth a suggestion. */
const WORTH = 0.05;
const MOST = 3;
/** So many lumps are tried. */
const MOST_IRONED = 3;
/** A share of the tolerance that counts as none. */
const FREE = 0.05;

/**
 * What could be done to a curve within a tolerance, each run before it is named: what moves nothing first, then by what it
 * gains for the share of the tolerance that it uses.
 */
export function suggestions({ curve, tolerance, least, options }: SuggestionsAsked): Suggestion[] {
  const { normal, startLevel, endLevel } = options;
  const count = (of: Curve) => lumps(of, { normal, least }).lumps.filter(({ stepped }) => !stepped);
  const variationOf = (of: Curve) => energies(of).variation;
  const [before, variation, points] = [count(curve), variationOf(curve), distinctOf(curve)];
  const run = (does: SuggestedStep, after: Curve, moves: number): Suggestion => {
    const [now, pointsGone] = [count(after), points - distinctOf(after)];
    const fall = variation > 0 && variation < Infinity ? 1 - variationOf(after) / variation : 0;
    return {
      does,
      moves,
      lumpsGone: before.length - now.length,
      pointsGone,
      points,
      gain: Math.max(fall, does.kind === 'lighten' ? pointsGone / points : 0),
    };
  };
  const lighter = (within: number): Suggestion[] => {
    const found = lighten(curve, within, { startLevel, endLevel });
    return found.ok
      ? [run({ kind: 'lighten', tolerance: within }, found.value.curve, found.value.deviation.bound)]
      : [];
  };
  const free = lighter(NOTHING);
  const faired = fair(curve, tolerance, options);
  const all = [
    ...free,
    // What can be had for nothing need not be paid for.
    ...lighter(tolerance).filter(({ pointsGone }) => pointsGone > (free.at(0)?.pointsGone ?? 0)),
    run({ kind: 'fair' }, faired.curve, faired.deviation.bound),
    ...before.slice(0, MOST_IRONED).flatMap(({ from, to, s: near }) => {
      const ironed = iron(curve, { from, to }, tolerance, options);
      if (!ironed.ok) return [];
      return [run({ kind: 'iron', stretch: { from, to }, near }, ironed.value.curve, ironed.value.deviation.bound)];
    }),
  ];
  const worth = ({ gain, lumpsGone }: Suggestion) => gain >= WORTH && lumpsGone >= 0;
  const score = ({ gain, moves }: Suggestion) => gain / Math.max(FREE, moves / tolerance);
  const isFree = ({ moves }: Suggestion) => moves <= NOTHING;
  return all
    .filter(worth)
    .sort((a, b) => Number(isFree(b)) - Number(isFree(a)) || score(b) - score(a))
    .slice(0, MOST);
}
