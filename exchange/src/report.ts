import type { Vector3 } from '@pencil-bend/core';

/** Where something stands in a file. */
export interface Whereabouts {
  /** '#12', 'D57', an element or a name. */
  readonly entity?: string;
  /** From 1. */
  readonly line?: number;
  readonly column?: number;
  /** What is so of this one: '3e-6 mm apart'. */
  readonly detail?: string;
}

/** The price of what is not exact. */
export interface ExchangePrice {
  /** The largest deviation, in mm, and its place. */
  readonly max: number;
  readonly at: Vector3;
  /** What it is proven not to exceed, in mm; null where it was sampled. */
  readonly bound: number | null;
}

/** Things of one kind that the same happened to. */
export interface Entry {
  /** 'curve', 'text', 'PCURVE'. */
  readonly what: string;
  readonly why: string;
  readonly count: number;
  /** Of the worst of them. */
  readonly price?: ExchangePrice;
  /** Of the first ones. */
  readonly where: readonly Whereabouts[];
}

/** What was read from a file, to be shown before it is taken in. */
export interface ImportReport {
  readonly format: ImportFormat;
  readonly encoding?: string;
  /** What the file says its places may be off by, in mm. */
  readonly uncertainty: number | null;
  readonly units: readonly FileUnit[];
  readonly brought: {
    readonly curves: number;
    readonly points: number;
    readonly guides: number;
    readonly groups: number;
    readonly hidden: number;
  };
  readonly approximated: readonly Entry[];
  readonly changed: readonly Entry[];
  readonly leftOut: readonly Entry[];
  readonly problems: readonly Entry[];
}

export interface FileUnit {
  readonly name: string;
  readonly toMm: number;
  /** The file names none. */
  readonly assumed: boolean;
}

export type ImportFormat = 'step' | 'iges' | 'svg' | 'curves' | 'machine';

/** What was written to a file. */
export interface ExportReport {
  readonly exact: readonly Entry[];
  readonly approximated: readonly Entry[];
  readonly leftOut: readonly Entry[];
  readonly renamed: readonly Entry[];
}

/** A file, and what is said of it. */
export interface Written {
  readonly bytes: Uint8Array;
  readonly report: ExportReport;
}

/** So many whereabouts are told of each. */
const TOLD = 20;

/** Gathers entries: what has the same kind and reason is one, with a count. */
export class Entries {
  private readonly byKind = new Map<string, { entry: Omit<Entry, 'where'>; where: Whereabouts[] }>();

  add(what: string, why: string, where: Whereabouts = {}, price?: ExchangePrice, count = 1): void {
    const key = `${what}\n${why}`;
    const known = this.byKind.get(key);
    const kept = known ?? { entry: { what, why, count: 0 }, where: [] };
    const worse = price && !(kept.entry.price && kept.entry.price.max >= price.max);
    kept.entry = { ...kept.entry, count: kept.entry.count + count, ...(worse && { price }) };
    if (kept.where.length < TOLD && Object.keys(where).length > 0) kept.where.push(where);
    if (!known) this.byKind.set(key, kept);
  }

  get list(): Entry[] {
    return [...this.byKind.values()].map(({ entry, where }) => ({ ...entry, where }));
  }

  get count(): number {
    return this.list.reduce((sum, { count }) => sum + count, 0);
  }
}

/** What a report says of an item. */
interface Told {
  readonly kind: string;
  readonly name: string;
  readonly isStandIn?: true;
}

/** Notes that an item goes out exactly; what stands for another has its price already. */
export function addExact(exact: Entries, { kind, name, isStandIn }: Told, why = 'exact'): void {
  if (!isStandIn) exact.add(kind === 'point' ? 'point' : 'curve', why, { entity: name });
}

/** Of items that all go out by their own numbers: in mm to the last bit, in other units to a rounding. */
export function allExact(items: readonly Told[], units: string): ExportReport {
  const exact = new Entries();
  for (const item of items) addExact(exact, item, units === 'mm' ? 'exact' : 'exact to a rounding');
  return { exact: exact.list, approximated: [], leftOut: [], renamed: [] };
}
