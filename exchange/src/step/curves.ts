import {
  type Affine,
  clamp,
  type Curve,
  distance,
  evaluate,
  domainOf,
  InvalidCurve,
  makeCurve,
  reverse,
  transform,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { offset } from '@pencil-bend/core/changing';
import { frameOf } from '../affine';
import { chained, gapsBetween } from '../chain';
import { curvesFrom, type ForeignCurve, foreignOf } from '../foreignCurve';
import { curveOfNurbs } from '../nurbs';
import {
  endlessLine,
  type Parametric,
  parametricOf,
  stretchOf,
  straight,
  wholeEllipse,
  wholeHyperbola,
  wholeParabola,
} from '../parametric';
import { polylineOf } from '../polyline';
import type { ExchangePrice } from '../report';
import { Placements } from './placement';
import { type Instance, type Records, StepProblem, type Value } from './records';
import { attributesOf, bare, flagOf, idsIn, idsOf, listOf, numberOf, numbersOf } from './values';

/** What is said of a curve that was read. */
export interface Note {
  readonly why: string;
  readonly detail?: string;
}

/** What an instance of a STEP file stands for, in units of the file. */
export type Found = { readonly notes: readonly Note[]; readonly price?: ExchangePrice } & (
  | { readonly kind: 'curves'; readonly curves: readonly ForeignCurve[] }
  /** A line without ends. */
  | { readonly kind: 'line'; readonly at: Vector3; readonly direction: Vector3 }
);

/** Curves within curves, no deeper than this. */
const DEEPEST = 64;
/** Control points of one curve at the most, counted before any are made. */
const MOST_POINTS = 1_000_000;
/** Ends of the pieces of a composite curve meet within this, in mm, where the file does not say otherwise. */
const MEETS = 1e-6;

const SPLINES = ['B_SPLINE_CURVE_WITH_KNOTS', 'QUASI_UNIFORM_CURVE', 'UNIFORM_CURVE', 'BEZIER_CURVE'] as const;
const WITH_3D_CURVE = ['SURFACE_CURVE', 'SEAM_CURVE', 'INTERSECTION_CURVE', 'BOUNDED_SURFACE_CURVE'];
const COMPOSITES = ['COMPOSITE_CURVE', 'COMPOSITE_CURVE_ON_SURFACE', 'BOUNDARY_CURVE', 'OUTER_BOUNDARY_CURVE'];

/** The types of instances that are read as curves. */
export const CURVE_TYPES: readonly string[] = [
  ...SPLINES,
  'LINE',
  'CIRCLE',
  'ELLIPSE',
  'PARABOLA',
  'HYPERBOLA',
  'POLYLINE',
  'TRIMMED_CURVE',
  'CURVE_REPLICA',
  'OFFSET_CURVE_3D',
  'EDGE_CURVE',
  ...COMPOSITES,
  ...WITH_3D_CURVE,
];

/** Types of what curves are made from; '(' are instances with several types. */
const MADE_OF: ReadonlySet<string> = new Set([...CURVE_TYPES, 'COMPOSITE_CURVE_SEGMENT', '(']);

/** What angles and distances mean where a curve is read. */
export interface CurveSense {
  readonly radians: number;
  /** In mm. */
  readonly uncertainty: number | null;
  /** Of a unit of the file. */
  readonly toMm: number;
}

/** Reads the curves of a STEP file (ISO 10303-42, 4.4 and 4.5). */
export class CurveReader {
  private readonly placements: Placements;
  private readonly underWay: number[] = [];
  private readonly sizes = new Map<number, number>();
  private notes: Note[] = [];
  private price: ExchangePrice | undefined;

  constructor(
    private readonly records: Records,
    private readonly sense: CurveSense,
  ) {
    this.placements = new Placements(records);
  }

  /** Throws a `StepProblem` for what is no curve, or none that can be read. */
  read(instance: Instance): Found {
    this.notes = [];
    this.price = undefined;
    if (this.sizeOf(instance, 0) > MOST_POINTS) {
      throw new StepProblem(`it has more than ${MOST_POINTS.toLocaleString('en')} control points`, instance.id);
    }
    const said = () => ({ notes: this.notes, ...(this.price && { price: this.price }) });
    if (instance.parts.has('LINE')) {
      const [origin, vector] = this.lineIn(instance);
      return { kind: 'line', at: origin, direction: vector, ...said() };
    }
    const spline = splineType(instance);
    const curves = spline ? [this.spline(instance, spline)] : this.pieces(instance).map(foreignOf);
    return { kind: 'curves', curves, ...said() };
  }

  /** How many control points it comes to; counted before it is made. */
  private sizeOf(instance: Instance, depth: number): number {
    if (depth > DEEPEST) throw new StepProblem(`curves within curves, deeper than ${DEEPEST}`, instance.id);
    const known = this.sizes.get(instance.id);
    if (known !== undefined) return known;
    // What leads back to itself comes to light where it is read.
    this.sizes.set(instance.id, 1);
    let size = 1;
    if (splineType(instance) || instance.parts.has('POLYLINE')) {
      for (const attributes of instance.parts.values()) {
        for (const value of attributes) if (Array.isArray(value)) size = Math.max(size, (value as unknown[]).length);
      }
    } else {
      for (const id of idsOf(instance)) {
        const type = this.records.typeOf(id);
        if (type && MADE_OF.has(type)) size += this.sizeOf(this.records.instance(id), depth + 1);
      }
    }
    this.sizes.set(instance.id, size);
    return size;
  }

  /** The curve as a core curve, in one piece. */
  private curve(value: Value, whose: Instance): Curve {
    const pieces = this.pieces(this.records.at(value, whose.id));
    if (pieces.length !== 1) throw new StepProblem('it is made of pieces that do not meet', whose.id);
    return pieces[0];
  }

  /** One curve, or those that do not meet. */
  private pieces(instance: Instance): readonly Curve[] {
    const { id } = instance;
    if (this.underWay.includes(id)) {
      const over = this.underWay.slice(this.underWay.indexOf(id) + 1).map((each) => `#${each}`);
      throw new StepProblem(`#${id} leads back to itself${over.length > 0 ? ` over ${over.join(', ')}` : ''}`, id);
    }
    if (this.underWay.length >= DEEPEST) throw new StepProblem(`curves within curves, deeper than ${DEEPEST}`, id);
    this.underWay.push(id);
    try {
      return this.piecesOf(instance);
    } catch (error) {
      if (error instanceof InvalidCurve || error instanceof RangeError) throw new StepProblem(error.message, id);
      throw error;
    } finally {
      this.underWay.pop();
    }
  }

  private piecesOf(instance: Instance): readonly Curve[] {
    const { parts } = instance;
    const spline = splineType(instance);
    if (spline) return [this.made(this.spline(instance, spline), instance)];
    if (COMPOSITES.some((type) => parts.has(type))) return this.composite(instance);
    const through = WITH_3D_CURVE.find((type) => parts.has(type));
    if (through)
      return this.pieces(
        this.records.at(attributesOf(instance, 'REPRESENTATION_ITEM', 'SURFACE_CURVE')[1], instance.id),
      );
    if (parts.has('POLYLINE')) return [this.polyline(instance)];
    if (parts.has('TRIMMED_CURVE')) return [this.trimmed(instance)];
    if (parts.has('EDGE_CURVE')) return [this.edge(instance)];
    if (parts.has('CURVE_REPLICA')) {
      const [, parent, how] = attributesOf(instance, 'REPRESENTATION_ITEM', 'CURVE_REPLICA');
      return [transform(this.curve(parent, instance), this.placements.map(how, instance, 1))];
    }
    if (parts.has('OFFSET_CURVE_3D')) return [this.offset(instance)];
    if (parts.has('CIRCLE') || parts.has('ELLIPSE')) {
      const whole = this.conic(instance) as Parametric;
      const round = stretchOf(whole, 0, 0, true);
      if (round) return [round];
    }
    if (this.conic(instance)) throw new StepProblem('it has no ends', instance.id);
    throw new StepProblem(`${nameOf(instance)} is not read`, instance.id);
  }

  private made(foreign: ForeignCurve, { id }: Instance): Curve {
    const result = curvesFrom(foreign);
    if (!result.ok) throw new StepProblem(result.failure, id);
    if (result.value.curves.length > 1) throw new StepProblem('it jumps', id);
    return curveOfNurbs(result.value.curves[0]);
  }

  private spline(instance: Instance, type: (typeof SPLINES)[number]): ForeignCurve {
    const [, degreeValue, places, , closed, , ...rest] =
      instance.type === '('
        ? [null, ...attributesOf(instance, 'B_SPLINE_CURVE'), ...(instance.parts.get(type) ?? [])]
        : attributesOf(instance, type);
    const degree = numberOf(degreeValue, instance);
    const points = this.placements.points(places, instance);
    const count = points.length / 3;
    const rational = instance.parts.get('RATIONAL_B_SPLINE_CURVE');
    return {
      degree,
      points,
      knots: knotsOf(type, degree, count, rest, instance),
      weights: rational ? numbersOf(rational[0], instance) : null,
      isClosed: flagOf(closed, false),
    };
  }

  private polyline(instance: Instance): Curve {
    const points = this.placements.points(attributesOf(instance, 'REPRESENTATION_ITEM', 'POLYLINE')[1], instance);
    return polylineThrough(points, instance);
  }

  private lineIn(instance: Instance): readonly [Vector3, Vector3] {
    const [, point, vector] = attributesOf(instance, 'REPRESENTATION_ITEM', 'LINE');
    return [this.placements.point(point, instance), this.placements.vector(vector, instance)];
  }

  /** A curve by an equation; null for others. */
  private conic(instance: Instance): Parametric | null {
    const { parts } = instance;
    const all = (type: string) => attributesOf(instance, 'REPRESENTATION_ITEM', 'CONIC', type);
    const size = (value: Value) => {
      const number = numberOf(value, instance);
      if (!(number > 0)) throw new StepProblem(`its size is ${number}`, instance.id);
      return number;
    };
    const frame = (value: Value): Affine => this.placements.frame(value, instance);
    const { radians } = this.sense;
    if (parts.has('LINE')) return endlessLine(...this.lineIn(instance));
    if (parts.has('CIRCLE')) {
      const [, position, radius] = all('CIRCLE');
      return wholeEllipse(frame(position), size(radius), size(radius), radians);
    }
    if (parts.has('ELLIPSE')) {
      const [, position, a, b] = all('ELLIPSE');
      return wholeEllipse(frame(position), size(a), size(b), radians);
    }
    if (parts.has('PARABOLA')) {
      const [, position, f] = all('PARABOLA');
      return wholeParabola(frame(position), size(f));
    }
    if (parts.has('HYPERBOLA')) {
      const [, position, a, b] = all('HYPERBOLA');
      return wholeHyperbola(frame(position), size(a), size(b));
    }
    return null;
  }

  /** A curve with a parameter: by its equation, through another one, or as it is there. */
  private parametric(value: Value, whose: Instance): Parametric {
    const instance = this.records.at(value, whose.id);
    const through = WITH_3D_CURVE.some((type) => instance.parts.has(type));
    if (through) {
      if (this.underWay.length >= DEEPEST) throw new StepProblem('curves within curves, too deep', instance.id);
      this.underWay.push(instance.id);
      try {
        return this.parametric(attributesOf(instance, 'REPRESENTATION_ITEM', 'SURFACE_CURVE')[1], instance);
      } finally {
        this.underWay.pop();
      }
    }
    return this.conic(instance) ?? parametricOf(this.curve(value, whose));
  }

  private trimmed(instance: Instance): Curve {
    const [, basis, first, second, sense] = attributesOf(instance, 'REPRESENTATION_ITEM', 'TRIMMED_CURVE');
    const whole = this.parametric(basis, instance);
    const [from, to] = [first, second].map((trim) => this.trim(whole, trim, instance));
    return this.stretch(whole, from, to, flagOf(sense, true), instance);
  }

  private trim(whole: Parametric, value: Value, instance: Instance): number {
    const given = listOf(value, instance);
    const id = given.flatMap((each) => [...idsIn(each)])[0];
    const number = given.map(bare).find((each) => typeof each === 'number');
    const point = id !== undefined && this.records.has(id) ? this.placements.pointOf(this.records.instance(id)) : null;
    if (!point && number === undefined) throw new StepProblem('it is not said where it ends', instance.id);
    if (!point) return number as number;
    if (number === undefined) return whole.parameterOf(point);
    const apart = distance(whole.pointAt(number), point) * this.sense.toMm;
    if (apart <= Math.max(this.sense.uncertainty ?? 0, MEETS)) return number;
    this.notes.push({ why: 'its ends are given twice, differently: by the points', detail: `${inMm(apart)} apart` });
    return whole.parameterOf(point);
  }

  private stretch(whole: Parametric, from: number, to: number, isForward: boolean, { id }: Instance): Curve {
    const curve = stretchOf(whole, from, to, isForward);
    if (!curve) throw new StepProblem('nothing lies between its ends', id);
    return curve;
  }

  /** The stretch of a curve between two vertices. */
  private edge(instance: Instance): Curve {
    const [, start, end, geometry, same] = attributesOf(
      instance,
      'TOPOLOGICAL_REPRESENTATION_ITEM',
      'EDGE',
      'EDGE_CURVE',
    );
    const [from, to] = [start, end].map((vertex) => this.placements.point(vertex, instance));
    const basis = this.records.at(geometry, instance.id);
    if (basis.parts.has('LINE')) {
      const line = straight(from, to);
      if (!line) throw new StepProblem('its ends are one', instance.id);
      return line;
    }
    const whole = this.parametric(geometry, instance);
    const isForward = flagOf(same, true);
    const near = Math.max(this.sense.uncertainty ?? 0, MEETS) / this.sense.toMm;
    if (whole.domain && whole.piece(...whole.domain)) {
      const all = whole.piece(...whole.domain) as Curve;
      const ends = [whole.pointAt(whole.domain[0]), whole.pointAt(whole.domain[1])];
      const [first, last] = isForward ? ends : [ends[1], ends[0]];
      if (distance(first, from) <= near && distance(last, to) <= near) return isForward ? all : reverse(all);
    }
    return this.stretch(whole, whole.parameterOf(from), whole.parameterOf(to), isForward, instance);
  }

  private composite(instance: Instance): readonly Curve[] {
    const type = COMPOSITES.find((each) => instance.parts.has(each)) as string;
    const [, segments] =
      instance.type === '(' ? [null, ...(instance.parts.get('COMPOSITE_CURVE') ?? [])] : attributesOf(instance, type);
    const pieces = [...idsIn(segments)].flatMap((id) => {
      const segment = this.records.instance(id);
      const attributes = attributesOf(segment, 'COMPOSITE_CURVE_SEGMENT');
      const parent = this.records.at(attributes[2], segment.id);
      const found = this.pieces(parent);
      return flagOf(attributes[1], true) ? found : found.toReversed().map(reverse);
    });
    if (pieces.length === 0) throw new StepProblem('it has no pieces', instance.id);
    const near = Math.max(this.sense.uncertainty ?? 0, MEETS) / this.sense.toMm;
    return this.inRuns(pieces, near);
  }

  private inRuns(pieces: readonly Curve[], near: number): readonly Curve[] {
    if (pieces.length === 1) return pieces;
    const open = pieces.map((piece) => (piece.closing === 'open' ? piece : asOpen(piece)));
    const gaps = gapsBetween(open);
    const runs: Curve[][] = [[open[0]]];
    gaps.forEach((gap, i) => {
      if (gap <= near) runs[runs.length - 1].push(open[i + 1]);
      else {
        this.notes.push({
          why: 'its pieces do not meet: they are a group',
          detail: `gap ${inMm(gap * this.sense.toMm)}`,
        });
        runs.push([open[i + 1]]);
      }
    });
    return runs.map(chained);
  }

  private offset(instance: Instance): Curve {
    const [, basis, by, , towards] = attributesOf(instance, 'REPRESENTATION_ITEM', 'OFFSET_CURVE_3D');
    const curve = this.curve(basis, instance);
    const z = this.placements.direction(towards, instance);
    const origin = evaluate(curve, domainOf(curve)[0]);
    const plane = frameOf(origin, z, null);
    if (!plane) throw new StepProblem('its direction has no length', instance.id);
    const { toMm } = this.sense;
    // A positive distance lies on the side of direction × tangent, which is the left (4.4.45; from memory).
    const made = offset(curve, numberOf(by, instance), OFFSET_WITHIN / toMm, plane);
    if (!made.ok || made.value.curves.length !== 1) {
      throw new StepProblem('its offset cannot be drawn in one piece', instance.id);
    }
    this.price = { max: made.value.error * toMm, at: origin, bound: null };
    return made.value.curves[0];
  }
}

/** Offsets are drawn within this, in mm. */
const OFFSET_WITHIN = 0.001;

const inMm = (length: number): string => `${Number(length.toPrecision(3))} mm`;

const asOpen = ({ degree, knots, points, closing }: Curve): Curve =>
  closing === 'periodic' ? asOpen(clamp({ degree, knots, points, closing })) : makeCurve(degree, knots, points);

/** The type that says what the knots of a B-spline curve are; null for other curves. */
function splineType({ parts }: Instance): (typeof SPLINES)[number] | null {
  return SPLINES.find((type) => parts.has(type)) ?? null;
}

/** What an instance is called by its types. */
export const nameOf = ({ type, parts }: Instance): string => (type === '(' ? [...parts.keys()].join(' ') : type);

/** The knots of each kind of B-spline curve (ISO 10303-42, 4.4.34 to 4.4.39). */
function knotsOf(
  type: (typeof SPLINES)[number],
  degree: number,
  count: number,
  [multiplicities, distinct]: readonly Value[],
  instance: Instance,
): Float64Array {
  const length = count + degree + 1;
  if (!(Number.isInteger(degree) && degree >= 1 && count > degree)) return new Float64Array();
  if (type === 'UNIFORM_CURVE') return Float64Array.from({ length }, (_, i) => i - degree);
  if (type === 'QUASI_UNIFORM_CURVE') {
    return Float64Array.from({ length }, (_, i) => Math.min(count - degree, Math.max(0, i - degree)));
  }
  if (type === 'BEZIER_CURVE') {
    if ((count - 1) % degree !== 0)
      throw new StepProblem(`${count} points make no Bézier pieces of degree ${degree}`, instance.id);
    return Float64Array.from({ length }, (_, i) =>
      Math.min((count - 1) / degree, Math.max(0, Math.floor((i - 1) / degree))),
    );
  }
  const [often, values] = [numbersOf(multiplicities, instance), numbersOf(distinct, instance)];
  const sum = often.reduce((all, each) => all + each, 0);
  if (often.length !== values.length || sum !== length || !often.every((each) => Number.isInteger(each) && each > 0)) {
    throw new StepProblem(
      `${count} control points of degree ${degree} need ${length} knots, and it has ${sum}`,
      instance.id,
    );
  }
  const knots = new Float64Array(length);
  let at = 0;
  often.forEach((each, i) => knots.fill(values[i], at, (at += each)));
  return knots;
}

/** Points joined by straight legs; those that stand twice count once. */
function polylineThrough(points: Float64Array, { id }: Instance): Curve {
  const corners: Vector3[] = [];
  for (let i = 0; i < points.length / 3; i++) {
    const corner = vectorAt(points, i);
    if (corners.length === 0 || distance(corners[corners.length - 1], corner) > 0) corners.push(corner);
  }
  if (corners.length < 2) throw new StepProblem('it is only a point', id);
  return polylineOf(corners);
}
