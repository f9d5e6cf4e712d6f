import { failed, InvalidCurve, type Result, type Vector3 } from '@pencil-bend/core';
import { IDENTITY, imageOf, imageOfDirection } from '../affine';
import { type ForeignCurve, foreignOf } from '../foreignCurve';
import { Gathering, type Incoming, type IncomingLook, PLAIN_LOOK, TooMuch } from '../incoming';
import { latin1 } from '../latin1';
import type { ReadOptions } from '../readOptions';
import { polylineOf } from '../polyline';
import type { FileUnit, Whereabouts } from '../report';
import { CurveReader, type Note } from './curves';
import { looksOf } from './looks';
import { Placements } from './placement';
import { Records, StepProblem } from './records';
import { type Occurrence, Structure } from './structure';
import { sidesOf } from './surfaceSides';
import { idsOf, textOf } from './values';

const ignored = () => undefined;

const NOTHING = 'there are no curves or points in it';

/** The share of the work that finding the instances is. */
const INDEXING = 0.4;

/**
 * The curves and points of a STEP file (ISO 10303-21 and -42), of surfaces and solids the edges: in mm, placed, with
 * names, layers and colours. What is damaged or not read is told, and the rest comes in. Fails, in words, for a file
 * that brings nothing. Never throws.
 */
export function readStep(
  bytes: Uint8Array,
  { assumed, progress = ignored }: ReadOptions = {},
): Result<Incoming, string> {
  const text = latin1(bytes);
  if (!/^\s*(?:\/\*[^]{0,1000}?\*\/\s*)?ISO-10303-21\s*;/.test(text.slice(0, 2000))) {
    return failed('it does not begin as a STEP file: ISO-10303-21;');
  }
  try {
    return readRecords(new Records(text, (share) => progress(INDEXING * share)), text, assumed, (share) =>
      progress(INDEXING + (1 - INDEXING) * share),
    );
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.message);
    throw error;
  }
}

function readRecords(
  records: Records,
  text: string,
  assumed: FileUnit | undefined,
  progress: (share: number) => void,
): Result<Incoming, string> {
  const gathering = new Gathering();
  const { problems, leftOut } = gathering;
  for (const { what, id, offset } of records.damages) {
    problems.add('file', what, { ...(id > 0 && { entity: `#${id}` }), line: records.lineAt(offset) });
  }
  if (!/END-ISO-10303-21\s*;\s*$/.test(text.slice(-2000))) {
    problems.add('file', 'it stops before its end', { line: records.lineAt(text.length) });
  }
  const whereIs = (id: number): Whereabouts => ({ entity: `#${id}`, line: records.lineOf(id) });
  const tell = (error: StepProblem, id: number) => problems.add('file', error.message, whereIs(error.id ?? id));
  const structure = new Structure(records, leftOut, tell, assumed);
  const occurrences = structure.occurrences();
  const loose = new Set(structure.looseOnes);
  const reading = new Reading(records, gathering);
  occurrences.forEach((occurrence, i) => {
    reading.take(occurrence);
    if (loose.has(occurrence.id)) gathering.changed.add('curve', 'it is in no shape of a part', whereIs(occurrence.id));
    if (i % 32 === 0) progress(i / occurrences.length);
  });
  return gathering.outcome('step', reading.units, NOTHING, reading.uncertainty);
}

/** Reads what was found, one by one. */
class Reading {
  private readonly looks;
  private readonly placements: Placements;
  private readonly readers = new Map<unknown, CurveReader>();
  private readonly unitsByName = new Map<string, FileUnit>();
  uncertainty: number | null = null;

  constructor(
    private readonly records: Records,
    private readonly gathering: Gathering,
  ) {
    this.looks = looksOf(records);
    this.placements = new Placements(records);
  }

  get units(): FileUnit[] {
    return [...this.unitsByName.values()];
  }

  take(occurrence: Occurrence): void {
    const { id, kind, isEdge } = occurrence;
    const where = { entity: `#${id}`, line: this.records.lineOf(id) };
    const unit = this.unitOf(occurrence);
    try {
      switch (kind) {
        case 'point':
          return this.gathering.add({
            kind: 'point',
            at: this.placed(occurrence, unit, this.placements.pointOf(this.records.instance(id))),
            ...this.lookOf(occurrence, 'Point'),
          });
        case 'surface':
          this.gathering.leftOut.add('surface', 'its four sides come in', where);
          for (const side of sidesOf(this.records, this.records.instance(id)))
            this.addCurve(side, occurrence, unit, where);
          return;
        case 'loop':
          return this.takeLoop(occurrence, unit, where);
        case 'curve':
          return this.takeCurve(occurrence, unit, where);
      }
    } catch (error) {
      if (error instanceof StepProblem) {
        const own = error.id ?? id;
        this.gathering.leftOut.add(isEdge ? 'edge' : 'curve', error.message, {
          entity: `#${own}`,
          line: this.records.lineOf(own),
        });
      } else if (error instanceof InvalidCurve || error instanceof RangeError) {
        this.gathering.leftOut.add(isEdge ? 'edge' : 'curve', error.message, where);
      } else throw error;
    }
  }

  private takeCurve(occurrence: Occurrence, unit: FileUnit, where: Whereabouts): void {
    const found = this.readerOf(occurrence, unit).read(this.records.instance(occurrence.id));
    for (const note of found.notes) this.say(note, where);
    if (found.price) {
      const at = this.placed(occurrence, unit, found.price.at);
      this.gathering.addApproximated('an offset curve, drawn anew', where, { ...found.price, at });
    }
    if (found.kind === 'line') {
      const at = this.placed(occurrence, unit, found.at);
      const direction = imageOfDirection(occurrence.map, found.direction);
      const size = Math.hypot(...direction);
      this.gathering.add({
        kind: 'line',
        at,
        direction: [direction[0] / size, direction[1] / size, direction[2] / size],
        ...this.lookOf(occurrence, 'Line'),
      });
      return;
    }
    const group = found.curves.length > 1 ? `#${occurrence.id}` : null;
    for (const curve of found.curves) this.addCurve(curve, occurrence, unit, where, group);
  }

  private takeLoop(occurrence: Occurrence, unit: FileUnit, where: Whereabouts): void {
    const instance = this.records.instance(occurrence.id);
    const corners = [...idsOf(instance)].map((id) => this.placements.pointOf(this.records.instance(id)));
    if (corners.length < 3) throw new StepProblem('a loop of fewer than three points', instance.id);
    this.addCurve(foreignOf(polylineOf([...corners, corners[0]])), occurrence, unit, where);
  }

  private addCurve(
    foreign: ForeignCurve,
    occurrence: Occurrence,
    { toMm }: FileUnit,
    where: Whereabouts,
    group: string | null = null,
  ): void {
    const { map } = occurrence;
    const points = Float64Array.from(foreign.points, (x) => x * toMm);
    if (map !== IDENTITY) {
      for (let i = 0; i < points.length; i += 3) points.set(imageOf(map, [points[i], points[i + 1], points[i + 2]]), i);
    }
    this.gathering.addCurve({ ...foreign, points }, { ...this.lookOf(occurrence, 'Curve'), group }, where);
  }

  private say({ why, detail }: Note, where: Whereabouts): void {
    this.gathering.changed.add('curve', why, { ...where, ...(detail !== undefined && { detail }) });
  }

  private placed({ map }: Occurrence, { toMm }: FileUnit, [x, y, z]: Vector3): Vector3 {
    return imageOf(map, [x * toMm, y * toMm, z * toMm]);
  }

  private unitOf({ units }: Occurrence): FileUnit {
    const unit = units.length;
    this.unitsByName.set(`${unit.name} ${unit.toMm} ${unit.assumed}`, unit);
    if (units.uncertainty !== null) this.uncertainty = Math.max(this.uncertainty ?? 0, units.uncertainty);
    return unit;
  }

  private readerOf({ units }: Occurrence, { toMm }: FileUnit): CurveReader {
    const key = `${units.radians} ${units.uncertainty} ${toMm}`;
    const known = this.readers.get(key) ?? new CurveReader(this.records, { ...units, toMm });
    this.readers.set(key, known);
    return known;
  }

  private lookOf({ id, within, part, isEdge }: Occurrence, word: string): IncomingLook {
    const { layers, colours, hidden } = this.looks;
    const own = this.ownName(id) || `${word} ${id}`;
    const first = <T>(of: ReadonlyMap<number, T>): T | null => {
      for (const each of [id, ...within]) if (of.has(each)) return of.get(each) as T;
      return null;
    };
    return {
      ...PLAIN_LOOK,
      name: part ? `${part} / ${own}` : own,
      layer: first(layers),
      colour: first(colours),
      isHidden: [id, ...within].some((each) => hidden.has(each)),
      isReference: isEdge,
    };
  }

  /** What stands first in the item, or in its part for that. */
  private ownName(id: number): string {
    const { type, parts } = this.records.instance(id);
    return textOf((parts.get(type === '(' ? 'REPRESENTATION_ITEM' : type) ?? [])[0]).trim();
  }
}
