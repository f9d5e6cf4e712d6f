import type { LocatedHandle } from '../tools/contract';
import {
  add,
  along,
  breaksOf,
  type Curve,
  derivatives,
  domainOf,
  endOf,
  evaluate,
  evaluateAll,
  length,
  scale,
  spansOf,
  straightStretches,
  subtract,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import {
  type CurveItem,
  ENDS,
  type Freedom,
  fitPointsOf,
  HANDLE_SHARE,
  heldTangent,
  sideAt,
  handlesByItem,
  type Id,
  isClosed,
  isFree,
  type Recipe,
  CommandError,
  tangentAt,
  type CurvePoints,
  type Handle,
  keyOf,
  linesOf,
  pointsOf,
  type Selection,
  tangentOn,
} from '@pencil-bend/document';
import type { FreedomStem } from '../view/freedomStems';
import { type Viewport, type Pixel, toPixel } from '../view/viewport';
import { type ShownItem, flattened } from '../view/shownItem';

/** A handle as it is drawn, in pixels. */
export interface HandleMark extends LocatedHandle {
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
  readonly foot: Dot | null;
  /** Its rank among the handles of its kind, those thinned out counted as well. */
  readonly rank: number;
}

type Joints = NonNullable<CurveItem['joints']>;

interface Dot {
  readonly x: number;
  readonly y: number;
}

/** Every handle of one curve. */
export interface Handles {
  readonly fit: readonly HandleMark[];
  /** What an exact shape is given by. */
  readonly given: readonly HandleMark[];
  /** Fit points that are kinks. */
  readonly kinks: readonly HandleMark[];
  readonly control: readonly HandleMark[];
  readonly weights: readonly HandleMark[];
  readonly tangents: readonly HandleMark[];
  readonly joints: readonly HandleMark[];
  /** What the joint in hand leaves free. */
  readonly freedoms: readonly HandleMark[];
  readonly on: readonly HandleMark[];
  readonly knots: readonly HandleMark[];
  readonly start: HandleMark | null;
  readonly direction: { readonly x: number; readonly y: number; readonly turn: number } | null;
  /** The control polygon as an SVG path, and its corners. */
  readonly polygon: string;
  readonly legs: readonly { readonly index: number; readonly from: Vector3; readonly to: Vector3 }[];
  /** Straight stretches as an SVG path. */
  readonly straight: string;
}

/** Handles of one kind nearer than this, in pixels, are thinned out. */
const APART = 8;
/** And knots, whose ticks and places on the curve would hide it. */
const KNOTS_APART = 16;
const TICK = 11;
const TICK_MORE = 3;
/** A weight of 1 stands so far from its control point, and a doubled one so much farther. */
const WEIGHT_AWAY = 26;
const WEIGHT_DOUBLES = 12;
const WEIGHT_LEAST = 11;
/** Control points within this many mm of a line count as in line. */
const IN_LINE = 1e-6;

/** What handles are made of. */
export interface HandlesAsked {
  readonly shown: ShownItem;
  readonly viewport: Viewport;
  readonly selection: Selection;
  readonly added: ReadonlySet<string>;
  readonly stems?: readonly FreedomStem[];
}

/** Handles as they were a moment ago: marks that have stayed where they were are the same objects again. */
export interface HandlesBefore {
  readonly asked: HandlesAsked;
  readonly handles: Handles | null;
}

const MARKED_AS = ['viewport', 'selection', 'added'] as const;

export function handlesOf(asked: HandlesAsked, last: HandlesBefore | null = null): Handles | null {
  const { viewport, selection, added, stems = [] } = asked;
  const { item, curve } = asked.shown;
  // What is selected or new is marked: then each mark is made anew.
  const isKept = last?.asked.shown.id === asked.shown.id && MARKED_AS.every((each) => last.asked[each] === asked[each]);
  const before = isKept ? last.handles : null;
  const points = item.kind === 'curve' ? pointsOf(item.recipe) : null;
  if (!curve || !points || item.kind !== 'curve') return null;
  const { recipe } = item;
  const builder = new MarkBuilder(viewport, selection.handles, added);
  const constrained = fitPointsOf(recipe);
  const fit = builder.all(
    { before: before?.fit, apart: APART },
    points.fit,
    ({ id }) => ({ kind: 'fit', id }),
    (i) => `Point ${i + 1}`,
  );
  const control = builder.all(
    { before: before?.control, apart: APART },
    points.control,
    ({ id }) => ({ kind: 'control', id }),
    (i) => `Control point ${i + 1}`,
    // The border thickens with the weight.
    (i) => ({ size: Math.min(3.5, Math.max(0.8, 1.4 * Math.sqrt(points.control[i].weight))), turn: 0 }),
  );
  const isGiven = !isFree(recipe);
  const breaks = breaksOf(curve);
  const periodic = curve.closing === 'periodic';
  const inner = periodic ? breaks.slice(0, -1) : breaks.slice(1, -1);
  const places = evaluateAll(
    curve,
    inner.map(({ u }) => u),
  );
  const onCurve = inner.map(({ u, multiplicity }, i) => ({ u, multiplicity, at: vectorAt(places, i) }));
  const bends = points.fit.length > 0 || isGiven ? [] : onCurve;
  const ticks = isGiven ? [] : periodic ? onCurve.slice(1) : onCurve;
  const turnAt = (u: number): number => {
    const d = derivatives(curve, u, 1);
    return degrees(builder.pixel([d[0], d[1], d[2]]), builder.pixel([d[0] + d[3], d[1] + d[4], d[2] + d[5]]));
  };
  const knots = builder.all(
    { before: before?.knots, apart: KNOTS_APART },
    ticks,
    ({ u }) => ({ kind: 'knot', u }),
    (i) => `Knot ${i + 1} at ${Number(ticks[i].u.toFixed(4))}`,
    (i) => ({ size: TICK + TICK_MORE * (ticks[i].multiplicity - 1), turn: turnAt(ticks[i].u) }),
  );
  const spans = spansOf(curve);
  const middle = spans[spans.length >> 1];
  const middleU = (curve.knots[middle] + curve.knots[middle + 1]) / 2;
  const [first] = domainOf(curve);
  // In the middle of the middle span, clear of the points at its ends.
  const { x, y } = builder.pixel(evaluate(curve, middleU));
  const arrow = { x, y, turn: turnAt(middleU) };
  return {
    fit,
    given: points.given.map(({ id, at, label }) => builder.mark({ kind: 'given', id }, at, label)),
    kinks: constrained.some(({ kink }) => kink) ? kinkMarks(points, constrained, builder) : [],
    control,
    weights: weightMarks(points, control, viewport, builder),
    joints: ENDS.flatMap((end) =>
      item.joints?.[end] ? [builder.mark({ kind: 'joint', end }, endOf(curve, end), `Joint at the ${end}`)] : [],
    ),
    freedoms: freedomMarks(stems, builder),
    tangents: [
      ...tangentMarks(recipe, points, item.joints ?? {}, builder),
      ...turnMarks(curve, bends, placesIn(selection), builder),
    ],
    on: builder.all(
      { before: before?.on, apart: KNOTS_APART },
      bends,
      ({ u }) => ({ kind: 'on', u }),
      (i) => `Curve at knot ${i + 1}`,
    ),
    knots,
    start: isGiven ? null : builder.mark({ kind: 'seam' }, evaluate(curve, first), 'Start', { turn: turnAt(first) }),
    direction: arrow,
    polygon: !isFree(recipe)
      ? linesOf(recipe)
          .map((ends) => pathOf(ends.map((id) => builder.pixel(points.places.get(id) ?? [0, 0, 0]))))
          .join('')
      : pathOf(points.control.map(({ at }) => builder.pixel(at))) + (periodic ? 'Z' : ''),
    legs: isGiven ? [] : legs(points, curve),
    straight: straightPath(curve, viewport),
  };
}

/** How a mark is drawn. */
type Drawn = Partial<Pick<HandleMark, 'size' | 'turn' | 'foot' | 'rank'>>;

/** A place with the point that it is, or its parameter. */
interface Named {
  readonly at: Vector3;
  readonly id?: Id;
  readonly u?: number;
}

const isAt = (a: Vector3, b: Vector3): boolean => a[0] === b[0] && a[1] === b[1] && a[2] === b[2];

const plainly = () => ({ size: 0, turn: 0 });

/** The point that a handle belongs to, or its parameter. */
const nameOf = (handle: Handle): string | number | null =>
  'id' in handle ? handle.id : 'u' in handle ? handle.u : null;

/** Makes marks at a zoom: hundreds for every move of a drag, so each is written in one go. */
class MarkBuilder {
  private readonly chosen: ReadonlySet<string>;
  /** Points and parameters of what is chosen: of hundreds of handles few are asked for by their key. */
  private readonly named: ReadonlySet<string | number>;

  constructor(
    private readonly viewport: Viewport,
    chosen: readonly Handle[],
    private readonly added: ReadonlySet<string>,
  ) {
    this.chosen = new Set(chosen.map(keyOf));
    this.named = new Set(chosen.flatMap((handle) => nameOf(handle) ?? []));
  }

  pixel(at: Vector3): Dot {
    const [x, y] = toPixel(this.viewport, at);
    return { x, y };
  }

  mark(
    handle: Handle,
    at: Vector3,
    label: string,
    { turn = 0, size = 0, foot = null, rank = 0 }: Drawn = {},
  ): HandleMark {
    const key = keyOf(handle);
    const { x, y } = this.pixel(at);
    const [selected, added] = [this.chosen.has(key), this.added.has(key)];
    return { handle, at, key, label, x, y, selected, added, turn, size, foot, rank };
  }

  /** The end of a stem on a place. */
  onStem(handle: Handle, foot: Vector3, stem: Vector3, label: string, size = 0): HandleMark {
    const at = add(foot, stem);
    const from = this.pixel(foot);
    return this.mark(handle, at, label, { turn: degrees(from, this.pixel(at)), size, foot: from });
  }

  /**
   * Marks of one kind as far as they stand clear of the one before; the first and last one, and what is selected or
   * new, always. One that is as it was before is the same object.
   */
  all<Place extends Named>(
    { before = [], apart }: { readonly before?: readonly HandleMark[]; readonly apart: number },
    places: readonly Place[],
    handleOf: (place: Place) => Handle,
    labelOf: (index: number) => string,
    drawnAs: (index: number) => { readonly size: number; readonly turn: number } = plainly,
  ): HandleMark[] {
    const marks: HandleMark[] = [];
    let [x, y] = [Infinity, Infinity];
    let next = 0;
    places.forEach((place, rank) => {
      const [px, py] = toPixel(this.viewport, place.at);
      while (next < before.length && before[next].rank < rank) next++;
      const was = before.at(next);
      const clear = !(Math.hypot(px - x, py - y) < apart);
      if (!clear && rank < places.length - 1 && !this.stays(handleOf(place))) return;
      [x, y] = [px, py];
      const { size, turn } = drawnAs(rank);
      const isSame =
        was?.rank === rank &&
        isAt(was.at, place.at) &&
        was.size === size &&
        was.turn === turn &&
        nameOf(was.handle) === (place.id ?? place.u);
      marks.push(isSame ? was : this.mark(handleOf(place), place.at, labelOf(rank), { size, turn, rank }));
    });
    return marks;
  }

  isChosen(handle: Handle): boolean {
    return this.chosen.has(keyOf(handle));
  }

  private stays(handle: Handle): boolean {
    const name = nameOf(handle);
    if (this.added.size === 0 && name !== null && !this.named.has(name)) return false;
    const key = keyOf(handle);
    return this.chosen.has(key) || this.added.has(key);
  }
}

/** A selected point of one of several curves. */
export interface ChosenMark extends HandleMark {
  readonly item: Id;
}

/** The selected points of several curves, as their curves are now. */
export function chosenMarks(
  shown: readonly ShownItem[],
  selection: Selection,
  viewport: Viewport,
): readonly ChosenMark[] {
  const byId = new Map(shown.map((each) => [each.id, each.item]));
  return handlesByItem(selection).flatMap(({ item: id, handles }) => {
    const item = byId.get(id);
    const points = item?.kind === 'curve' ? pointsOf(item.recipe) : null;
    if (!item || !points) return [];
    const builder = new MarkBuilder(viewport, handles, NONE);
    return handles.flatMap((handle): ChosenMark[] => {
      if (handle.kind !== 'fit' && handle.kind !== 'control' && handle.kind !== 'given') return [];
      const index = points[handle.kind].findIndex((each) => each.id === handle.id);
      if (index < 0) return [];
      const what =
        handle.kind === 'given'
          ? points.given[index].label
          : `${handle.kind === 'fit' ? 'Point' : 'Control point'} ${index + 1}`;
      const label = `${what} of ${item.name}`;
      return [{ ...builder.mark(handle, points[handle.kind][index].at, label), item: id }];
    });
  });
}

const NONE: ReadonlySet<string> = new Set();

/** The angle of the way from one pixel to another. */
const degrees = (from: Dot, to: Dot): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;

/** All that can be taken hold of, in the order in which keys go through it. */
export const inKeyOrder = (
  { fit, given, control, joints, freedoms, tangents, weights, on, knots, start }: Handles,
  closed: boolean,
): HandleMark[] => [
  ...fit,
  ...given,
  ...control,
  ...joints,
  ...freedoms,
  ...tangents,
  ...weights,
  ...on,
  ...knots,
  ...(closed && start ? [start] : []),
];

const kinkMarks = (
  { fit }: CurvePoints,
  points: readonly { readonly kink?: true }[],
  builder: MarkBuilder,
): HandleMark[] =>
  fit.flatMap(({ id, at }, i) =>
    points[i].kink ? [builder.mark({ kind: 'fit', id }, at, `Kink at point ${i + 1}`)] : [],
  );

/** A tangent at both ends, at every selected fit point and wherever one is held; at a kink one for each side. */
function tangentMarks(recipe: Recipe, { fit }: CurvePoints, joints: Joints, builder: MarkBuilder): HandleMark[] {
  const points = fitPointsOf(recipe);
  const closed = isClosed(recipe);
  const last = fit.length - 1;
  return fit.flatMap(({ id, at }, i): HandleMark[] => {
    const isEnd = !closed && (i === 0 || i === last);
    const isHeld = points[i].tangent ?? points[i].tangents;
    // What is smooth at a joint is the leader's direction.
    if (isEnd && (joints[i === 0 ? 'start' : 'end']?.level ?? 0) > 0) return [];
    if (!isEnd && !isHeld && !builder.isChosen({ kind: 'fit', id })) return [];
    const sides = !isEnd ? ([1, -1] as const) : i === 0 ? ([1] as const) : ([-1] as const);
    return sides.flatMap((side): HandleMark[] => {
      const which = sideAt(recipe, id, side);
      let tangent: ReturnType<typeof tangentAt>;
      try {
        tangent = tangentAt(recipe, id, which);
      } catch (error) {
        // Where the curve stands still there is none to take hold of.
        if (error instanceof CommandError) return [];
        throw error;
      }
      const stem = scale(tangent.direction, side * tangent.mm * HANDLE_SHARE);
      const label = `Tangent ${which ?? 'at'} point ${i + 1}`;
      const held = heldTangent(points[i], which ?? 'after') !== undefined;
      return [builder.onStem({ kind: 'tangent', id, side }, at, stem, label, held ? 1 : 0)];
    });
  });
}

const FREEDOM_NAMES: Readonly<Record<Freedom, string>> = { a: 'Strength', b: 'Bend', c: 'Rate' };

/** What is free at ends, as stems. */
const freedomMarks = (stems: readonly FreedomStem[], builder: MarkBuilder): HandleMark[] =>
  stems.map(({ end, of, mm, foot, tip, perMm, isHeld }) => {
    const label = `${FREEDOM_NAMES[of]} at the ${end}, ${Number(mm.toPrecision(4))} mm`;
    const handle = { kind: 'freedom', end, of } as const;
    return { ...builder.onStem(handle, foot, subtract(tip, foot), label, isHeld ? 1 : 0), stem: perMm };
  });

/** The parameters of the selected places of a curve that are no points. */
const placesIn = ({ handles }: Selection): ReadonlySet<number> =>
  new Set(handles.flatMap((each) => (each.kind === 'on' || each.kind === 'on-tangent' ? [each.u] : [])));

/** The tangents at the selected places of a curve that has no fit points. */
function turnMarks(
  curve: Curve,
  places: readonly { readonly u: number; readonly at: Vector3 }[],
  chosen: ReadonlySet<number>,
  builder: MarkBuilder,
): HandleMark[] {
  const SIDES = [1, -1] as const;
  if (chosen.size === 0) return [];
  return places.flatMap(({ u, at }, i): HandleMark[] => {
    if (!chosen.has(u)) return [];
    const handles = SIDES.map((side) => ({ kind: 'on-tangent', u, side }) as const);
    let tangent: ReturnType<typeof tangentOn>;
    try {
      tangent = tangentOn(curve, u);
    } catch (error) {
      if (error instanceof CommandError) return [];
      throw error;
    }
    const stem = scale(tangent.direction, tangent.mm * HANDLE_SHARE);
    return handles.map((handle) => builder.onStem(handle, at, scale(stem, handle.side), `Tangent at knot ${i + 1}`));
  });
}

/** A weight where it is not 1, and at every selected control point. */
function weightMarks(
  points: CurvePoints,
  shown: readonly HandleMark[],
  viewport: Viewport,
  builder: MarkBuilder,
): HandleMark[] {
  const indices = new Map(points.control.map(({ id }, i) => [id, i]));
  return shown.flatMap((point): HandleMark[] => {
    const id = 'id' in point.handle ? point.handle.id : '';
    const index = indices.get(id) ?? 0;
    const { at, weight } = points.control[index];
    if (weight === 1 && !point.selected && !builder.isChosen({ kind: 'weight', id })) return [];
    const away = outward(points, index);
    const pixels = Math.max(WEIGHT_LEAST, WEIGHT_AWAY + WEIGHT_DOUBLES * Math.log2(weight));
    const stem = scale(away, WEIGHT_DOUBLES * viewport.scale);
    const label = `Weight of control point ${index + 1}, ${Number(weight.toPrecision(4))}`;
    const end = builder.mark({ kind: 'weight', id }, along(at, away, pixels * viewport.scale), label);
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

function straightPath(curve: Curve, viewport: Viewport): string {
  const stretches = straightStretches(curve, IN_LINE);
  return stretches
    .map(({ from, to }) => pathOf([from, to].map((u) => xy(toPixel(viewport, evaluate(curve, u))))))
    .join('');
}

/** A curve as an SVG path at the zoom. */
export function curvePath(curve: Curve, viewport: Viewport): string {
  const { points } = flattened(curve, viewport.scale);
  const places: { x: number; y: number }[] = [];
  for (let i = 0; i < points.length; i += 3)
    places.push(xy(toPixel(viewport, [points[i], points[i + 1], points[i + 2]])));
  return pathOf(places);
}

export const pathOf = (places: readonly Dot[]): string =>
  places.length > 0 ? `M${places.map(({ x, y }) => `${tenths(x)} ${tenths(y)}`).join('L')}` : '';

/** As near as can be seen, at a fifth of the time of a fixed number of digits. */
const tenths = (pixels: number): number => Math.round(10 * pixels) / 10;

const xy = ([x, y]: Pixel) => ({ x, y });
