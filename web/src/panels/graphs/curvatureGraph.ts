import type { CurveStretch } from '@pencil-bend/core/reading';
import type { AxisStretch, RunMeeting } from './stripGraph';
import type { CurveReading } from '../../view/curveReading';
import type { GraphCurve } from '../../view/graphCurve';
import type { CurveMark } from '../../view/curveMarks';
import { MARK_LOOKS } from '../../view/markKinds';
import { INK, LINE, MONO, OCHRE, PAPER, QUIET, VERMILION } from './graphLook';

/** Where the graph stands on its canvas: pixels for lengths along the axis and for curvature. */
export interface GraphFrame {
  readonly width: number;
  readonly height: number;
  /** The part of the axis that is seen, in mm from the start of the curve that is read. */
  readonly from: number;
  readonly length: number;
  /** The length of the curve that is read. */
  readonly own: number;
  /** The largest |κ| shown, in 1/mm. */
  readonly most: number;
  /** On a logarithmic scale the smallest |κ| shown; null on a linear one, which has room for both signs. */
  readonly least: number | null;
  /** The unit that people read, in mm. */
  readonly unit: number;
}

const LEFT = 62;
const RIGHT = 18;
const TOP = 10;
const BOTTOM = 20;
/** A logarithmic scale reaches down to this share of the largest curvature. */
const DECADES = 1e-3;

type Profile = CurveReading['profile'];

/** A frame for what is seen of some curves, the one that is read first: so high that all of it finds room. */
export function graphFrame(
  curves: readonly GraphCurve[],
  seen: AxisStretch,
  [width, height]: readonly [width: number, height: number],
  unit = 1,
  isLogarithmic = false,
): GraphFrame {
  let most = 0;
  for (const { offset, reading } of curves) {
    const { s, kappa } = reading.profile;
    for (let i = 0; i < s.length; i++) {
      // The samples on both sides of the frame count too: the line goes on to them.
      const isSeen =
        s[Math.min(i + 1, s.length - 1)] + offset >= seen.from && s[Math.max(i - 1, 0)] + offset <= seen.to;
      if (isSeen) most = Math.max(most, Math.abs(kappa[i]));
    }
  }
  most = roundUp(most * unit) / unit;
  const own = curves[0]?.reading.profile.length ?? 0;
  const least = isLogarithmic && most > 0 ? most * DECADES : null;
  return { width, height, from: seen.from, length: seen.to - seen.from, own, most, least, unit };
}

export const xOf = ({ width, from, length }: GraphFrame, s: number): number =>
  LEFT + ((width - LEFT - RIGHT) * (s - from)) / (length || 1);

/** The length along the axis under a pixel. */
export const lengthAtX = ({ width, from, length }: GraphFrame, x: number): number =>
  from + ((x - LEFT) / (width - LEFT - RIGHT)) * length;

export function yOf({ height, most, least }: GraphFrame, kappa: number): number {
  const room = height - TOP - BOTTOM;
  if (least !== null) {
    const share = Math.log(Math.max(least, Math.abs(kappa)) / least) / Math.log(most / least);
    return TOP + room * (1 - share);
  }
  return TOP + room / 2 - (room / 2) * (kappa / (most || 1));
}

/** The difference of curvature over a height in pixels, downwards, on a linear scale. */
export const kappaOver = ({ height, most }: GraphFrame, dy: number): number =>
  (-2 * most * dy) / (height - TOP - BOTTOM);

/** The next 1, 2, 3, 5 or 8 times a power of ten: the axis rests while a point is dragged a little. */
function roundUp(value: number): number {
  if (!(value > 0)) return 0;
  const power = 10 ** Math.floor(Math.log10(value));
  return power * ([1, 2, 3, 5, 8].find((factor) => factor * power >= value) ?? 10);
}

/** Beside the level that may stand at the start. */
const LABEL_FROM = 44;

/** What is marked in the graph. */
export interface GraphMarks {
  /** Other curves over the same axes. */
  readonly others: readonly GraphCurve[];
  /** Where curves of a run go on in each other. */
  readonly meetings: readonly RunMeeting[];
  readonly marks: readonly CurveMark[];
  /** The number of the lump that was gone to. */
  readonly current: number | null;
  /** The smallest radius that is allowed, in mm, and where the curve is tighter. */
  readonly limit: number | null;
  readonly tooTight: readonly CurveStretch[];
  /** What is said of them. */
  readonly limitLabel: string;
  /** A length along the curve. */
  readonly cursor: number | null;
  /** The stretch in hand, from one length to another. */
  readonly stretch?: readonly [number, number] | null;
  /** The curvature that is wished for, in lengths. */
  readonly wish?: { readonly s: ArrayLike<number>; readonly kappa: ArrayLike<number> } | null;
}

/** What paths are made with: on a canvas the browser's. */
type Paths = new (path: string) => Path2D;

/** Draws curvature over arc length, with what is marked: signed, or its size on a logarithmic scale. */
export function drawGraph(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  profile: Profile,
  { others, meetings, marks, current, limit, tooTight, limitLabel, cursor, stretch = null, wish = null }: GraphMarks,
  Paths: Paths = Path2D,
): void {
  const { width, height } = frame;
  context.clearRect(0, 0, width, height);
  context.font = MONO;
  context.textBaseline = 'middle';
  heights(context, frame);
  axis(context, frame);

  context.save();
  context.beginPath();
  context.rect(LEFT, 0, width - LEFT - RIGHT, height);
  context.clip();
  if (limit !== null) limits(context, frame, limit, tooTight, limitLabel);
  for (const { stretch, rank } of marks) if (stretch && rank) band(context, frame, stretch, rank === current);
  if (stretch) inHand(context, frame, stretch);
  const zero = yOf(frame, 0);
  for (const [sign, colour] of [
    [1, 'rgb(31 122 109 / 0.16)'],
    [-1, 'rgb(111 74 142 / 0.16)'],
  ] as const) {
    context.beginPath();
    context.moveTo(xOf(frame, 0), zero);
    trace(context, frame, profile, (kappa) => sign * Math.max(0, sign * kappa));
    context.lineTo(xOf(frame, profile.length), zero);
    context.fillStyle = colour;
    context.fill();
  }
  for (const { reading, colour, offset } of others) {
    context.beginPath();
    trace(context, frame, reading.profile, (kappa) => kappa, offset);
    context.strokeStyle = colour;
    context.lineWidth = 1.2;
    context.setLineDash([6, 3]);
    context.stroke();
    context.setLineDash([]);
  }
  if (wish) {
    context.beginPath();
    for (let i = 0; i < wish.s.length; i++) context.lineTo(xOf(frame, wish.s[i]), yOf(frame, wish.kappa[i]));
    context.strokeStyle = VERMILION;
    context.lineWidth = 1.4;
    context.stroke();
  }
  context.beginPath();
  trace(context, frame, profile, (kappa) => kappa);
  context.strokeStyle = INK;
  context.lineWidth = 1.6;
  context.lineJoin = 'round';
  context.stroke();
  for (const { s, text } of meetings) {
    const x = Math.round(xOf(frame, s)) + 0.5;
    context.setLineDash([2, 3]);
    line(context, INK, [x, TOP], [x, height - BOTTOM]);
    context.setLineDash([]);
    context.fillStyle = INK;
    context.textAlign = 'left';
    context.fillText(text, x + 5, height - BOTTOM - 8);
  }
  for (const mark of marks) {
    if (isTold(mark, meetings)) continue;
    sign(context, frame, profile, mark, mark.rank !== null && mark.rank === current, Paths);
  }

  if (cursor !== null) {
    const x = Math.round(xOf(frame, cursor)) + 0.5;
    line(context, VERMILION, [x, TOP - 6], [x, height - BOTTOM]);
  }
  context.restore();
}

/** Whether the run has told the level of a meeting already, which is marked within 0.001 mm of there. */
const isTold = ({ kind, s }: CurveMark, meetings: readonly RunMeeting[]): boolean =>
  kind === 'meeting' && meetings.some((each) => Math.abs(each.s - (s ?? NaN)) < 1e-3);

/** What the heights mean: both signs about zero, or powers of ten. */
function heights(context: CanvasRenderingContext2D, frame: GraphFrame): void {
  const { width, most, least, unit } = frame;
  context.fillStyle = QUIET;
  context.textAlign = 'right';
  if (least === null) {
    if (most > 0) {
      const nearest = Number((most * unit).toPrecision(2));
      context.fillText(`+${nearest}`, LEFT - 8, yOf(frame, most) + 4);
      context.fillText(`−${nearest}`, LEFT - 8, yOf(frame, -most) - 4);
    }
    context.fillText('0', LEFT - 8, yOf(frame, 0));
    return;
  }
  for (let power = Math.ceil(Math.log10(least * unit)); 10 ** power <= most * unit; power++) {
    const y = Math.round(yOf(frame, 10 ** power / unit)) + 0.5;
    line(context, LINE, [LEFT, y], [width - RIGHT, y]);
    context.fillText(`${Number((10 ** power).toPrecision(1))}`, LEFT - 8, y);
  }
}

/** A line through what is made of the curvature at every sample. */
function trace(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  { s, kappa }: Profile,
  shown: (kappa: number) => number,
  offset = 0,
): void {
  for (let i = 0; i < s.length; i++) context.lineTo(xOf(frame, offset + s[i]), yOf(frame, shown(kappa[i])));
}

/** Lines at the curvature of the smallest radius allowed, and a bar along what is tighter. */
function limits(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  limit: number,
  tooTight: readonly CurveStretch[],
  label: string,
): void {
  context.setLineDash([5, 4]);
  for (const kappa of frame.least === null ? [1 / limit, -1 / limit] : [1 / limit]) {
    if (Math.abs(kappa) > frame.most) continue;
    const y = Math.round(yOf(frame, kappa)) + 0.5;
    line(context, OCHRE, [LEFT, y], [frame.width - RIGHT, y]);
  }
  context.setLineDash([]);
  context.fillStyle = OCHRE;
  for (const { start, end } of tooTight) {
    context.fillRect(xOf(frame, start), frame.height - BOTTOM - 3, xOf(frame, end) - xOf(frame, start), 3);
  }
  // Above the upper line, or at the top where that is out of the picture.
  const y = Math.max(TOP + 6, yOf(frame, Math.min(frame.most, 1 / limit)) - 9);
  context.textAlign = 'left';
  context.strokeStyle = PAPER;
  context.lineWidth = 4;
  context.strokeText(label, LEFT + LABEL_FROM, y);
  context.fillText(label, LEFT + LABEL_FROM, y);
}

/** The stretch of a lump; over the seam of a closed curve it comes in two parts. */
function band(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  [start, end]: readonly [number, number],
  isCurrent: boolean,
): void {
  context.fillStyle = isCurrent ? 'rgb(200 67 31 / 0.22)' : 'rgb(200 67 31 / 0.1)';
  for (const [from, to] of end > start
    ? [[start, end]]
    : [
        [0, end],
        [start, frame.own],
      ]) {
    const left = xOf(frame, from);
    context.fillRect(left, TOP, xOf(frame, to) - left, frame.height - TOP - BOTTOM);
  }
}

/** The stretch in hand, between its ends. */
function inHand(context: CanvasRenderingContext2D, frame: GraphFrame, stretch: readonly [number, number]): void {
  band(context, frame, stretch, false);
  for (const s of stretch) {
    const x = Math.round(xOf(frame, s)) + 0.5;
    line(context, VERMILION, [x, TOP], [x, frame.height - BOTTOM]);
  }
}

/** The number of a lump at the top, any other sign on the curve. */
function sign(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  profile: Profile,
  { kind, s, stretch, text, rank }: CurveMark,
  isCurrent: boolean,
  Paths: Paths,
): void {
  if (s === null) return;
  const x = xOf(frame, s);
  if (rank !== null) {
    context.beginPath();
    context.arc(x, TOP + 7, 8, 0, 2 * Math.PI);
    context.fillStyle = isCurrent ? VERMILION : INK;
    context.fill();
    context.fillStyle = PAPER;
    context.textAlign = 'center';
    context.fillText(String(rank), x, TOP + 8);
    return;
  }
  if (text !== null) {
    context.fillStyle = INK;
    context.textAlign = s > frame.own / 2 ? 'right' : 'left';
    context.fillText(text, x + (s > frame.own / 2 ? -4 : 4), TOP + 8);
    return;
  }
  const { glyph, filled } = MARK_LOOKS[kind];
  context.save();
  context.translate(x, yOf(frame, kappaAt(profile, s)));
  // The wedge opens to where the curve is tighter.
  if (stretch && Math.abs(kappaAt(profile, stretch[1])) < Math.abs(kappaAt(profile, stretch[0]))) context.scale(-1, 1);
  context.strokeStyle = context.fillStyle = INK;
  context.lineWidth = 1.6;
  const path = new Paths(glyph);
  if (filled) context.fill(path);
  context.stroke(path);
  context.restore();
}

/** Curvature at a length, straight between the samples. */
function kappaAt({ s, kappa }: Profile, at: number): number {
  let low = 0;
  let high = s.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (s[middle] <= at) low = middle;
    else high = middle;
  }
  const width = s[high] - s[low];
  return width > 0 ? kappa[low] + ((kappa[high] - kappa[low]) * (at - s[low])) / width : kappa[low];
}

/** The zero line, and ticks at round lengths. */
function axis(context: CanvasRenderingContext2D, frame: GraphFrame): void {
  const { width, height, unit } = frame;
  const length = frame.length / unit;
  const zero = Math.round(yOf(frame, 0)) + 0.5;
  line(context, '#b9b2a1', [LEFT, zero], [width - RIGHT, zero]);
  if (!(length > 0)) return;
  const power = 10 ** Math.floor(Math.log10(length / 4));
  const step = power * ([1, 2, 5].find((factor) => factor * power * 10 >= length) ?? 10);
  context.textAlign = 'center';
  const first = frame.from / unit;
  for (let s = step * Math.ceil(first / step - 1e-9); s <= first + length * (1 + 1e-9); s += step) {
    const x = Math.round(xOf(frame, s * unit)) + 0.5;
    line(context, LINE, [x, TOP], [x, height - BOTTOM]);
    context.fillText(`${Number(s.toPrecision(6))}`, x, height - BOTTOM + 9);
  }
}

function line(
  context: CanvasRenderingContext2D,
  colour: string,
  from: readonly [number, number],
  to: readonly [number, number],
): void {
  context.beginPath();
  context.moveTo(...from);
  context.lineTo(...to);
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.stroke();
}
