import {
  type ArcLength,
  arcLength,
  type Curve,
  curvatureExtrema,
  type CurvatureProfile,
  domainOf,
  evaluate,
  frameAt,
  kinksOf,
  lengthAt,
  negate,
  scale,
  type Vector3,
} from '@pencil-bend/core';
import { curvatureStretches, type Lump, type LumpReport, monotonePieces } from '@pencil-bend/core/reading';
import type { MarkKind } from '../api/savedView';
import { lengthInWords, type Units } from '../ui/length';
import { hookInWords, lumpInWords } from './lumpWords';
import { levelShown, type Meeting, meetingInWords, type MeetingPlace } from './meeting';

/** Something marked on a curve. */
export interface CurveMark {
  readonly kind: MarkKind;
  readonly at: Vector3;
  /** Length from the start in mm; null of what is known by its place alone. */
  readonly s: number | null;
  /** What it is about, in mm from the start; null of a single place. Over a seam it ends before it begins. */
  readonly stretch: readonly [start: number, end: number] | null;
  /** The same as parameters. */
  readonly range: readonly [from: number, to: number] | null;
  /** Unit vector along the curve: of a monotone piece to where it tightens. */
  readonly along: Vector3 | null;
  /** Unit vector to the inner side of the bend; null where the curve is straight. */
  readonly inwards: Vector3 | null;
  /** What stands there in place of a sign: the level of a meeting. */
  readonly text: string | null;
  /** Of a lump its place in the list, from 1. */
  readonly rank: number | null;
  readonly label: string;
}

/** What is known of a curve that is to be marked. */
export interface Marked {
  readonly curve: Curve;
  readonly normal: Vector3 | null;
  readonly profile: CurvatureProfile;
  readonly report: LumpReport | null;
  /** The lumps that are listed, the largest first. */
  readonly listed: readonly Lump[];
  readonly crossings: readonly Vector3[];
  /** Its meetings with others, each with the place on this curve. */
  readonly meetings: readonly { readonly meeting: Meeting; readonly here: MeetingPlace }[];
  readonly units: Units;
}

/** What bends less than this share of the reference curvature is flat; so long, by share of the length, is a stretch. */
const FLAT = 0.02;
const FLAT_LENGTH = 0.05;

/** A mark of no one place along the curve. */
const NOWHERE = { s: null, stretch: null, range: null, along: null, inwards: null, text: null, rank: null } as const;

const FINDERS: Readonly<Record<MarkKind, (of: Marked) => readonly CurveMark[]>> = {
  lump: ({ curve, listed, units }) =>
    listed.map((lump, i) => {
      const { stretch, range } = stretchOf(arcLength(curve), lump);
      const label = `Lump ${i + 1}: ${lumpInWords(lump, units)}`;
      return placed(curve, 'lump', lump.u, lump.s, label, { stretch, range, rank: i + 1 });
    }),
  hook: ({ curve, report, units }) =>
    (report?.hooks ?? []).map((hook) =>
      placed(curve, 'hook', hook.u, hook.s, `The curve ${hookInWords(hook, report?.length ?? 0, units)}`),
    ),
  kink: ({ curve }) =>
    kinksOf(curve).map(({ u, turn }) =>
      placed(curve, 'kink', u, lengthAt(arcLength(curve), u), `Kink of ${((turn * 180) / Math.PI).toFixed(1)}°`),
    ),
  crossing: ({ crossings }) =>
    crossings.map((at) => ({ ...NOWHERE, kind: 'crossing', at, label: 'The curve crosses itself' })),
  inflection: ({ curve, profile, units }) =>
    profile.inflections.map(({ u, s }) => placed(curve, 'inflection', u, s, `Inflection at ${near(s, units)}`)),
  extremum: ({ curve, normal, units }) => {
    const measured = arcLength(curve);
    return curvatureExtrema(curve, normal).map(({ u, kind }) => {
      const s = lengthAt(measured, u);
      return placed(curve, 'extremum', u, s, `Curvature has a ${kind} at ${near(s, units)}`);
    });
  },
  flat: ({ curve, profile, report, units }) =>
    report
      ? curvatureStretches(profile, 'below', FLAT * report.reference, FLAT_LENGTH * profile.length).map(
          ({ from, to, start, end }) =>
            placed(curve, 'flat', (from + to) / 2, (start + end) / 2, `Flat for ${near(end - start, units)}`, {
              stretch: [start, end],
              range: [from, to],
            }),
        )
      : [],
  monotone: ({ curve, normal, units }) => {
    const measured = arcLength(curve);
    return monotonePieces(curve, normal).pieces.flatMap((piece) => {
      if (piece.kind === 'stays') return [];
      const about = stretchOf(measured, piece);
      const u = (piece.from + piece.to) / 2;
      const frame = frameAt(curve, u);
      if (!frame) return [];
      const along = frame.kappaRate < 0 ? negate(frame.tangent) : frame.tangent;
      const label = `Curvature ${piece.kind} from ${near(about.stretch[0], units)} to ${near(about.stretch[1], units)}`;
      return [{ ...placed(curve, 'monotone', u, lengthAt(measured, u), label), ...about, along }];
    });
  },
  meeting: ({ curve, profile, meetings, units }) =>
    meetings.map(({ meeting, here }) => meetingMark(curve, profile.length, meeting, here, units)),
};

function meetingMark(curve: Curve, length: number, meeting: Meeting, here: MeetingPlace, units: Units): CurveMark {
  const [first, last] = domainOf(curve);
  const isStart = 'end' in here && here.end === 'start';
  const u = 'u' in here ? here.u : isStart ? first : last;
  // The whole length is known; to measure it again with every move of a drag would be dear.
  const s = 'u' in here ? lengthAt(arcLength(curve), u) : isStart ? 0 : length;
  const label = `Here the curve meets another: ${meetingInWords(meeting.figures, units)}`;
  return placed(curve, 'meeting', u, s, label, { at: meeting.at, text: levelShown(meeting.figures) });
}

/** Marks of these cost too much while a curve is dragged. */
const ONLY_AT_REST: ReadonlySet<MarkKind> = new Set<MarkKind>(['extremum', 'flat', 'monotone']);

/** All marks of one kind; in a drag only of those that can follow it. */
export const marksOf = (kind: MarkKind, of: Marked, isResting: boolean): readonly CurveMark[] =>
  isResting || !ONLY_AT_REST.has(kind) ? FINDERS[kind](of) : [];

/** What a mark of one kind has beside its place. */
type Own = Partial<Pick<CurveMark, 'at' | 'text' | 'stretch' | 'range' | 'rank'>>;

function placed(curve: Curve, kind: MarkKind, u: number, s: number, label: string, own: Own = {}): CurveMark {
  const frame = frameAt(curve, u);
  const inwards = frame && frame.kappa > 0 ? scale(frame.curvature, 1 / frame.kappa) : null;
  const at = own.at ?? frame?.point ?? evaluate(curve, u);
  const { stretch = null, range = null, text = null, rank = null } = own;
  return { kind, at, s, along: frame?.tangent ?? null, inwards, label, stretch, range, text, rank };
}

const stretchOf = (measured: ArcLength, { from, to }: { from: number; to: number }) => ({
  stretch: [lengthAt(measured, from), lengthAt(measured, to)] as const,
  range: [from, to] as const,
});

const near = (s: number, units: Units): string => lengthInWords(s, units, 2);
