import { type Affine, failed, InvalidCurve, type Result, scale, type Vector3 } from '@pencil-bend/core';
import { composed, IDENTITY, imageOf, imageOfDirection } from '../affine';
import type { ForeignCurve } from '../foreignCurve';
import { Gathering, type Incoming, type IncomingLook, mustBeFewCurves, PLAIN_LOOK, TooMuch } from '../incoming';
import { latin1 } from '../latin1';
import type { FileUnit, Whereabouts } from '../report';
import type { ReadOptions } from '../readOptions';
import { childrenOf, IgesCurves, ownFields } from './curves';
import { type Field, type IgesEntity, IgesProblem, type IgesRecords, isIges, recordsOf } from './records';
import { surfaceSides } from './surfaceSides';

/** Units by their number (IGES 5.3, 2.2.4.3.14), in mm. */
const UNITS: Readonly<Record<number, readonly [name: string, toMm: number]>> = {
  1: ['in', 25.4],
  2: ['mm', 1],
  4: ['ft', 304.8],
  5: ['mi', 1_609_344],
  6: ['m', 1000],
  7: ['km', 1e6],
  8: ['mil', 0.0254],
  9: ['µm', 0.001],
  10: ['cm', 10],
  11: ['µin', 2.54e-5],
};

const NAMED: Readonly<Record<string, number>> = {
  IN: 1,
  INCH: 1,
  MM: 2,
  FT: 4,
  MI: 5,
  M: 6,
  KM: 7,
  MIL: 8,
  UM: 9,
  CM: 10,
  UIN: 11,
};

/** Colours by their number (IGES 5.3, 2.2.4.4.13). */
const COLOURS = ['', '#000000', '#ff0000', '#00ff00', '#0000ff', '#ffff00', '#ff00ff', '#00ffff', '#ffffff'];

const CURVES = [100, 102, 104, 110, 112, 126, 130];
const POINTS = [116];
/** Surfaces, of which the curves come in that they are made from or end at. */
const SURFACES = [118, 120, 122, 128, 141, 142, 143, 144, 504];
const GROUPS = [1, 7, 14, 15];
/** What belongs to others, or says how things look. */
const SILENT = [0, 124, 308, 314, 406, 402, 502, 508, 510, 514, 186];
/** Placed within placed, no deeper than this. */
const DEEPEST = 32;

/**
 * The curves and points of an IGES file (5.3), of surfaces the sides or what they are made from: in mm, placed, with
 * names, levels as layers, and colours. What is damaged or not read is told, and the rest comes in. Fails, in words, for
 * a file that brings nothing. Never throws.
 */
export function readIges(bytes: Uint8Array, { assumed, progress }: ReadOptions = {}): Result<Incoming, string> {
  const problem = problemOf(bytes);
  if (problem !== null) return failed(problem);
  try {
    return new Reading(recordsOf(bytes), assumed).all((share) => progress?.(share));
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.message);
    throw error;
  }
}

function problemOf(bytes: Uint8Array): string | null {
  const start = latin1(bytes.subarray(0, 200));
  if (isIges(start)) return null;
  const letter = start.charAt(72);
  if (letter === 'C') return 'it is an IGES file in the compressed form, which is not read: ASCII is';
  if (letter === 'B') return 'it is an IGES file in the binary form, which is not read: ASCII is';
  return 'it does not begin as an IGES file';
}

class Reading {
  private readonly gathering = new Gathering();
  private readonly curves: IgesCurves;
  private readonly unit: FileUnit;
  private readonly resolution: number;
  private readonly levels = new Map<number, string>();
  private readonly claimed = new Set<number>();
  private readonly groups = new Map<number, string>();
  private readonly counts = new Map<number, number>();
  private readonly underWay = new Set<number>();

  constructor(
    private readonly records: IgesRecords,
    assumed: FileUnit | undefined,
  ) {
    for (const { what, line } of records.notes) this.gathering.problems.add('file', what, { line });
    this.unit = unitOf(records.globals, assumed);
    const [resolution] = numbersAt(records.globals, 18);
    this.resolution = resolution > 0 && resolution < 1e3 ? resolution : 0;
    this.curves = new IgesCurves(records, this.unit.toMm, this.resolution);
  }

  all(progress: (share: number) => void): Result<Incoming, string> {
    const entities = this.entities();
    for (const entity of entities) this.note(entity);
    const tops = entities.filter((entity) => this.isTop(entity));
    mustBeFewCurves(tops.reduce((sum, entity) => sum + this.countOf(entity, 0), 0));
    tops.forEach((entity, i) => {
      this.take(entity, IDENTITY, null, 0);
      if (i % 32 === 0) progress(i / tops.length);
    });
    const none = 'there are no curves or points in it';
    return this.gathering.outcome('iges', [this.unit], none, this.resolution * this.unit.toMm || null);
  }

  private entities(): IgesEntity[] {
    return this.records.ids.flatMap((id) => {
      try {
        return [this.records.entity(id)];
      } catch (error) {
        this.problem(error, id);
        return [];
      }
    });
  }

  private problem(error: unknown, id: number): void {
    if (!(error instanceof IgesProblem)) throw error;
    this.gathering.problems.add('file', error.message, this.where(error.id ?? id));
  }

  private where(id: number): Whereabouts {
    const entity = `D${id}`;
    try {
      return { entity, line: this.records.entity(id).line };
    } catch {
      return { entity };
    }
  }

  /** What belongs to what, and what levels are called. */
  private note(entity: IgesEntity): void {
    const { type, form, fields, id } = entity;
    for (const child of childrenOf(entity)) this.claimed.add(child);
    if (type === 308) for (const child of idsIn(fields, 3, 2)) this.claimed.add(child);
    if (type === 402 && GROUPS.includes(form)) {
      const name = this.nameOf(entity) ?? `Group ${id}`;
      for (const child of idsIn(fields, 1, 0)) this.groups.set(child, name);
    }
    if (type === 406 && form === 3 && typeof fields[2] === 'string') this.levels.set(entity.level, fields[2].trim());
  }

  private isTop({ id, type, isFlat }: IgesEntity): boolean {
    if (SILENT.includes(type)) return false;
    if (isFlat) {
      this.gathering.leftOut.add('curve', "it lies in a surface's parameters", this.where(id));
      return false;
    }
    // What is part of another comes with that one; where none claims it, alone, whatever its entry says.
    return !this.claimed.has(id);
  }

  private countOf(entity: IgesEntity, depth: number): number {
    if (entity.type !== 408) return Math.max(1, SURFACES.includes(entity.type) ? childrenOf(entity).length : 1);
    const known = this.counts.get(entity.id);
    if (known !== undefined) return known;
    if (this.underWay.has(entity.id) || depth > DEEPEST) return 0;
    this.underWay.add(entity.id);
    const count = this.placedIn(entity).reduce((sum, each) => sum + this.countOf(each, depth + 1), 0);
    this.underWay.delete(entity.id);
    this.counts.set(entity.id, count);
    return count;
  }

  /** The entities that an instance of a subfigure places. */
  private placedIn(instance: IgesEntity): IgesEntity[] {
    const [definition] = numbersAt(instance.fields, 0);
    if (!this.records.has(definition)) return [];
    const of = this.attempt(definition);
    if (of?.type !== 308) return [];
    return idsIn(of.fields, 3, 2).flatMap((id) => (this.records.has(id) ? (this.attempt(id) ?? []) : []));
  }

  private attempt(id: number): IgesEntity | null {
    try {
      return this.records.entity(id);
    } catch (error) {
      if (!(error instanceof IgesProblem)) throw error;
      return null;
    }
  }

  private take(entity: IgesEntity, map: Affine, part: string | null, depth: number): void {
    const { id, type } = entity;
    try {
      if (type === 408) return this.takeInstance(entity, map, depth);
      if (SURFACES.includes(type)) return this.takeSurface(entity, map, part, depth);
      if (!CURVES.includes(type) && !POINTS.includes(type) && type !== 106) {
        return this.gathering.leftOut.add(`type ${type}`, 'it is not read', this.where(id));
      }
      this.takeCurve(entity, map, part, false);
    } catch (error) {
      if (error instanceof IgesProblem) this.gathering.leftOut.add('curve', error.message, this.where(error.id ?? id));
      else if (error instanceof InvalidCurve || error instanceof RangeError)
        this.gathering.leftOut.add('curve', error.message, this.where(id));
      else throw error;
    }
  }

  private takeInstance(instance: IgesEntity, map: Affine, depth: number): void {
    const { id, fields } = instance;
    if (this.underWay.has(id) || depth > DEEPEST) throw new IgesProblem('it is placed within itself', id);
    this.underWay.add(id);
    const [definition, x, y, z] = numbersAt(fields, 0, 1, 2, 3);
    const size = typeof fields[4] === 'number' ? fields[4] : 1;
    const own: Affine = { x: [size, 0, 0], y: [0, size, 0], z: [0, 0, size], origin: [x, y, z] };
    const placed = composed(composed(map, this.curves.mapOf(instance)), own);
    const called = this.records.has(definition) ? this.attempt(definition)?.fields[1] : null;
    const children = this.placedIn(instance);
    if (children.length === 0)
      this.gathering.problems.add('file', `what it places, D${definition}, is not in the file`, this.where(id));
    for (const child of children)
      this.take(child, placed, typeof called === 'string' ? called.trim() : null, depth + 1);
    this.underWay.delete(id);
  }

  private takeSurface(entity: IgesEntity, map: Affine, part: string | null, depth: number): void {
    const { id, type } = entity;
    if (this.underWay.has(id) || depth > DEEPEST) throw new IgesProblem(`D${id} leads back to itself`, id);
    if (type !== 141 && type !== 142 && type !== 504)
      this.gathering.leftOut.add('surface', 'its edges come in, or what it is made from', this.where(id));
    if (type === 128) {
      for (const side of surfaceSides(entity)) this.add(side, entity, map, part, true);
      return;
    }
    this.underWay.add(id);
    for (const child of childrenOf(entity)) {
      const of = this.records.has(child) ? this.attempt(child) : null;
      if (!of) this.gathering.problems.add('file', `D${child}, an edge of it, is not in the file`, this.where(id));
      else if (SURFACES.includes(of.type)) this.takeSurface(of, map, part, depth + 1);
      else this.takeEdge(of, map, part);
    }
    this.underWay.delete(id);
  }

  private takeEdge(entity: IgesEntity, map: Affine, part: string | null): void {
    try {
      this.takeCurve(entity, map, part, true);
    } catch (error) {
      if (!(error instanceof IgesProblem || error instanceof InvalidCurve || error instanceof RangeError)) throw error;
      this.gathering.leftOut.add('edge', error.message, this.where(entity.id));
    }
  }

  private takeCurve(entity: IgesEntity, map: Affine, part: string | null, isReference: boolean): void {
    const found = this.curves.read(entity);
    const where = this.where(entity.id);
    if (found.kind === 'points') {
      for (let i = 0; i < found.points.length; i += 3) {
        const at = this.placed([found.points[i], found.points[i + 1], found.points[i + 2]], map);
        this.gathering.add({ kind: 'point', at, ...this.lookOf(entity, 'Point', part), isReference });
      }
      return;
    }
    if (found.kind === 'line') {
      const direction = imageOfDirection(map, found.direction);
      const size = Math.hypot(...direction);
      if (!(size > 0)) throw new IgesProblem('it has no direction', entity.id);
      this.gathering.add({
        kind: 'line',
        at: this.placed(found.at, map),
        direction: scale(direction, 1 / size),
        ...this.lookOf(entity, 'Line', part),
      });
      return;
    }
    for (const { why, detail } of found.notes)
      this.gathering.changed.add('curve', why, { ...where, ...(detail !== undefined && { detail }) });
    if (found.price) this.gathering.addApproximated('an offset curve, drawn anew', where, found.price);
    const group = found.curves.length > 1 ? `D${entity.id}` : null;
    for (const curve of found.curves) this.add(curve, entity, map, part, isReference, group);
  }

  private add(
    curve: ForeignCurve,
    entity: IgesEntity,
    map: Affine,
    part: string | null,
    isReference: boolean,
    group: string | null = null,
  ): void {
    const { toMm } = this.unit;
    const points = curve.points.slice();
    for (let i = 0; i < points.length; i += 3) {
      const at: Vector3 = [points[i], points[i + 1], points[i + 2]];
      points.set(scale(map === IDENTITY ? at : imageOf(map, at), toMm), i);
    }
    const look = this.lookOf(entity, 'Curve', part);
    this.gathering.addCurve(
      { ...curve, points },
      { ...look, group: look.group ?? group, isReference },
      this.where(entity.id),
    );
  }

  private placed = (point: Vector3, map: Affine): Vector3 =>
    scale(map === IDENTITY ? point : imageOf(map, point), this.unit.toMm);

  private lookOf(entity: IgesEntity, word: string, part: string | null): IncomingLook {
    const { id, level, isBlanked } = entity;
    const own = this.nameOf(entity) ?? `${word} ${id}`;
    return {
      ...PLAIN_LOOK,
      name: part ? `${part} / ${own}` : own,
      layer: this.levels.get(level) ?? (level > 0 ? `Level ${level}` : null),
      colour: this.colourOf(entity.colour),
      isHidden: isBlanked,
      group: this.groups.get(id) ?? null,
    };
  }

  /** By its property (406 form 15), else by its label. */
  private nameOf(entity: IgesEntity): string | null {
    const from = ownFields(entity);
    if (from !== null) {
      const [associated] = numbersAt(entity.fields, from);
      for (const id of idsIn(entity.fields, from + 1 + associated + 1, from + 1 + associated)) {
        const property = this.records.has(id) ? this.attempt(id) : null;
        const name = property?.type === 406 && property.form === 15 ? property.fields[1] : null;
        if (typeof name === 'string' && name.trim() !== '') return name.trim();
      }
    }
    return entity.label === '' ? null : entity.label;
  }

  private colourOf(colour: number): string | null {
    if (colour >= 0) return COLOURS[colour] || null;
    const of = this.records.has(-colour) ? this.attempt(-colour) : null;
    if (of?.type !== 314) return null;
    const bytes = numbersAt(of.fields, 0, 1, 2).map((percent) =>
      Math.round((255 * Math.min(100, Math.max(0, percent))) / 100),
    );
    return `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`;
  }
}

/** The numbers in these places; 0 where there is none. */
const numbersAt = (fields: readonly Field[], ...places: readonly number[]): number[] =>
  places.map((i) => (typeof fields[i] === 'number' && Number.isFinite(fields[i]) ? fields[i] : 0));

/** The entries from a place on, as many as another place counts. */
function idsIn(fields: readonly Field[], from: number, counted: number): number[] {
  const [count] = numbersAt(fields, counted);
  return fields
    .slice(from, from + Math.max(0, count))
    .filter((field): field is number => typeof field === 'number' && field > 0);
}

/** The size of a unit: by its number, or its name, over the scale of the model. */
function unitOf(globals: readonly Field[], assumed: FileUnit | undefined): FileUnit {
  const [scaleOf, flag] = numbersAt(globals, 12, 13);
  const model = scaleOf > 0 ? scaleOf : 1;
  const word = typeof globals[14] === 'string' ? globals[14].trim().toUpperCase() : '';
  const number = flag === 3 ? NAMED[word] : flag;
  const known = UNITS[number] as (typeof UNITS)[number] | undefined;
  const [name, toMm] = known ?? (assumed ? [assumed.name, assumed.toMm] : UNITS[1]);
  return { name, toMm: toMm / model, assumed: !known };
}
