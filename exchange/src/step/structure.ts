import type { Affine } from '@pencil-bend/core';
import { composed, IDENTITY } from '../affine';
import { mustBeFewCurves } from '../incoming';
import type { Entries, FileUnit } from '../report';
import { CURVE_TYPES, nameOf } from './curves';
import { Placements } from './placement';
import { type Instance, type Records, StepProblem } from './records';
import { type StepUnits, unitsOf } from './units';
import { attributesOf, idsIn, idsOf, textOf } from './values';

/** Something to be read, and where it stands. */
export interface Occurrence {
  readonly kind: 'curve' | 'point' | 'surface' | 'loop';
  readonly id: number;
  /** The set or representation that it is in, for what it looks like. */
  readonly within: readonly number[];
  /** From its own place, in mm, to the sheet. */
  readonly map: Affine;
  readonly units: StepUnits;
  /** The part that it belongs to; null where there is one part alone, or none. */
  readonly part: string | null;
  /** Of a surface or solid. */
  readonly isEdge: boolean;
}

/** Of a representation what is in it and what is placed in it. */
interface Contents {
  readonly units: StepUnits;
  readonly leaves: readonly Leaf[];
  readonly placed: readonly { readonly representation: number; readonly map: Affine }[];
}

type Leaf = Pick<Occurrence, 'kind' | 'id' | 'within' | 'isEdge'>;

/** Placed within placed, no deeper than this. */
const DEEPEST = 32;

const SETS = ['GEOMETRIC_CURVE_SET', 'GEOMETRIC_SET'];
const FACES = ['ADVANCED_FACE', 'FACE_SURFACE', 'FACE'];
/** What is made of edges and faces; their surfaces are not gone into. */
const TOPOLOGY = [
  'MANIFOLD_SOLID_BREP',
  'BREP_WITH_VOIDS',
  'FACETED_BREP',
  'SHELL_BASED_SURFACE_MODEL',
  'FACE_BASED_SURFACE_MODEL',
  'SHELL_BASED_WIREFRAME_MODEL',
  'EDGE_BASED_WIREFRAME_MODEL',
  'OPEN_SHELL',
  'CLOSED_SHELL',
  'CONNECTED_FACE_SET',
  'CONNECTED_EDGE_SET',
  'WIRE_SHELL',
  'VERTEX_SHELL',
  ...FACES,
];
const CONTEXT_ITEMS = ['AXIS2_PLACEMENT_3D', 'AXIS2_PLACEMENT_2D', 'AXIS1_PLACEMENT', 'DIRECTION', 'VECTOR'];

const hasOne = ({ parts }: Instance, types: readonly string[]) => types.some((type) => parts.has(type));
const isSurface = (type: string) => type.endsWith('_SURFACE') && !FACES.includes(type);

/** Finds what a STEP file is the shape of: parts, their representations, and what is placed in them. */
export class Structure {
  private readonly placements: Placements;
  private readonly contents = new Map<number, Contents>();
  private readonly counts = new Map<number, number>();
  private readonly underWay = new Set<number>();

  constructor(
    private readonly records: Records,
    private readonly leftOut: Entries,
    private readonly problem: (error: StepProblem, id: number) => void,
    /** What lengths are where the file names no unit. */
    private readonly assumed?: FileUnit,
  ) {
    this.placements = new Placements(records);
  }

  /** Everything, placed. Throws a `TooMuch` where that is more than can be taken in, before it is made. */
  occurrences(): Occurrence[] {
    const parts = this.parts();
    const tops = [...parts.values()].filter(({ isPlaced }) => !isPlaced);
    const loose = this.looseRepresentations(parts);
    let count = 0;
    for (const part of tops) count += this.countOfPart(part, parts, 0);
    // Parts that are only placed within each other come from nowhere: the first of them is one more of its own.
    for (const part of parts.values()) {
      if (this.counts.has(-part.id)) continue;
      tops.push(part);
      count += this.countOfPart(part, parts, 0);
    }
    for (const id of loose) count += this.countOf(id, 0);
    mustBeFewCurves(count);
    const out: Occurrence[] = [];
    const isNamed = parts.size > 1;
    for (const part of tops) this.placePart(part, parts, IDENTITY, isNamed, out, 0);
    for (const id of loose) {
      const before = out.length;
      this.place(id, IDENTITY, null, out, 0);
      for (const { id: each } of out.slice(before)) this.noteLoose(each);
    }
    for (const id of this.looseCurves(out)) {
      this.noteLoose(id);
      out.push({ kind: 'curve', id, within: [], map: IDENTITY, units: this.onlyUnits(), part: null, isEdge: false });
    }
    mustBeFewCurves(out.length);
    return out;
  }

  /** What lies in no shape of a part comes in all the same. */
  readonly looseOnes: number[] = [];
  private readonly noteLoose = (id: number) => this.looseOnes.push(id);

  /** Each in turn; what cannot be understood is told and passed over. */
  private each<T>(ids: Iterable<number>, read: (instance: Instance) => T | null): T[] {
    const out: T[] = [];
    for (const id of ids) {
      const made = this.attempt(id, () => read(this.records.instance(id)));
      if (made !== null) out.push(made);
    }
    return out;
  }

  private attempt<T>(id: number, read: () => T): T | null {
    try {
      return read();
    } catch (error) {
      if (!(error instanceof StepProblem)) throw error;
      this.problem(error, id);
      return null;
    }
  }

  private parts(): ReadonlyMap<number, Part> {
    const { records } = this;
    const parts = new Map<number, Part>();
    const partOf = (id: number): Part => {
      const known = parts.get(id) ?? { id, name: this.nameOfPart(id), representations: [], uses: [], isPlaced: false };
      parts.set(id, known);
      return known;
    };
    // Shapes by what they are the shape of: a part, or a use of one.
    const shapeOf = new Map<number, number>();
    this.each(records.ofType('PRODUCT_DEFINITION_SHAPE'), (instance) => {
      const [definition] = idsIn(attributesOf(instance, 'PROPERTY_DEFINITION', 'PRODUCT_DEFINITION_SHAPE')[2]);
      if (definition !== undefined) shapeOf.set(instance.id, definition);
      return null;
    });
    this.each(records.ofType('SHAPE_DEFINITION_REPRESENTATION'), (instance) => {
      const [shape, representation] = attributesOf(
        instance,
        'PROPERTY_DEFINITION_REPRESENTATION',
        'SHAPE_DEFINITION_REPRESENTATION',
      ).map((value) => [...idsIn(value)][0]);
      if (representation === undefined || !records.has(representation))
        throw new StepProblem('its representation is missing', instance.id);
      const part = partOf(shapeOf.get(shape) ?? -instance.id);
      part.representations.push(...this.sharing(representation));
      return null;
    });
    const uses = new Map<number, { readonly parent: number; readonly child: number }>();
    this.each(records.ofType('NEXT_ASSEMBLY_USAGE_OCCURRENCE'), (instance) => {
      const [parent, child] = attributesOf(
        instance,
        'PRODUCT_DEFINITION_RELATIONSHIP',
        'NEXT_ASSEMBLY_USAGE_OCCURRENCE',
      )
        .slice(3, 5)
        .map((value) => [...idsIn(value)][0]);
      if (parent === undefined || child === undefined) throw new StepProblem('a part is missing', instance.id);
      uses.set(instance.id, { parent, child });
      return null;
    });
    this.each(records.ofType('CONTEXT_DEPENDENT_SHAPE_REPRESENTATION'), (instance) => {
      const [relation, shape] = attributesOf(instance, 'CONTEXT_DEPENDENT_SHAPE_REPRESENTATION');
      const [shapeId] = idsIn(shape);
      const use = uses.get(shapeOf.get(shapeId) ?? NaN);
      if (!use) return null;
      const child = partOf(use.child);
      partOf(use.parent).uses.push({ child: use.child, map: this.mapOf(records.at(relation, instance.id), child) });
      child.isPlaced = true;
      uses.delete(shapeOf.get(shapeId) as number);
      return null;
    });
    // Of what is used without a place the axes are its parent's.
    for (const { parent, child } of uses.values()) {
      if (!parts.has(child)) continue;
      partOf(parent).uses.push({ child, map: IDENTITY });
      partOf(child).isPlaced = true;
    }
    return parts;
  }

  private nameOfPart(id: number): string {
    const follow = (from: number, type: string, index: number): Instance | null => {
      if (!this.records.has(from)) return null;
      const instance = this.records.instance(from);
      const [next] = idsIn(attributesOf(instance, type)[index]);
      return next !== undefined && this.records.has(next) ? this.records.instance(next) : null;
    };
    const formation = this.attempt(id, () => follow(id, 'PRODUCT_DEFINITION', 2));
    const product = formation && this.attempt(id, () => follow(formation.id, 'PRODUCT_DEFINITION_FORMATION', 2));
    const [own, name] = product ? attributesOf(product, 'PRODUCT') : [];
    return textOf(name) || textOf(own);
  }

  /** A representation and those that share its axes. */
  private sharing(representation: number): number[] {
    const all = [representation];
    // What is found on the way is gone through too.
    for (const one of all) {
      for (const [a, b] of this.shared()) {
        const other = a === one ? b : b === one ? a : null;
        if (other !== null && !all.includes(other)) all.push(other);
      }
    }
    return all;
  }

  private sharedPairs: readonly (readonly [number, number])[] | null = null;

  private shared(): readonly (readonly [number, number])[] {
    this.sharedPairs ??= this.each(
      new Set([
        ...this.records.ofType('SHAPE_REPRESENTATION_RELATIONSHIP'),
        ...this.records.ofType('REPRESENTATION_RELATIONSHIP'),
      ]),
      (instance) => {
        if (instance.parts.has('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')) return null;
        const [a, b] = relatedBy(instance);
        return a === undefined || b === undefined ? null : ([a, b] as const);
      },
    );
    return this.sharedPairs;
  }

  /** From a part's own place to that in the part which uses it; which is which follows from the part. */
  private mapOf(relation: Instance, child: Part): Affine {
    const [first] = relatedBy(relation);
    const [transformation] = idsIn(relation.parts.get('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION'));
    if (transformation === undefined) return IDENTITY;
    const how = this.records.instance(transformation);
    const isFirst = first !== undefined && child.representations.includes(first);
    if (!how.parts.has('ITEM_DEFINED_TRANSFORMATION'))
      return this.placements.map(
        relation.parts.get('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')?.[0],
        relation,
        1,
      );
    const items = attributesOf(how, 'ITEM_DEFINED_TRANSFORMATION').slice(2, 4);
    const related = relatedBy(relation);
    const [ofFirst, ofSecond] = items.map((item, i) =>
      this.placements.map(item, how, this.unitsOf(related[i] ?? NaN).length.toMm),
    );
    return isFirst ? this.placements.between(ofSecond, ofFirst, how) : this.placements.between(ofFirst, ofSecond, how);
  }

  private unitsOf(representation: number): StepUnits {
    if (!this.records.has(representation)) return this.unitsIn(undefined);
    const instance = this.records.instance(representation);
    return this.unitsIn([...idsIn(attributesOf(instance, 'REPRESENTATION')[2])][0]);
  }

  /** Of a context; what it does not say is as it is assumed, for places and for what is placed alike. */
  private unitsIn(context: number | undefined): StepUnits {
    const units = unitsOf(this.records, context);
    return units.length.assumed && this.assumed ? { ...units, length: this.assumed } : units;
  }

  private countOfPart(part: Part, parts: ReadonlyMap<number, Part>, depth: number): number {
    return this.counted(-part.id, depth, () => {
      let count = 0;
      for (const id of part.representations) count += this.countOf(id, depth + 1);
      for (const { child } of part.uses) {
        const used = parts.get(child);
        if (used) count += this.countOfPart(used, parts, depth + 1);
      }
      return count;
    });
  }

  private countOf(representation: number, depth: number): number {
    return this.counted(representation, depth, () => {
      const { leaves, placed } = this.contentsOf(representation);
      return placed.reduce((sum, each) => sum + this.countOf(each.representation, depth + 1), leaves.length);
    });
  }

  /** Each once; what is placed within itself is told, and counts nothing there. */
  private counted(key: number, depth: number, count: () => number): number {
    const known = this.counts.get(key);
    if (known !== undefined) return known;
    const id = Math.abs(key);
    if (this.underWay.has(key) || depth > DEEPEST) {
      const why = depth > DEEPEST ? `placed within placed, deeper than ${DEEPEST}` : `#${id} is placed within itself`;
      this.problem(new StepProblem(why, id), id);
      return 0;
    }
    this.underWay.add(key);
    const sum = count();
    this.underWay.delete(key);
    this.counts.set(key, sum);
    return sum;
  }

  private placePart(
    part: Part,
    parts: ReadonlyMap<number, Part>,
    map: Affine,
    isNamed: boolean,
    out: Occurrence[],
    depth: number,
  ): void {
    if (depth > DEEPEST || this.underWay.has(-part.id)) return;
    this.underWay.add(-part.id);
    for (const id of part.representations) this.place(id, map, isNamed ? part.name : null, out, depth + 1);
    for (const { child, map: own } of part.uses) {
      const used = parts.get(child);
      if (used) this.placePart(used, parts, composed(map, own), isNamed, out, depth + 1);
    }
    this.underWay.delete(-part.id);
  }

  private place(representation: number, map: Affine, part: string | null, out: Occurrence[], depth: number): void {
    if (depth > DEEPEST || this.underWay.has(representation)) return;
    this.underWay.add(representation);
    const { units, leaves, placed } = this.contentsOf(representation);
    for (const leaf of leaves) out.push({ ...leaf, map, units, part });
    for (const each of placed) this.place(each.representation, composed(map, each.map), part, out, depth + 1);
    this.underWay.delete(representation);
  }

  private contentsOf(representation: number): Contents {
    const known = this.contents.get(representation);
    if (known) return known;
    const made = this.attempt(representation, () => this.contentsIn(representation));
    const contents = made ?? { units: this.unitsIn(undefined), leaves: [], placed: [] };
    this.contents.set(representation, contents);
    return contents;
  }

  private contentsIn(representation: number): Contents {
    const instance = this.records.instance(representation);
    const [, items, context] = attributesOf(instance, 'REPRESENTATION');
    const units = this.unitsIn([...idsIn(context)][0]);
    const leaves: Leaf[] = [];
    const placed: { representation: number; map: Affine }[] = [];
    for (const id of idsIn(items)) {
      if (!this.records.has(id)) {
        this.problem(new StepProblem(`#${id} is not in the file`, representation), representation);
        continue;
      }
      this.attempt(id, () => {
        const item = this.records.instance(id);
        if (item.parts.has('MAPPED_ITEM')) placed.push(this.mapped(item, units));
        else this.addLeaves(item, [representation], leaves);
      });
    }
    return { units, leaves, placed };
  }

  private mapped(item: Instance, units: StepUnits): { representation: number; map: Affine } {
    const [, source, target] = attributesOf(item, 'REPRESENTATION_ITEM', 'MAPPED_ITEM');
    const origin = this.records.at(source, item.id);
    const [from, what] = attributesOf(origin, 'REPRESENTATION_MAP');
    const [representation] = idsIn(what);
    if (representation === undefined || !this.records.has(representation))
      throw new StepProblem('what is placed is missing', item.id);
    const to = this.placements.map(target, item, units.length.toMm);
    const own = this.placements.map(from, origin, this.unitsOf(representation).length.toMm);
    return { representation, map: this.placements.between(to, own, item) };
  }

  private addLeaves(item: Instance, within: readonly number[], leaves: Leaf[], depth = 0): void {
    const { id } = item;
    if (hasOne(item, SETS)) {
      if (depth > DEEPEST) throw new StepProblem('sets within sets, too deep', id);
      const elements = attributesOf(item, 'REPRESENTATION_ITEM', 'GEOMETRIC_SET')[1];
      for (const each of idsIn(elements)) {
        this.attempt(each, () => this.addLeaves(this.records.instance(each), [id, ...within], leaves, depth + 1));
      }
    } else if (hasOne(item, CURVE_TYPES)) leaves.push({ kind: 'curve', id, within, isEdge: false });
    else if (hasOne(item, ['CARTESIAN_POINT', 'VERTEX_POINT']))
      leaves.push({ kind: 'point', id, within, isEdge: false });
    else if (hasOne(item, TOPOLOGY)) this.addEdges(item, [id, ...within], leaves);
    else if (item.parts.has('B_SPLINE_SURFACE_WITH_KNOTS')) leaves.push({ kind: 'surface', id, within, isEdge: true });
    else if (!hasOne(item, CONTEXT_ITEMS)) {
      this.leftOut.add(nameOf(item), 'it is not read', { entity: `#${id}`, line: this.records.lineOf(id) });
    }
  }

  /** The edges of faces and solids, each once; the faces themselves are left out. */
  private addEdges(top: Instance, within: readonly number[], leaves: Leaf[]): void {
    const seen = new Set([top.id]);
    const open = [top.id];
    let faces = 0;
    for (let next = open.pop(); next !== undefined; next = open.pop()) {
      const id = next;
      const instance = this.attempt(id, () => this.records.instance(id));
      if (!instance) continue;
      if (instance.parts.has('EDGE_CURVE') || instance.parts.has('POLY_LOOP')) {
        leaves.push({ kind: instance.parts.has('EDGE_CURVE') ? 'curve' : 'loop', id, within, isEdge: true });
        continue;
      }
      if (hasOne(instance, FACES)) faces++;
      for (const each of idsOf(instance)) {
        const type = this.records.typeOf(each);
        if (seen.has(each) || type === null || isSurface(type) || type === '(') continue;
        seen.add(each);
        open.push(each);
      }
    }
    if (faces > 0)
      this.leftOut.add(
        'face',
        'of surfaces the edges come in',
        { entity: `#${top.id}`, line: this.records.lineOf(top.id) },
        undefined,
        faces,
      );
  }

  /** Shapes that no part refers to. */
  private looseRepresentations(parts: ReadonlyMap<number, Part>): number[] {
    const known = new Set([...parts.values()].flatMap(({ representations }) => representations));
    const placed = new Set(
      this.each(this.records.ofType('REPRESENTATION_MAP'), (instance) => [
        ...idsIn(attributesOf(instance, 'REPRESENTATION_MAP')[1]),
      ]).flat(),
    );
    return [...this.records.allTypes]
      .filter((type) => type.endsWith('SHAPE_REPRESENTATION') && !type.startsWith('CONTEXT_DEPENDENT'))
      .flatMap((type) => this.records.ofType(type))
      .filter((id) => !known.has(id) && !placed.has(id));
  }

  /** Curves that nothing else is made of. */
  private looseCurves(found: readonly Occurrence[]): number[] {
    const used = new Set(found.map(({ id }) => id));
    const all = CURVE_TYPES.flatMap((type) => [...this.records.ofType(type)]);
    if (all.every((id) => used.has(id))) return [];
    const carriers = [...all, ...this.records.ofType('COMPOSITE_CURVE_SEGMENT'), ...this.records.ofType('PCURVE')];
    for (const id of new Set([
      ...carriers,
      ...[...this.records.allTypes].filter(isSurface).flatMap((type) => [...this.records.ofType(type)]),
    ])) {
      this.attempt(id, () => {
        for (const each of idsOf(this.records.instance(id))) used.add(each);
      });
    }
    // What lies in the plane of a surface's parameters is no curve in space.
    const flat = new Set(
      this.each(this.records.ofType('DEFINITIONAL_REPRESENTATION'), (instance) => [
        ...idsIn(attributesOf(instance, 'REPRESENTATION')[1]),
      ]).flat(),
    );
    return [...new Set(all)].filter((id) => !used.has(id) && !flat.has(id)).sort((a, b) => a - b);
  }

  /** Of what is in no representation: those of the file, where there is one kind alone. */
  private onlyUnits(): StepUnits {
    const contexts = this.each(this.records.ofType('GLOBAL_UNIT_ASSIGNED_CONTEXT'), (instance) => instance);
    const [first] = contexts;
    return (first && this.attempt(first.id, () => this.unitsIn(first.id))) ?? this.unitsIn(undefined);
  }
}

interface Part {
  readonly id: number;
  readonly name: string;
  readonly representations: number[];
  readonly uses: { readonly child: number; readonly map: Affine }[];
  isPlaced: boolean;
}

/** The two representations of a relationship. */
const relatedBy = (instance: Instance): number[] =>
  attributesOf(instance, 'REPRESENTATION_RELATIONSHIP')
    .slice(2, 4)
    .map((value) => [...idsIn(value)][0]);
