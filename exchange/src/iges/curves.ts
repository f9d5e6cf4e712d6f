import {
  type Affine,
  type Curve,
  domainOf,
  evaluate,
  InvalidCurve,
  makeCurve,
  scale,
  subCurve,
  subtract,
  transform,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { fromBezierPieces, offset } from '@pencil-bend/core/changing';
import { composed, frameOf, IDENTITY } from '../affine';
import { chained, gapsBetween } from '../chain';
import { curvesFrom, type ForeignCurve, foreignOf } from '../foreignCurve';
import { curveOfNurbs } from '../nurbs';
import { straight } from '../parametric';
import { polylineOf } from '../polyline';
import type { ExchangePrice } from '../report';
import { conicArc } from './conicArc';
import { type IgesEntity, IgesProblem, type IgesRecords } from './records';

export interface IgesNoteOfCurve {
  readonly why: string;
  readonly detail?: string;
}

/** What an entity stands for, in units of the file, its own transformation in it. */
export type FoundIges =
  | {
      readonly kind: 'curves';
      readonly curves: readonly ForeignCurve[];
      readonly price?: ExchangePrice;
      readonly notes: readonly IgesNoteOfCurve[];
    }
  | { readonly kind: 'points'; readonly points: Float64Array }
  | { readonly kind: 'line'; readonly at: Vector3; readonly direction: Vector3 };

/** Of an entity what it is made from, by the numbers of their entries. */
export const childrenOf = ({ type, fields }: IgesEntity): readonly number[] => {
  const ids = (from: number, count: number) =>
    fields
      .slice(from, from + Math.max(0, count))
      .filter((field): field is number => typeof field === 'number' && field > 0);
  const counted = (at: number) => (typeof fields[at] === 'number' ? fields[at] : 0);
  switch (type) {
    case 102:
      return ids(1, counted(0));
    case 130:
      return ids(0, 1);
    case 118:
      return ids(0, 2);
    case 120:
      return ids(1, 1);
    case 122:
      return ids(0, 1);
    case 141:
      return boundaryCurves(fields);
    case 142:
      return ids(3, 1);
    case 143:
      return ids(3, counted(2));
    case 144:
      return ids(3, 1 + counted(2));
    case 504:
      return Array.from({ length: Math.max(0, Math.min(counted(0), fields.length / 5)) }, (_, i) =>
        ids(1 + 5 * i, 1),
      ).flat();
    default:
      return [];
  }
};

/** The curves in space of a boundary: each is followed by those in the surface's parameters. */
function boundaryCurves(fields: IgesEntity['fields']): number[] {
  const curves: number[] = [];
  let at = 4;
  const count = typeof fields[3] === 'number' ? fields[3] : 0;
  for (let i = 0; i < count && at + 2 < fields.length; i++) {
    const [curve, , flat] = fields.slice(at, at + 3);
    if (typeof curve === 'number') curves.push(curve);
    at += 3 + (typeof flat === 'number' ? Math.max(0, flat) : 0);
  }
  return curves;
}

/** The number of parameters of its own that an entity has; null where that cannot be told. */
export function ownFields({ type, form, fields }: IgesEntity): number | null {
  const at = (i: number) => (typeof fields[i] === 'number' ? (fields[i] as number) : 0);
  switch (type) {
    case 100:
      return 7;
    case 102:
      return 1 + at(0);
    case 104:
      return 11;
    case 106:
      return form === 63 || at(0) === 1 ? 3 + 2 * at(1) : 2 + (at(0) === 3 ? 6 : 3) * at(1);
    case 110:
      return 6;
    case 112:
      return 17 + 13 * at(3);
    case 116:
      return 4;
    case 126:
      return 17 + at(1) + 5 * at(0);
    case 130:
      return 14;
    case 402:
      return 1 + at(0);
    default:
      return null;
  }
}

/** Curves within curves, and transformations of transformations, no deeper than this. */
const DEEPEST = 64;
/** Ends of the pieces of a composite curve meet within this, in mm. */
const MEETS = 1e-6;
/** Offsets are drawn within this, in mm. */
const OFFSET_WITHIN = 0.001;

/** Reads the curves and points of an IGES file (IGES 5.3, 4). */
export class IgesCurves {
  private readonly underWay: number[] = [];
  private notes: IgesNoteOfCurve[] = [];
  private price: ExchangePrice | undefined;

  constructor(
    private readonly records: IgesRecords,
    /** Of a unit of the file, and what the file says its places may be off by, in that unit. */
    private readonly toMm: number,
    private readonly resolution: number,
  ) {}

  /** Throws an `IgesProblem` for what is none, or none that can be read. */
  read(entity: IgesEntity): FoundIges {
    this.notes = [];
    this.price = undefined;
    if (entity.type === 116)
      return { kind: 'points', points: this.moved(Float64Array.from(this.vector(entity, 0)), entity) };
    if (entity.type === 106 && entity.form >= 1 && entity.form <= 3)
      return { kind: 'points', points: this.moved(this.copious(entity), entity) };
    if (entity.type === 110 && (entity.form === 1 || entity.form === 2)) {
      const points = this.moved(this.packed(entity, 0, 2), entity);
      return { kind: 'line', at: vectorAt(points, 0), direction: subtract(vectorAt(points, 1), vectorAt(points, 0)) };
    }
    // By its own numbers, so that they stay to the last bit.
    const own = entity.type === 126 ? this.whole(entity) : null;
    if (own) return { kind: 'curves', curves: [{ ...own, points: this.moved(own.points, entity) }], notes: this.notes };
    const curves = this.pieces(entity).map(foreignOf);
    const said = () => ({ notes: this.notes, ...(this.price && { price: this.price }) });
    return { kind: 'curves', curves, ...said() };
  }

  /** Where an entity's own numbers lie in the file's space: its transformation, and that one's. */
  mapOf(entity: IgesEntity): Affine {
    let map = IDENTITY;
    const seen: number[] = [];
    for (let id = entity.transform; id !== 0; id = this.records.entity(id).transform) {
      if (seen.includes(id) || seen.length > DEEPEST)
        throw new IgesProblem(`the transformation D${id} leads back to itself`, entity.id);
      seen.push(id);
      if (!this.records.has(id)) throw new IgesProblem(`its transformation D${id} is not in the file`, entity.id);
      const matrix = this.records.entity(id);
      if (matrix.type !== 124) throw new IgesProblem(`D${id} is no transformation`, entity.id);
      const [r11, r12, r13, t1, r21, r22, r23, t2, r31, r32, r33, t3] = this.numbers(matrix, 0, 12);
      const own: Affine = { x: [r11, r21, r31], y: [r12, r22, r32], z: [r13, r23, r33], origin: [t1, t2, t3] };
      map = composed(own, map);
    }
    return map;
  }

  private moved(points: Float64Array, entity: IgesEntity): Float64Array {
    const map = this.mapOf(entity);
    if (map === IDENTITY) return points;
    const out = new Float64Array(points.length);
    for (let i = 0; i < points.length; i += 3) {
      for (let c = 0; c < 3; c++) {
        out[i + c] = map.x[c] * points[i] + map.y[c] * points[i + 1] + map.z[c] * points[i + 2] + map.origin[c];
      }
    }
    return out;
  }

  private pieces(entity: IgesEntity): readonly Curve[] {
    const { id } = entity;
    if (this.underWay.includes(id)) {
      const over = this.underWay.slice(this.underWay.indexOf(id) + 1).map((each) => `D${each}`);
      throw new IgesProblem(`D${id} leads back to itself${over.length > 0 ? ` over ${over.join(', ')}` : ''}`, id);
    }
    if (this.underWay.length >= DEEPEST) throw new IgesProblem(`curves within curves, deeper than ${DEEPEST}`, id);
    this.underWay.push(id);
    try {
      const map = this.mapOf(entity);
      const own = this.piecesOf(entity);
      return map === IDENTITY ? own : own.map((curve) => transform(curve, map));
    } catch (error) {
      if (error instanceof InvalidCurve || error instanceof RangeError) throw new IgesProblem(error.message, id);
      throw error;
    } finally {
      this.underWay.pop();
    }
  }

  private piecesOf(entity: IgesEntity): readonly Curve[] {
    switch (entity.type) {
      case 100:
        return [this.arc(entity)];
      case 102:
        return this.composite(entity);
      case 104:
        return [this.conic(entity)];
      case 106:
        return [this.polyline(entity)];
      case 110: {
        const points = this.packed(entity, 0, 2);
        const line = straight(vectorAt(points, 0), vectorAt(points, 1));
        if (!line) throw new IgesProblem(`it is only a point, at ${[...points.subarray(0, 3)].join(', ')}`, entity.id);
        return [line];
      }
      case 112:
        return [this.parametricSpline(entity)];
      case 126:
        return [this.spline(entity)];
      case 130:
        return [this.offset(entity)];
      default:
        throw new IgesProblem(`type ${entity.type} is not read`, entity.id);
    }
  }

  private number({ fields, id }: IgesEntity, i: number): number {
    const field = fields[i] ?? 0;
    if (typeof field !== 'number' || !Number.isFinite(field))
      throw new IgesProblem(`parameter ${i + 1} is no number`, id);
    return field;
  }

  private count(entity: IgesEntity, i: number): number {
    const count = this.number(entity, i);
    if (!Number.isInteger(count) || count < 0)
      throw new IgesProblem(`parameter ${i + 1}, ${count}, is no count`, entity.id);
    return count;
  }

  /** So many numbers; that they are there is looked at before room is made for them. */
  private numbers(entity: IgesEntity, from: number, count: number): number[] {
    if (entity.fields.length < from + count) {
      throw new IgesProblem(`${from + count} parameters are needed, and it has ${entity.fields.length}`, entity.id);
    }
    return Array.from({ length: count }, (_, i) => this.number(entity, from + i));
  }

  private packed = (entity: IgesEntity, from: number, count: number): Float64Array =>
    Float64Array.from(this.numbers(entity, from, 3 * count));

  private vector(entity: IgesEntity, from: number): Vector3 {
    const [x, y, z] = this.numbers(entity, from, 3);
    return [x, y, z];
  }

  private arc(entity: IgesEntity): Curve {
    const [z, cx, cy, sx, sy, ex, ey] = this.numbers(entity, 0, 7);
    const start = [sx - cx, sy - cy] as const;
    const radius = Math.hypot(...start);
    if (!(radius > 0)) throw new IgesProblem('its radius is 0', entity.id);
    const frame = frameOf([cx, cy, z], null, [...start, 0]);
    if (!frame) throw new IgesProblem('its radius is 0', entity.id);
    const isFull = sx === ex && sy === ey;
    return conicArc(
      { kind: 'ellipse', frame, a: radius, b: radius },
      [sx, sy, z],
      isFull ? [sx, sy, z] : [ex, ey, z],
      entity.id,
    );
  }

  private conic(entity: IgesEntity): Curve {
    const [a, b, c, d, e, f, z, sx, sy, ex, ey] = this.numbers(entity, 0, 11);
    return conicArc([a, b, c, d, e, f], [sx, sy, z], [ex, ey, z], entity.id);
  }

  /** Points one after the other. */
  private copious(entity: IgesEntity): Float64Array {
    const kind = this.number(entity, 0);
    const count = this.count(entity, 1);
    const stride = kind === 1 ? 2 : kind === 2 ? 3 : kind === 3 ? 6 : 0;
    if (stride === 0) throw new IgesProblem(`its points are of the kind ${kind}`, entity.id);
    const from = stride === 2 ? 3 : 2;
    const numbers = this.numbers(entity, from, stride * count);
    const height = stride === 2 ? this.number(entity, 2) : 0;
    return Float64Array.from({ length: 3 * count }, (_, i) => {
      const [point, coordinate] = [Math.floor(i / 3), i % 3];
      return stride === 2 && coordinate === 2 ? height : numbers[stride * point + coordinate];
    });
  }

  private polyline(entity: IgesEntity): Curve {
    if (![11, 12, 13, 63].includes(entity.form))
      throw new IgesProblem(`form ${entity.form} of type 106 is not read`, entity.id);
    const points = this.copious(entity);
    const corners: Vector3[] = [];
    for (let i = 0; i < points.length / 3; i++) {
      const corner = vectorAt(points, i);
      const last = corners[corners.length - 1];
      if (!last || last.some((x, c) => x !== corner[c])) corners.push(corner);
    }
    if (corners.length < 2) throw new IgesProblem('it is only a point', entity.id);
    if (entity.form === 63 && corners[0].some((x, c) => x !== corners[corners.length - 1][c])) corners.push(corners[0]);
    return polylineOf(corners);
  }

  /** The whole curve, as it stands there; null where only a stretch of it is meant. */
  private whole(entity: IgesEntity): ForeignCurve | null {
    const [count, degree] = [this.count(entity, 0) + 1, this.count(entity, 1)];
    const length = count + degree + 1;
    if (!(entity.fields.length >= 6 + length + 4 * count)) {
      throw new IgesProblem(
        `${count} control points of degree ${degree} need ${6 + length + 4 * count} parameters, and it has ${entity.fields.length}`,
        entity.id,
      );
    }
    const knots = Float64Array.from(this.numbers(entity, 6, length));
    const weights = Float64Array.from(this.numbers(entity, 6 + length, count));
    const points = this.packed(entity, 6 + length + count, count);
    const foreign = {
      degree,
      knots,
      points,
      weights: weights.every((weight) => weight === 1) ? null : weights,
      isClosed: entity.fields[3] === 1,
    };
    const [from, to] = this.range(entity, 6 + length + 4 * count, foreign);
    return from <= knots[degree] && to >= knots[count] ? foreign : null;
  }

  private range(entity: IgesEntity, at: number, { degree, knots }: ForeignCurve): readonly [number, number] {
    const count = knots.length - degree - 1;
    if (entity.fields.length < at + 2) return [knots[degree], knots[count]];
    const [from, to] = this.numbers(entity, at, 2);
    // Rounding must not cut off a sliver.
    const near = 1e-9 * (knots[count] - knots[degree]);
    const [start, end] = [
      from <= knots[degree] + near ? knots[degree] : from,
      to >= knots[count] - near ? knots[count] : to,
    ];
    return end > start ? [start, end] : [knots[degree], knots[count]];
  }

  private spline(entity: IgesEntity): Curve {
    const [count, degree] = [this.count(entity, 0) + 1, this.count(entity, 1)];
    const length = count + degree + 1;
    const whole = this.whole(entity);
    const foreign: ForeignCurve = whole ?? {
      degree,
      knots: this.numbers(entity, 6, length),
      weights: this.numbers(entity, 6 + length, count),
      points: this.packed(entity, 6 + length + count, count),
    };
    const made = curvesFrom(foreign);
    if (!made.ok) throw new IgesProblem(made.failure, entity.id);
    if (made.value.curves.length > 1) throw new IgesProblem('it jumps', entity.id);
    const curve = curveOfNurbs(made.value.curves[0]);
    if (whole) return curve;
    const cut = subCurve(curve, ...this.range(entity, 6 + length + 4 * count, foreign));
    if (!cut.ok) throw new IgesProblem('nothing lies between its ends', entity.id);
    return cut.value;
  }

  /** Cubic pieces by their powers (IGES 5.3, 4.14), as one curve. */
  private parametricSpline(entity: IgesEntity): Curve {
    const pieces = this.count(entity, 3);
    const breaks = this.numbers(entity, 4, pieces + 1);
    const powers = this.numbers(entity, 5 + pieces, 12 * pieces);
    if (pieces < 1 || breaks.some((u, i) => i > 0 && !(u > breaks[i - 1])))
      throw new IgesProblem('its parameters do not grow', entity.id);
    const points = new Float64Array(16 * pieces);
    for (let k = 0; k < pieces; k++) {
      const span = breaks[k + 1] - breaks[k];
      for (let axis = 0; axis < 3; axis++) {
        const [a, b, c, d] = powers.slice(12 * k + 4 * axis, 12 * k + 4 * axis + 4).map((x, i) => x * span ** i);
        const bezier = [a, a + b / 3, a + (2 * b + c) / 3, a + b + c + d];
        bezier.forEach((x, i) => (points[16 * k + 4 * i + axis] = x));
      }
      for (let i = 0; i < 4; i++) points[16 * k + 4 * i + 3] = 1;
    }
    return fromBezierPieces({ degree: 3, breaks: Float64Array.from(breaks), points }, MEETS / this.toMm);
  }

  private composite(entity: IgesEntity): readonly Curve[] {
    const pieces = childrenOf(entity).flatMap((id) => {
      if (!this.records.has(id)) throw new IgesProblem(`D${id} is not in the file`, entity.id);
      const child = this.records.entity(id);
      // Points may stand between the curves.
      return child.type === 116 || child.type === 132 ? [] : this.pieces(child);
    });
    if (pieces.length === 0) throw new IgesProblem('it has no pieces', entity.id);
    if (pieces.length === 1) return pieces;
    const open = pieces.map((piece) => makeCurve(piece.degree, piece.knots, piece.points));
    const near = Math.max(this.resolution, MEETS / this.toMm);
    const runs: Curve[][] = [[open[0]]];
    gapsBetween(open).forEach((gap, i) => {
      if (gap <= near) return runs[runs.length - 1].push(open[i + 1]);
      const detail = `gap ${Number((gap * this.toMm).toPrecision(3))} mm`;
      this.notes.push({ why: 'its pieces do not meet: they are a group', detail });
      return runs.push([open[i + 1]]);
    });
    return runs.map(chained);
  }

  private offset(entity: IgesEntity): Curve {
    const [child] = childrenOf(entity);
    if (child === undefined || !this.records.has(child))
      throw new IgesProblem('the curve it is offset from is missing', entity.id);
    if (this.number(entity, 1) !== 1)
      throw new IgesProblem('an offset by a distance that changes is not read', entity.id);
    const pieces = this.pieces(this.records.entity(child));
    if (pieces.length !== 1) throw new IgesProblem('it is made of pieces that do not meet', entity.id);
    const origin = evaluate(pieces[0], domainOf(pieces[0])[0]);
    const normal = this.vector(entity, 9);
    const plane = frameOf(origin, normal, null);
    if (!plane) throw new IgesProblem('its direction has no length', entity.id);
    const made = offset(pieces[0], this.number(entity, 5), OFFSET_WITHIN / this.toMm, plane);
    if (!made.ok || made.value.curves.length !== 1)
      throw new IgesProblem('its offset cannot be drawn in one piece', entity.id);
    this.price = { max: made.value.error * this.toMm, at: scale(origin, this.toMm), bound: null };
    return made.value.curves[0];
  }
}
