import { type End, type Vector3 } from '@pencil-bend/core';
import type { Continuity, CurveMeeting, PlaceOfMeeting } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import type { MeetingThresholds } from '../api/savedView';
import { lengthInWords, lengthShown, type Units } from '../ui/length';

/** A place of a drawn curve: an end, or somewhere inside. */
export type MeetingPlace = { readonly item: Id; readonly end: End } | { readonly item: Id; readonly u: number };

/** How two drawn curves meet, or one goes on over a knot: then both places are that knot. */
export interface Meeting {
  readonly first: MeetingPlace;
  readonly second: MeetingPlace;
  readonly figures: Continuity;
  readonly at: Vector3;
}

/** A meeting among curves, by the ids that they have in the drawing. */
export function meetingOf({ first, second, ...figures }: CurveMeeting, ids: readonly Id[]): Meeting {
  const placeOf = (place: PlaceOfMeeting): MeetingPlace =>
    'end' in place ? { item: ids[place.curve], end: place.end } : { item: ids[place.curve], u: place.u };
  return { first: placeOf(first), second: placeOf(second), figures, at: figures.after.point };
}

export const isKnot = ({ first, second }: Meeting): boolean => 'u' in first && 'u' in second;

/** The thresholds in the units of the kernel. */
export const thresholdsOf = ({ within, gap, angle, curvature, rate }: MeetingThresholds) => ({
  within,
  gap,
  angle: (angle * Math.PI) / 180,
  curvature: curvature / 100,
  rate: rate / 100,
});

/** 'G2', or 'gap' where there is one. */
export const levelShown = ({ level }: Continuity): string => (level < 0 ? 'gap' : `G${level}`);

export const gapShown = ({ gap }: Continuity, units: Units): string => lengthShown(gap, units);

/** Degrees between the tangents; '–' where a curve stands still. */
export const angleShown = ({ angle }: Continuity): string =>
  angle === null ? '–' : `${((angle * 180) / Math.PI).toFixed(2)}°`;

/** By how much curvature differs, and which side is tighter: '12.5 % tighter before'. */
export function curvatureShown({ curvature, before, after }: Continuity): string {
  if (curvature.difference <= curvature.floor) return '0 %';
  const percent = `${(100 * curvature.share).toFixed(1)} %`;
  if (before.kappa === after.kappa) return `${percent} turned`;
  return `${percent} tighter ${before.kappa > after.kappa ? 'before' : 'after'}`;
}

export const rateShown = ({ rate }: Continuity): string =>
  rate.difference <= rate.floor ? '0 %' : `${(100 * rate.share).toFixed(1)} %`;

/** A meeting in one sentence: what fails first is what keeps it from the next level. */
export function meetingInWords(figures: Continuity, units: Units): string {
  const { level } = figures;
  if (level < 0) return `a gap of ${lengthInWords(figures.gap, units, 0)}`;
  const missing = [
    `tangents differ by ${angleShown(figures)}`,
    `curvature differs by ${curvatureShown(figures)}`,
    `its rate differs by ${rateShown(figures)}`,
  ];
  return level === 3 ? 'G3' : `G${level}: ${missing[level]}`;
}
