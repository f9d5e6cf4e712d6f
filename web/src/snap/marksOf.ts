import {
  arcLength,
  controlPointsOf,
  type Curve,
  derivatives,
  domainOf,
  enclosedArea,
  evaluate,
  frameAt,
  FRONT,
  kinksOf,
  lengthAt,
  parameterAt,
  subtract,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { fitPointsOf, type Id } from '@pencil-bend/document';
import type { ShownItem } from '../view/shownItem';

/** A place of the drawing that can be caught wherever the pointer comes near it. */
export interface MarkedPlace {
  readonly kind: 'end' | 'point' | 'centre';
  readonly at: Vector3;
  readonly item: Id;
  readonly name: string;
  readonly ahead: Vector3 | null;
  /** A point of its own. */
  readonly lone: boolean;
}

/** Marked places with their x and y packed, so that thousands are passed over quickly. */
export interface Marks {
  readonly places: readonly MarkedPlace[];
  readonly xy: Float64Array;
}

const known = new WeakMap<readonly ShownItem[], Marks>();

/** Ends, points and centres of arcs of everything drawn; computed once for a list that does not change. */
export function marksOf(drawn: readonly ShownItem[]): Marks {
  let marks = known.get(drawn);
  if (!marks) {
    const places = drawn.flatMap(marksOfOne);
    const xy = new Float64Array(2 * places.length);
    places.forEach(({ at }, i) => xy.set([at[0], at[1]], 2 * i));
    marks = { places, xy };
    known.set(drawn, marks);
  }
  return marks;
}

const ofOne = new WeakMap<ShownItem['item'], readonly MarkedPlace[]>();

function marksOfOne({ id, item, curve, at }: ShownItem): readonly MarkedPlace[] {
  const before = ofOne.get(item);
  if (before) return before;
  const { name } = item;
  const mark = (kind: MarkedPlace['kind'], place: Vector3, ahead: Vector3 | null = null): MarkedPlace => ({ kind, at: place, item: id, name, ahead, lone: at !== null }); // prettier-ignore
  const marks: MarkedPlace[] = [];
  if (at) marks.push(mark('point', at));
  if (curve?.closing === 'open') {
    for (const way of [-1, 1] as const) {
      const { at: place, ahead } = endOfCurve(curve, way);
      marks.push(mark('end', place, ahead));
    }
  }
  if (item.kind === 'curve') for (const point of fitPointsOf(item.recipe)) marks.push(mark('point', point.at));
  const centre = item.kind === 'guide' && item.guide.kind === 'circle' ? item.guide.centre : curve && centreOfArc(curve); // prettier-ignore
  if (centre) marks.push(mark('centre', centre));
  ofOne.set(item, marks);
  return marks;
}

/** Where an open curve ends, and the direction in which it would go on: of a clamped one from its control points. */
function endOfCurve(curve: Curve, way: 1 | -1): { readonly at: Vector3; readonly ahead: Vector3 } {
  const { points, knots, degree } = curve;
  const [first, last] = domainOf(curve);
  const clamped = way === -1 ? knots[0] === first : knots[knots.length - 1] === last;
  const place = (i: number): Vector3 => [0, 1, 2].map((c) => points[4 * i + c] / points[4 * i + 3]) as unknown as Vector3; // prettier-ignore
  const end = way === -1 ? 0 : points.length / 4 - 1;
  const at = place(end);
  const leg = subtract(at, place(end - way));
  if (clamped && degree > 0 && (leg[0] !== 0 || leg[1] !== 0 || leg[2] !== 0)) return { at, ahead: unit(leg, 1) };
  const d = derivatives(curve, way === -1 ? first : last, 1, way === 1 ? 'left' : 'right');
  return { at: [d[0], d[1], d[2]], ahead: unit([d[3], d[4], d[5]], way) };
}

/** Without minus zeros; of a curve that stands still, no direction. */
function unit(v: Vector3, way: 1 | -1): Vector3 {
  const size = way * (Math.hypot(v[0], v[1], v[2]) || 1);
  return [v[0] / size + 0, v[1] / size + 0, v[2] / size + 0];
}

/** A curve counts as an arc of a circle where its centres of curvature agree to this share of the radius. */
const ROUND = 1e-9;

/** The centre of a circle or arc; null for other curves. Arcs are rational of degree 2 here, as they are drawn. */
function centreOfArc(curve: Curve): Vector3 | null {
  const { points, degree } = curve;
  if (degree !== 2 || points.length > 4 * 9 || !points.some((w, i) => i % 4 === 3 && w !== points[3])) return null;
  const [first, last] = domainOf(curve);
  const centres = [0.13, 0.42, 0.5, 0.87].map((share): Vector3 | null => {
    const frame = frameAt(curve, first + share * (last - first));
    if (!frame || !(frame.kappa > 0)) return null;
    return frame.point.map((x, c) => x + frame.curvature[c] / frame.kappa ** 2) as unknown as Vector3;
  });
  const [a] = centres;
  if (!a) return null;
  const radius = Math.hypot(...evaluate(curve, first).map((x, c) => x - a[c]));
  const same = centres.every((b) => b && Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) <= ROUND * radius);
  return same ? (a.map((x) => Number(x.toPrecision(15))) as unknown as Vector3) : null;
}

const middles = new WeakMap<Curve, readonly Vector3[]>();
const MOST_LEGS = 200;

/** Where each smooth part of a curve has half its length: of a polyline each leg. */
export function middlesOf(curve: Curve): readonly Vector3[] {
  let found = middles.get(curve);
  if (!found) {
    found = middlesBetween(curve);
    middles.set(curve, found);
  }
  return found;
}

function middlesBetween(curve: Curve): Vector3[] {
  if (curve.degree === 1) {
    const points = controlPointsOf(curve);
    const legs = Math.min(MOST_LEGS, points.length / 3 - 1);
    return Array.from({ length: legs }, (_, i) => {
      const [a, b] = [vectorAt(points, i), vectorAt(points, i + 1)];
      return a.map((x, c) => (x + b[c]) / 2) as unknown as Vector3;
    });
  }
  const measured = arcLength(curve);
  const stops = [...new Set([domainOf(curve)[0], ...kinksOf(curve).map(({ u }) => u), domainOf(curve)[1]])];
  const lengths = stops.map((u) => lengthAt(measured, u));
  return lengths.slice(1).map((to, i) => evaluate(curve, parameterAt(measured, (lengths[i] + to) / 2)));
}

const centroids = new WeakMap<Curve, Vector3 | null>();

/** The centroid of what a closed curve encloses; null for an open one. */
export function centroidOf(curve: Curve): Vector3 | null {
  if (curve.closing === 'open') return null;
  let centre = centroids.get(curve);
  if (centre === undefined) {
    const area = enclosedArea(curve, FRONT);
    centre = area.ok ? area.value.centroid : null;
    centroids.set(curve, centre);
  }
  return centre;
}
