import { arcLength, type Curve, lengthAt } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { lengthInWords, type Units } from '../../ui/length';
import type { JointReading } from '../../view/jointReading';
import { levelInWords, missingInWords } from '../../view/jointWords';
import {
  angleShown,
  curvatureShown,
  gapShown,
  isKnot,
  levelShown,
  type Meeting,
  type MeetingPlace,
  rateShown,
} from '../../view/meeting';

/** A meeting as the report lists it: what is read, and the numbers that rows are put in order by. */
export interface MeetingRow {
  readonly meeting: Meeting;
  readonly where: string;
  readonly level: number;
  readonly levelShown: string;
  /** Why a joint there is not kept; null where all is well. */
  readonly flag: string | null;
  readonly gap: number;
  readonly gapShown: string;
  readonly angle: number;
  readonly angleShown: string;
  readonly curvature: number;
  readonly curvatureShown: string;
  readonly rate: number;
  readonly rateShown: string;
}

/** What a row needs to know of a curve. */
export interface NamedCurve {
  readonly name: string;
  readonly curve: Curve;
}

/** The rows of the report, in the order of the meetings; those of curves that are gone are left out. */
export function meetingRows(
  meetings: readonly Meeting[],
  curves: ReadonlyMap<Id, NamedCurve>,
  units: Units,
  joints: readonly JointReading[] = [],
): MeetingRow[] {
  const jointAt = new Map(joints.map((each) => [`${each.item} ${each.end}`, each]));
  return meetings.flatMap((meeting) => {
    const { first, second, figures } = meeting;
    const [a, b] = [curves.get(first.item), curves.get(second.item)];
    if (!a || !b) return [];
    const [joint] = [first, second].flatMap(
      (place) => ('end' in place && jointAt.get(`${place.item} ${place.end}`)) || [],
    );
    return [
      {
        meeting,
        where: isKnot(meeting)
          ? `${placeShown(first, a, units)}, knot`
          : `${placeShown(first, a, units)} · ${placeShown(second, b, units)}`,
        level: figures.level,
        levelShown: joint && !joint.holds ? `▲ ${levelInWords(joint)}` : levelShown(figures),
        flag: joint && !joint.holds ? (joint.problem ?? missingInWords(joint, units)) : null,
        gap: figures.gap,
        gapShown: gapShown(figures, units),
        angle: figures.angle ?? Infinity,
        angleShown: angleShown(figures),
        curvature: figures.curvature.share,
        curvatureShown: curvatureShown(figures),
        rate: figures.rate.share,
        rateShown: rateShown(figures),
      },
    ];
  });
}

function placeShown(place: MeetingPlace, { name, curve }: NamedCurve, units: Units): string {
  return 'end' in place
    ? `${name} (${place.end})`
    : `${name} at ${lengthInWords(lengthAt(arcLength(curve), place.u), units, 2)}`;
}
