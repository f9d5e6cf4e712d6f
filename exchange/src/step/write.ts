import { cross, distance, normalOf, type Plane, scale, subtract, unit, type Vector3 } from '@pencil-bend/core';
import type { Segment } from '@pencil-bend/core/changing';
import type { Project } from '@pencil-bend/document';
import { type Nurbs, repeating } from '../nurbs';
import { byLayer, type Outgoing, type OutgoingSheet, sharesOf } from '../outgoing';
import { POINT_UNITS } from '../points/units';
import { realWith } from '../reals';
import { isSaidClosed } from '../saidClosed';
import { allExact, type Written } from '../report';
import { encodedText } from './text';

export interface WriteStepOptions {
  readonly units: Project['units'];
  /** When it was made, ISO 8601. */
  readonly time: string;
  readonly progress?: (share: number) => void;
}

/** What the metre's name is preceded by; inches are a conversion. */
const SI_PREFIXES: Partial<Record<Project['units'], string>> = { mm: '.MILLI.', cm: '.CENTI.', m: '$' };

const HEADER = (name: string, time: string) => `ISO-10303-21;
HEADER;
FILE_DESCRIPTION(('curves'),'2;1');
FILE_NAME(${text(name)},'${time}',(''),(''),'Pencil Bend','Pencil Bend','');
FILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));
ENDSEC;
DATA;
`;

/**
 * Curves and points as a STEP file (ISO 10303-21; geometry of Part 42, application protocol 214): a wireframe of
 * B-spline curves with their knots, lines and circles too, by their own numbers. Arcs and lines are composite curves.
 */
export function writeStep({ name, items }: OutgoingSheet, { units, time, progress }: WriteStepOptions): Written {
  const lines = new Lines();
  const context = new Context(lines, name, units);
  const geometry = new Geometry(lines, POINT_UNITS[units]);
  const ids = new Map<Outgoing, number>();
  items.forEach((item, i) => {
    ids.set(item, geometry.add(item));
    if (i % 64 === 0) progress?.(i / items.length);
  });
  context.close([...ids.values()], geometry.axes());
  addLooks(lines, ids, context.representation);
  const bytes = new TextEncoder().encode(`${HEADER(`${name}.step`, time)}${lines.text()}ENDSEC;\nEND-ISO-10303-21;\n`);
  return { bytes, report: allExact(items, units) };
}

/** The instances, one a line, numbered as they come. */
class Lines {
  private readonly lines: string[] = [];

  add(instance: string): number {
    this.lines.push(`#${this.lines.length + 1}=${instance};\n`);
    return this.lines.length;
  }

  text = () => this.lines.join('');
}

const text = (words: string) => `'${encodedText(words)}'`;
const list = (values: Iterable<string>) => `(${[...values].join(',')})`;
const refs = (ids: Iterable<number>) => list([...ids].map((id) => `#${id}`));

const real = (x: number): string => realWith('E', x);

const reals = (values: ArrayLike<number>) => list(Array.from(values, real));

/** The product that the curves are the shape of, with its units. */
class Context {
  readonly representation: number;
  private readonly definition: number;

  constructor(
    private readonly lines: Lines,
    name: string,
    units: Project['units'],
  ) {
    const add = (instance: string) => lines.add(instance);
    const application = add("APPLICATION_CONTEXT('core data for automotive mechanical design processes')");
    add(`APPLICATION_PROTOCOL_DEFINITION('international standard','automotive_design',2000,#${application})`);
    const product = add(
      `PRODUCT(${text(name)},${text(name)},'',(#${add(`PRODUCT_CONTEXT('',#${application},'mechanical')`)}))`,
    );
    add(`PRODUCT_RELATED_PRODUCT_CATEGORY('part',$,(#${product}))`);
    const formation = add(`PRODUCT_DEFINITION_FORMATION('','',#${product})`);
    const design = add(`PRODUCT_DEFINITION_CONTEXT('part definition',#${application},'design')`);
    this.definition = add(
      `PRODUCT_DEFINITION_SHAPE('','',#${add(`PRODUCT_DEFINITION('design','',#${formation},#${design})`)})`,
    );
    const length = this.lengthUnit(units);
    const angle = add('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
    const solid = add('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
    const within = real(1e-6 / POINT_UNITS[units]);
    const uncertainty = add(
      `UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(${within}),#${length},'distance_accuracy_value','')`,
    );
    this.representation = add(
      `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((#${uncertainty}))` +
        `GLOBAL_UNIT_ASSIGNED_CONTEXT((#${length},#${angle},#${solid}))REPRESENTATION_CONTEXT('','3D'))`,
    );
  }

  /** A set of all that was added, as the shape of the product. */
  close(items: readonly number[], axes: number): void {
    const set = this.lines.add(`GEOMETRIC_CURVE_SET('',${refs(items)})`);
    const shape = this.lines.add(
      `GEOMETRICALLY_BOUNDED_WIREFRAME_SHAPE_REPRESENTATION('',(#${set},#${axes}),#${this.representation})`,
    );
    this.lines.add(`SHAPE_DEFINITION_REPRESENTATION(#${this.definition},#${shape})`);
  }

  private lengthUnit(units: Project['units']): number {
    const prefix = SI_PREFIXES[units];
    if (prefix) return this.lines.add(`(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(${prefix},.METRE.))`);
    const mm = this.lengthUnit('mm');
    const measure = this.lines.add(`LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(${real(POINT_UNITS[units])}),#${mm})`);
    const exponents = this.lines.add('DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.)');
    return this.lines.add(`(CONVERSION_BASED_UNIT('INCH',#${measure})LENGTH_UNIT()NAMED_UNIT(#${exponents}))`);
  }
}

/** Writes curves and points in units of so many mm. */
class Geometry {
  constructor(
    private readonly lines: Lines,
    private readonly mm: number,
  ) {}

  add(item: Outgoing): number {
    if (item.kind === 'point') return this.point(item.at, item.name);
    return item.kind === 'curve'
      ? this.spline(item.nurbs, item.name)
      : this.segments(item.segments, item.plane, item.name);
  }

  axes(): number {
    return this.axesAt([0, 0, 0], [0, 0, 1], [1, 0, 0]);
  }

  private point(at: Vector3, name = ''): number {
    return this.lines.add(`CARTESIAN_POINT(${text(name)},${reals(at.map((x) => x / this.mm))})`);
  }

  private direction = (v: Vector3) => this.lines.add(`DIRECTION('',${reals(v)})`);

  private axesAt(origin: Vector3, z: Vector3, x: Vector3): number {
    return this.lines.add(`AXIS2_PLACEMENT_3D('',#${this.point(origin)},#${this.direction(z)},#${this.direction(x)})`);
  }

  private spline({ degree, closing, knots, points, weights }: Nurbs, name: string): number {
    const count = knots.length - degree - 1;
    const all = repeating(points, 3, count);
    const places: number[] = [];
    for (let i = 0; i < count; i++) places.push(this.point([all[3 * i], all[3 * i + 1], all[3 * i + 2]]));
    const { distinct, multiplicities } = knotsByMultiplicity(knots);
    const form = `${degree},${refs(places)},.UNSPECIFIED.,${isSaidClosed(closing, weights) ? '.T.' : '.F.'},.U.`;
    const own = `${list(multiplicities.map(String))},${reals(distinct)},.UNSPECIFIED.`;
    if (!weights) return this.lines.add(`B_SPLINE_CURVE_WITH_KNOTS(${text(name)},${form},${own})`);
    return this.lines.add(
      `(BOUNDED_CURVE()B_SPLINE_CURVE(${form})B_SPLINE_CURVE_WITH_KNOTS(${own})CURVE()GEOMETRIC_REPRESENTATION_ITEM()` +
        `RATIONAL_B_SPLINE_CURVE(${reals(repeating(weights, 1, count))})REPRESENTATION_ITEM(${text(name)}))`,
    );
  }

  private segments(segments: readonly Segment[], plane: Plane, name: string): number {
    const ends = segments.map((segment) => tangentsOf(segment, plane));
    const closed = distance(segments[0].from, segments[segments.length - 1].to) === 0;
    const parts = segments.map((segment, i) => {
      const isLast = i + 1 === segments.length;
      const next = ends[(i + 1) % segments.length];
      const how =
        isLast && !closed ? 'DISCONTINUOUS' : isSame(ends[i].end, next.start) ? 'CONT_SAME_GRADIENT' : 'CONTINUOUS';
      return this.lines.add(`COMPOSITE_CURVE_SEGMENT(.${how}.,.T.,#${this.segment(segment, plane)})`);
    });
    return this.lines.add(`COMPOSITE_CURVE(${text(name)},${refs(parts)},.U.)`);
  }

  private segment(segment: Segment, plane: Plane): number {
    const { from, to } = segment;
    const [first, last] = [this.point(from), this.point(to)];
    const trimmed = (basis: number, until: number) =>
      this.lines.add(
        `TRIMMED_CURVE('',#${basis},(#${first},PARAMETER_VALUE(0.)),(#${last},PARAMETER_VALUE(${real(until)})),.T.,.PARAMETER.)`,
      );
    if (segment.kind === 'line') {
      const way = this.direction(unit(subtract(to, from)));
      const vector = this.lines.add(`VECTOR('',#${way},1.)`);
      return trimmed(this.lines.add(`LINE('',#${first},#${vector})`), distance(from, to) / this.mm);
    }
    const normal = normalOf(plane);
    const axes = this.axesAt(
      segment.centre,
      segment.turn > 0 ? normal : scale(normal, -1),
      unit(subtract(from, segment.centre)),
    );
    return trimmed(this.lines.add(`CIRCLE('',#${axes},${real(segment.radius / this.mm)})`), Math.abs(segment.turn));
  }
}

/** Directions nearer than this, in radians, are one to whoever reads it. */
const SAME_DIRECTION = 1e-6;
const isSame = (a: Vector3, b: Vector3) => distance(a, b) <= SAME_DIRECTION;

/** Unit tangents at the ends of a segment. */
function tangentsOf(segment: Segment, plane: Plane): { readonly start: Vector3; readonly end: Vector3 } {
  const { from, to } = segment;
  if (segment.kind === 'line') {
    const way = unit(subtract(to, from));
    return { start: way, end: way };
  }
  const ahead = (place: Vector3) =>
    scale(unit(cross(normalOf(plane), subtract(place, segment.centre))), Math.sign(segment.turn));
  return { start: ahead(from), end: ahead(to) };
}

/** Each knot once, and how often it stands there. */
export function knotsByMultiplicity(knots: ArrayLike<number>): {
  readonly distinct: readonly number[];
  readonly multiplicities: readonly number[];
} {
  const distinct: number[] = [];
  const multiplicities: number[] = [];
  for (let i = 0; i < knots.length; i++) {
    if (i > 0 && knots[i] === knots[i - 1]) multiplicities[multiplicities.length - 1]++;
    else {
      distinct.push(knots[i]);
      multiplicities.push(1);
    }
  }
  return { distinct, multiplicities };
}

/** Layers and colours. */
function addLooks(lines: Lines, ids: ReadonlyMap<Outgoing, number>, representation: number): void {
  const idOf = (item: Outgoing) => ids.get(item) as number;
  for (const [layer, items] of byLayer([...ids.keys()])) {
    lines.add(`PRESENTATION_LAYER_ASSIGNMENT(${text(layer)},'',${refs(items.map(idOf))})`);
  }
  const font = lines.add("DRAUGHTING_PRE_DEFINED_CURVE_FONT('continuous')");
  const styles = new Map<string, number>();
  const styleOf = (colour: string): number => {
    const rgb = lines.add(`COLOUR_RGB('',${sharesOf(colour).map(real).join(',')})`);
    const style = lines.add(`CURVE_STYLE('',#${font},POSITIVE_LENGTH_MEASURE(0.1),#${rgb})`);
    return lines.add(`PRESENTATION_STYLE_ASSIGNMENT((#${style}))`);
  };
  const styled: number[] = [];
  for (const item of ids.keys()) {
    if (item.kind === 'point') continue;
    const style = styles.get(item.colour) ?? styleOf(item.colour);
    styles.set(item.colour, style);
    styled.push(lines.add(`STYLED_ITEM('',(#${style}),#${idOf(item)})`));
  }
  if (styled.length === 0) return;
  lines.add(`MECHANICAL_DESIGN_GEOMETRIC_PRESENTATION_REPRESENTATION('',${refs(styled)},#${representation})`);
}
