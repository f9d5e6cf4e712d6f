import type { Continuity, Residual } from '@pencil-bend/core/reading';
import type { End, Joint } from '@pencil-bend/document';
import type { MeetingThresholds } from '../api/savedView';
import { counted } from '../ui/labels';
import { lengthInWords, type Units } from '../ui/length';
import type { JointReading } from './jointReading';
import { angleShown, curvatureShown, rateShown } from './meeting';

/** Levels above this one are not measured. */
const HIGHEST = 3;

const LEVEL_TIPS = [
  'They meet',
  'They meet and run the same way',
  'They bend alike where they meet, too',
  'And so does the rate at which their curvature changes',
] as const;

/** As mark and list say it: 'G3', 'G2 of G3', 'gap of G1'. */
export function levelInWords({ wanted, reached, holds }: Pick<JointReading, 'wanted' | 'reached' | 'holds'>): string {
  if (holds || reached === wanted) return `G${wanted}`;
  return reached < 0 ? `gap of G${wanted}` : `G${reached} of G${wanted}`;
}

/** What keeps a joint from its level, as it is measured: 'rate differs by 12.0 %'; null where nothing does. */
export function missingInWords({ figures, wanted, reached }: JointReading, units: Units): string | null {
  if (!figures || reached >= Math.min(wanted, HIGHEST)) return null;
  switch (figures.level) {
    case -1:
      return `a gap of ${lengthInWords(figures.gap, units, 0)}`;
    case 0:
      return `tangents differ by ${angleShown(figures)}`;
    case 1:
      return `curvature differs by ${curvatureShown(figures)}`;
    default:
      return `rate differs by ${rateShown(figures)}`;
  }
}

const sentences = new WeakMap<JointReading, { readonly units: Units; readonly text: string }>();

/** For a screen reader: 'joint of Spout and Lip, wanted G3, reached G2: rate differs by 12.0 %'. */
export function jointSentence(reading: JointReading, units: Units): string {
  const before = sentences.get(reading);
  if (before?.units === units) return before.text;
  const { kind, led, follower, wanted, reached, problem } = reading;
  const what = { joint: 'joint', blend: 'blend', corner: 'soft corner' }[kind];
  const of = `${what} of ${led} and ${follower}, wanted G${wanted}, reached ${reached < 0 ? 'no level' : `G${reached}`}`;
  const why = missingInWords(reading, units) ?? problem;
  const text = why ? `${of}: ${why}` : of;
  sentences.set(reading, { units, text });
  return text;
}

/** What can be asked of a joint. */
export const LEVELS = ([0, 1, 2, 3] as const).map((value) => ({ value, label: `G${value}`, tip: LEVEL_TIPS[value] }));

export interface JointRow {
  readonly label: string;
  readonly is: string;
  /** What it may be. */
  readonly most: string;
  readonly holds: boolean;
}

/** What is measured at a joint, level by level, beside what it may be. */
export function jointTable(figures: Continuity, most: MeetingThresholds, units: Units): readonly JointRow[] {
  const { gap, angle, curvature, rate, level } = figures;
  const percent = ({ difference, floor, share }: Residual) =>
    difference <= floor ? '0.0 %' : `${(100 * share).toFixed(1)} %`;
  const rows = [
    ['gap', lengthInWords(gap, units, -1), lengthInWords(most.gap, units, 0)],
    ['angle', angle === null ? '–' : `${((180 * angle) / Math.PI).toFixed(3)}°`, `${most.angle}°`],
    ['curvature', percent(curvature), `${most.curvature} %`],
    ['rate', percent(rate), `${most.rate} %`],
  ];
  return rows.map(([label, is, allowed], i) => ({ label, is, most: allowed, holds: level >= i }));
}

/** What a joint brought into its curve: 'The degree was raised by 1 and 2 points added for G3; the curve has not moved.' */
export function addedInWords({ added, level }: Pick<Joint, 'added' | 'level'>): string | null {
  if (!added) return null;
  const raised = added.raised > 0 ? [`degree raised by ${added.raised}`] : [];
  const points = added.knots.length > 0 ? [`${counted(added.knots.length, 'point', 'points')} added`] : [];
  return `${[...raised, ...points].join(', ')} for G${level}: price 0, the curve does not move.`.replace(
    /^./,
    (first) => first.toUpperCase(),
  );
}

export const otherEnd = (end: End): End => (end === 'start' ? 'end' : 'start');
