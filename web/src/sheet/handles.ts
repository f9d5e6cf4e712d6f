import {
  add,
  breaksOf,
  type Curve,
  derivatives,
  domainOf,
  evaluate,
  length,
  scale,
  spansOf,
  straightStretches,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import { fitPointsOf, HANDLE_SHARE, type Id, isClosed, type Recipe, Refusal, tangentAt } from '@pencil-bend/document';
import { type CurvePoints, type Grip, type Handle, keyOf, pointsOf } from '../tools/handle';
import type { Selection } from '../tools/tool';
import { type Camera, type Pixel, toPixel } from './camera';
import { type Drawn, flattened } from './drawn';

/** A handle as it is drawn, in pixels. */
export interface Mark extends Grip {
  readonly key: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly selected: boolean;
  /** It came with the last step. */
  readonly added: boolean;
  /** Degrees by which it is turned so that the curve runs to the right. */
  readonly turn: number;
  /** Half the length of a knot's tick; the width of a control point's border. */
  readonly size: number;
  /** The other end of a stem. */
  readonly foot: { readonly x: number; readonly y: number } | null;
}

/** Every handle of one curve. */
export interface Handles {
  readonly fit: readonly Mark[];
  /** Fit points that are kinks. */
  readonly kinks: readonly Mark[];
  readonly control: readonly Mark[];
  readonly weights: readonly Mark[];
  readonly tangents: readonly Mark[];
  readonly on: readonly Mark[];
  readonly knots: readonly Mark[];
  readonly start: Mark | null;
  readonly direction: { readonly x: number; readonly y: number; readonly turn: number } | null;
  /** The control polygon as an SVG path, and its corners. */
  readonly polygon: string;
  readonly legs: readonly { readonly index: number; readonly from: Vector3; readonly to: Vector3 }[];
  /** Straight stretches as an SVG path. */
  readonly straight: string;
}

/** Handles of one kind nearer than this, in pixels, are thinned out. */
const APART = 8;
const TICK = 11;
const TICK_MORE = 3;
/** A weight of 1 stands so far from its control point, and a doubled one so much farther. */
const WEIGHT_AWAY = 26;
const WEIGHT_DOUBLES = 12;
const WEIGHT_LEAST = 11;
/** Control points within this many mm of a line count as in line. */
const IN_LINE = 1e-6;

export function handlesOf(
  { item, curve }: Drawn,
  camera: Camera,
  selection: Selection,
  added: ReadonlySet<string>,
): Handles | null {
  const points = item.kind === 'curve' ? pointsOf(item.recipe) : null;
  if (!curve || !points || item.kind !== 'curve') return null;
  const { recipe } = item;
  const pixel = (at: Vector3) => xy(toPixel(camera, at));
  const chosen = new Set(selection.handles.map(keyOf));
  const mark = (handle: Handle, at: Vector3, label: string, more: Partial<Mark> = {}): Mark => {
    const key = keyOf(handle);
    return {
      handle,
      at,
      key,
      label,
      ...pixel(at),
      selected: chosen.has(key),
      added: added.has(key),
      turn: 0,
      size: 0,
      foot: null,
      ...more,
    };
  };
  const turnAt = (u: number): number => {
    const d = derivatives(curve, u, 1);
    const [here, along] = [pixel([d[0], d[1], d[2]]), pixel([d[0] + d[3], d[1] + d[4], d[2] + d[5]])];
    return (Math.atan2(along.y - here.y, along.x - here.x) * 180) / Math.PI;
  };

  const holds = fitPointsOf(recipe);
  const fit = points.fit.map(({ id, at }, i) => mark({ kind: 'fit', id }, at, `Point ${i + 1}`));
  const control = points.control.map(({ id, at, weight }, i) =>
    // The border thickens with the weight.
    mark({ kind: 'control', id }, at, `Control point ${i + 1}`, {
      size: Math.min(3.5, Math.max(0.8, 1.4 * Math.sqrt(weight))),
    }),
  );
  const shownControl = thinned(control);
  const breaks = breaksOf(curve);
  const inner = curve.closing === 'periodic' ? breaks.slice(0, -1) : breaks.slice(1, -1);
  const knotMarks = inner.map(({ u, multiplicity }, i) =>
    mark({ kind: 'knot', u }, evaluate(curve, u), `Knot ${i + 1} at ${Number(u.toFixed(4))}`, {
      size: TICK + TICK_MORE * (multiplicity - 1),
    }),
  );
  const knots = thinned(curve.closing === 'periodic' ? knotMarks.slice(1) : knotMarks);
  const on =
    points.fit.length > 0 ? [] : thinned(inner.map(({ u }, i) => mark({ kind: 'on', u }, evaluate(curve, u), `Curve at knot ${i + 1}`))); // prettier-ignore
  const spans = spansOf(curve);
  const middle = spans[spans.length >> 1];
  const middleU = (curve.knots[middle] + curve.knots[middle + 1]) / 2;
  const [first] = domainOf(curve);
  const startAt = evaluate(curve, first);
  return {
    fit: thinned(fit),
    kinks: fit.filter((_, i) => holds[i]?.kink),
    control: shownControl,
    weights: weightMarks(points, shownControl, camera, mark),
    tangents: tangentMarks(recipe, fit, mark),
    on,
    // Only what is shown is turned: derivatives of hundreds of knots are work.
    knots: knots.map((knot) => ({ ...knot, turn: 'u' in knot.handle ? turnAt(knot.handle.u) : 0 })),
    start: mark({ kind: 'seam' }, startAt, 'Start', { turn: turnAt(first) }),
    // The arrow stands in the middle of the middle span, clear of the points at its ends.
    direction: { ...pixel(evaluate(curve, middleU)), turn: turnAt(middleU) },
    polygon: pathOf(control) + (curve.closing === 'periodic' ? 'Z' : ''),
    legs: legs(points, curve),
    straight: straightPath(curve, camera),
  };
}

/** All that can be taken hold of, in the order in which keys go through it. */
export const gripsOf = ({ fit, control, tangents, weights, on, knots, start }: Handles, closed: boolean): Mark[] => [
  ...fit,
  ...control,
  ...tangents,
  ...weights,
  ...on,
  ...knots,
  ...(closed && start ? [start] : []),
];

/** Those that stand clear of the one before; the first and last one, and what is selected or new, always. */
function thinned(marks: readonly Mark[]): Mark[] {
  let before: Mark | null = null;
  return marks.filter((mark, i) => {
    const clear = !before || Math.hypot(mark.x - before.x, mark.y - before.y) >= APART;
    if (!clear && i < marks.length - 1 && !mark.selected && !mark.added) return false;
    before = mark;
    return true;
  });
}

type Marker = (handle: Handle, at: Vector3, label: string, more?: Partial<Mark>) => Mark;

/** A tangent at both ends, at every selected fit point and wherever one is held. */
function tangentMarks(recipe: Recipe, fit: readonly Mark[], mark: Marker): Mark[] {
  const holds = fitPointsOf(recipe);
  const closed = isClosed(recipe);
  const last = fit.length - 1;
  return fit.flatMap((point, i): Mark[] => {
    const id: Id = holds[i].id;
    const isEnd = !closed && (i === 0 || i === last);
    if (!isEnd && !point.selected && !holds[i].tangent) return [];
    let tangent: ReturnType<typeof tangentAt>;
    try {
      tangent = tangentAt(recipe, id);
    } catch (error) {
      // Where the curve stands still there is none to take hold of.
      if (error instanceof Refusal) return [];
      throw error;
    }
    const stem = scale(tangent.direction, tangent.mm * HANDLE_SHARE);
    const ways = !isEnd ? ([1, -1] as const) : i === 0 ? ([1] as const) : ([-1] as const);
    return ways.map((way) => {
      const end = mark({ kind: 'tangent', id, way }, add(point.at, scale(stem, way)), `Tangent at point ${i + 1}`);
      const turn = (Math.atan2(end.y - point.y, end.x - point.x) * 180) / Math.PI;
      return { ...end, turn, foot: { x: point.x, y: point.y }, size: holds[i].tangent ? 1 : 0 };
    });
  });
}

/** A weight where it is not 1, and at every selected control point. */
function weightMarks(points: CurvePoints, shown: readonly Mark[], camera: Camera, mark: Marker): Mark[] {
  return shown.flatMap((point): Mark[] => {
    const id = 'id' in point.handle ? point.handle.id : '';
    const index = points.control.findIndex((each) => each.id === id);
    const { at, weight } = points.control[index];
    const handle: Handle = { kind: 'weight', id };
    const bead = mark(handle, at, `Weight of control point ${index + 1}, ${Number(weight.toPrecision(4))}`);
    if (weight === 1 && !point.selected && !bead.selected) return [];
    const away = outward(points, index);
    const pixels = Math.max(WEIGHT_LEAST, WEIGHT_AWAY + WEIGHT_DOUBLES * Math.log2(weight));
    const stem = scale(away, WEIGHT_DOUBLES * camera.scale);
    const end = mark(handle, add(at, scale(away, pixels * camera.scale)), bead.label);
    return [{ ...end, stem, foot: { x: point.x, y: point.y } }];
  });
}

/** The direction in which a control point stands out of its polygon. */
function outward({ control }: CurvePoints, index: number): Vector3 {
  const { at } = control[index];
  const [before, after] = [control.at(index - 1) ?? control[index], control[(index + 1) % control.length]];
  const out = subtract(at, scale(add(before.at, after.at), 0.5));
  const size = length(out);
  return size > 0 && control.length > 2 ? scale(out, 1 / size) : [0, 1, 0];
}

function legs({ control }: CurvePoints, { closing }: Curve) {
  const count = closing === 'periodic' ? control.length : control.length - 1;
  return Array.from({ length: count }, (_, index) => ({
    index,
    from: control[index].at,
    to: control[(index + 1) % control.length].at,
  }));
}

function straightPath(curve: Curve, camera: Camera): string {
  const stretches = straightStretches(curve, IN_LINE);
  return stretches
    .map(({ from, to }) => pathOf([from, to].map((u) => xy(toPixel(camera, evaluate(curve, u))))))
    .join('');
}

/** A curve as an SVG path at the zoom. */
export function curvePath(curve: Curve, camera: Camera): string {
  const { points } = flattened(curve, camera.scale);
  const places: { x: number; y: number }[] = [];
  for (let i = 0; i < points.length; i += 3)
    places.push(xy(toPixel(camera, [points[i], points[i + 1], points[i + 2]])));
  return pathOf(places);
}

export const pathOf = (places: readonly { readonly x: number; readonly y: number }[]): string =>
  places.length > 0 ? `M${places.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}` : '';

const xy = ([x, y]: Pixel) => ({ x, y });
