import type { FileUnit } from '../report';
import { Enumeration, type Records, StepProblem } from './records';
import { attributesOf, idsIn, numberOf, textOf } from './values';

/** What the numbers of a representation mean. */
export interface StepUnits {
  readonly length: FileUnit;
  /** Of an angle of 1. */
  readonly radians: number;
  /** What places may be off by, in mm; null where it is not said. */
  readonly uncertainty: number | null;
}

const PREFIXES: Readonly<Record<string, number>> = {
  EXA: 1e18,
  PETA: 1e15,
  TERA: 1e12,
  GIGA: 1e9,
  MEGA: 1e6,
  KILO: 1e3,
  HECTO: 1e2,
  DECA: 10,
  DECI: 0.1,
  CENTI: 0.01,
  MILLI: 0.001,
  MICRO: 1e-6,
  NANO: 1e-9,
  PICO: 1e-12,
  FEMTO: 1e-15,
  ATTO: 1e-18,
};

/** Metres in mm with a prefix: written out, since 1000 times 0.001 is not 1 for all of them. */
const METRES: Readonly<Record<string, number>> = { MILLI: 1, CENTI: 10, DECI: 100, MICRO: 0.001, KILO: 1e6 };

export const NO_UNITS: StepUnits = { length: { name: 'mm', toMm: 1, assumed: true }, radians: 1, uncertainty: null };

/** Conversions of conversions, no deeper than this. */
const DEEPEST = 8;

interface Unit {
  readonly kind: 'length' | 'angle';
  readonly name: string;
  /** In mm, or in radians. */
  readonly size: number;
}

/** The units of a representation's context (ISO 10303-41, 4.14): mm and radians where it has none. */
export function unitsOf(records: Records, context: number | undefined): StepUnits {
  if (context === undefined || !records.has(context)) return NO_UNITS;
  const instance = records.instance(context);
  const assigned = [...idsIn(instance.parts.get('GLOBAL_UNIT_ASSIGNED_CONTEXT'))];
  const found = assigned.flatMap((id) => unitIn(records, id, 0) ?? []);
  const isOne = ({ size }: Unit) => size > 0 && Number.isFinite(size);
  const length = found.find((unit) => unit.kind === 'length' && isOne(unit));
  const angle = found.find((unit) => unit.kind === 'angle' && isOne(unit));
  const within = [...idsIn(instance.parts.get('GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT'))].flatMap((id) =>
    uncertaintyIn(records, id),
  );
  return {
    length: length ? { name: length.name, toMm: length.size, assumed: false } : NO_UNITS.length,
    radians: angle?.size ?? 1,
    uncertainty: within.length > 0 ? Math.min(...within) : null,
  };
}

function unitIn(records: Records, id: number, depth: number): Unit | null {
  if (depth > DEEPEST || !records.has(id)) return null;
  const unit = records.instance(id);
  const conversion = unit.parts.get('CONVERSION_BASED_UNIT');
  if (conversion) {
    // Of one type alone the dimensions come first.
    const [name, factor] = conversion.slice(-2);
    const [measure] = [...idsIn(factor)];
    if (measure === undefined) return null;
    const { value, of } = measureIn(records, measure);
    const base = of === null ? null : unitIn(records, of, depth + 1);
    return base && { kind: base.kind, name: spelled(textOf(name)), size: value * base.size };
  }
  const si = unit.parts.get('SI_UNIT');
  if (!si) return null;
  const [prefix, name] = si.slice(-2).map((value) => (value instanceof Enumeration ? value.name : null));
  if (name === 'RADIAN') return { kind: 'angle', name: 'rad', size: prefix === null ? 1 : (PREFIXES[prefix] ?? NaN) };
  if (name !== 'METRE') return null;
  const size = prefix === null ? 1000 : (METRES[prefix] ?? 1000 * PREFIXES[prefix]);
  if (!(size > 0)) throw new StepProblem(`the prefix ${prefix} is not known`, id);
  return { kind: 'length', name: prefix === null ? 'm' : (SHORT[prefix] ?? `${prefix.toLowerCase()}metre`), size };
}

const SHORT: Readonly<Record<string, string>> = { MILLI: 'mm', CENTI: 'cm', MICRO: 'µm', KILO: 'km' };

const spelled = (name: string): string =>
  /^inch(es)?$/i.test(name) ? 'in' : /^(foot|feet)$/i.test(name) ? 'ft' : name.toLowerCase();

function measureIn(records: Records, id: number): { readonly value: number; readonly of: number | null } {
  const instance = records.instance(id);
  const attributes = attributesOf(instance, 'MEASURE_WITH_UNIT');
  const [of] = [...idsIn(attributes[1])];
  return { value: numberOf(attributes[0], instance), of: of ?? null };
}

function uncertaintyIn(records: Records, id: number): number[] {
  if (!records.has(id)) return [];
  const { value, of } = measureIn(records, id);
  const unit = of === null ? null : unitIn(records, of, 0);
  return unit?.kind === 'length' ? [value * unit.size] : [];
}
