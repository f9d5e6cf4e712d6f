import type { CurvatureProfile } from '@pencil-bend/core';
import type { CurveStretch } from '@pencil-bend/core/reading';
import type { CurveMark } from '../../view/curveMarks';
import { MARK_LOOKS } from '../../view/markKinds';

/** Where the graph stands on its canvas: pixels for lengths along the curve and for curvature. */
export interface GraphFrame {
  readonly width: number;
  readonly height: number;
  /** From where on and how far the axis goes: other curves may come before the one that is read. */
  readonly from: number;
  readonly length: number;
  /** Of the curve that is read. */
  readonly own: number;
  /** The largest |κ| shown, in 1/mm. */
  readonly most: number;
  /** The unit that people read, in mm. */
  readonly unit: number;
}

const LEFT = 62;
const RIGHT = 18;
const TOP = 10;
const BOTTOM = 20;

/** Another curve over the same axes, from a length on. */
export interface OtherProfile {
  readonly profile: CurvatureProfile;
  readonly colour: string;
  readonly offset: number;
}

/** A frame that all profiles find room in. */
export function graphFrame(
  profile: CurvatureProfile,
  others: readonly OtherProfile[],
  width: number,
  height: number,
  unit = 1,
): GraphFrame {
  let most = 0;
  let [from, to] = [0, profile.length];
  for (const { profile: other, offset } of [{ profile, offset: 0 }, ...others]) {
    [from, to] = [Math.min(from, offset), Math.max(to, offset + other.length)];
    for (const value of other.kappa) most = Math.max(most, Math.abs(value));
  }
  return { width, height, from, length: to - from, own: profile.length, most: roundUp(most * unit) / unit, unit };
}

export const xOf = ({ width, from, length }: GraphFrame, s: number): number =>
  LEFT + ((width - LEFT - RIGHT) * (s - from)) / (length || 1);

/** The length along the read curve under a pixel; beyond its ends, its end. */
export const lengthAtX = ({ width, from, length, own }: GraphFrame, x: number): number =>
  Math.min(own, Math.max(0, from + ((x - LEFT) / (width - LEFT - RIGHT)) * length));

export function yOf({ height, most }: GraphFrame, kappa: number): number {
  const middle = TOP + (height - TOP - BOTTOM) / 2;
  return middle - ((height - TOP - BOTTOM) / 2) * (kappa / (most || 1));
}

/** The next 1, 2, 3, 5 or 8 times a power of ten: the axis rests while a point is dragged a little. */
function roundUp(value: number): number {
  if (!(value > 0)) return 0;
  const power = 10 ** Math.floor(Math.log10(value));
  return power * ([1, 2, 3, 5, 8].find((factor) => factor * power >= value) ?? 10);
}

const INK = '#23252b';
const VERMILION = '#c8431f';
/** Beside the level that may stand at the start. */
const LABEL_FROM = 44;
const PAPER = '#fffdf8';
const OCHRE = '#8a5a00';
const QUIET = '#615e57';
const LINE = '#e2dccd';
const MONO = "12px 'Spline Sans Mono', monospace";

/** What is marked in the graph. */
export interface GraphMarks {
  /** Other curves over the same axes. */
  readonly others: readonly OtherProfile[];
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
}

/** Draws signed curvature over arc length, with what is marked. */
export function drawGraph(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  profile: CurvatureProfile,
  { others, marks, current, limit, tooTight, limitLabel, cursor }: GraphMarks,
): void {
  const { width, height, most, unit } = frame;
  const zero = yOf(frame, 0);
  context.clearRect(0, 0, width, height);
  context.font = MONO;
  context.textBaseline = 'middle';
  context.fillStyle = QUIET;
  context.textAlign = 'right';
  if (most > 0) {
    const nearest = Number((most * unit).toPrecision(2));
    context.fillText(`+${nearest}`, LEFT - 8, yOf(frame, most) + 4);
    context.fillText(`−${nearest}`, LEFT - 8, yOf(frame, -most) - 4);
  }
  context.fillText('0', LEFT - 8, zero);
  axis(context, frame);
  if (limit !== null) limits(context, frame, limit, tooTight, limitLabel);
  for (const { stretch, rank } of marks) if (stretch && rank) band(context, frame, stretch, rank === current);

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
  for (const { profile: other, colour, offset } of others) {
    context.beginPath();
    trace(context, frame, other, (kappa) => kappa, offset);
    context.strokeStyle = colour;
    context.lineWidth = 1.2;
    context.setLineDash([6, 3]);
    context.stroke();
    context.setLineDash([]);
  }
  context.beginPath();
  trace(context, frame, profile, (kappa) => kappa);
  context.strokeStyle = INK;
  context.lineWidth = 1.6;
  context.lineJoin = 'round';
  context.stroke();
  for (const mark of marks) sign(context, frame, profile, mark, mark.rank !== null && mark.rank === current);

  if (cursor !== null) {
    const x = Math.round(xOf(frame, cursor)) + 0.5;
    line(context, VERMILION, [x, TOP - 6], [x, height - BOTTOM]);
  }
}

/** A line through what is made of the curvature at every sample. */
function trace(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  { s, kappa }: CurvatureProfile,
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
  for (const kappa of [1 / limit, -1 / limit]) {
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

/** The number of a lump at the top, any other sign on the curve. */
function sign(
  context: CanvasRenderingContext2D,
  frame: GraphFrame,
  profile: CurvatureProfile,
  { kind, s, stretch, text, rank }: CurveMark,
  isCurrent: boolean,
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
  const path = new Path2D(glyph);
  if (filled) context.fill(path);
  context.stroke(path);
  context.restore();
}

/** Curvature at a length, straight between the samples. */
function kappaAt({ s, kappa }: CurvatureProfile, at: number): number {
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
