import { failed, type Result, success, type Vector3 } from '@pencil-bend/core';
import type { ForeignCurve } from './foreignCurve';
import { curvesFrom } from './foreignCurve';
import type { Nurbs } from './nurbs';
import {
  Entries,
  type ExchangePrice,
  type FileUnit,
  type ImportFormat,
  type ImportReport,
  type Whereabouts,
} from './report';

/** How something from a file is called and looks; null where the file does not say. */
export interface IncomingLook {
  readonly name: string | null;
  readonly layer: string | null;
  /** '#rrggbb'. */
  readonly colour: string | null;
  readonly isHidden: boolean;
  /** An edge of something that is not brought in: to work to. */
  readonly isReference: boolean;
  /** What belongs together has the same one. */
  readonly group: string | null;
}

export type IncomingItem = IncomingLook &
  (
    | { readonly kind: 'curve'; readonly nurbs: Nurbs }
    | { readonly kind: 'point'; readonly at: Vector3 }
    /** A line without ends. */
    | { readonly kind: 'line'; readonly at: Vector3; readonly direction: Vector3 }
  );

/** What a file brings: items in mm, and what is said of it. */
export interface Incoming {
  readonly items: readonly IncomingItem[];
  readonly report: ImportReport;
}

/** So many curves, and so many of their control points, are read from a file at the most; and so many bytes. */
export const MOST_CURVES = 20_000;
export const MOST_CONTROL_POINTS = 2_000_000;
export const LARGEST_FILE = 100_000_000;

/** A file that is more than can be taken in: said with both numbers. */
export class TooMuch extends Error {}

export const countInWords = (count: number): string =>
  count > 1e15 ? 'more than can be counted' : Math.round(count).toLocaleString('en');

/** Throws a `TooMuch` where there are more curves than are taken in. */
export function mustBeFewCurves(count: number): void {
  if (count <= MOST_CURVES) return;
  throw new TooMuch(
    `it has ${countInWords(count)} curves and points; up to ${countInWords(MOST_CURVES)} can be taken in`,
  );
}

export const PLAIN_LOOK: IncomingLook = {
  name: null,
  layer: null,
  colour: null,
  isHidden: false,
  isReference: false,
  group: null,
};

/** Gathers what a file brings, looks at its curves, and keeps account. */
export class Gathering {
  readonly items: IncomingItem[] = [];
  readonly approximated = new Entries();
  readonly changed = new Entries();
  readonly leftOut = new Entries();
  readonly problems = new Entries();
  private controlPoints = 0;

  /** Adds a curve in mm, mended where it must be; whether anything came of it. */
  addCurve(foreign: ForeignCurve, look: IncomingLook, where: Whereabouts): boolean {
    const made = curvesFrom(foreign);
    if (!made.ok) {
      this.leftOut.add('curve', made.failure, where);
      return false;
    }
    for (const { why, detail } of made.value.repairs) {
      this.changed.add('curve', why, { ...where, ...(detail !== undefined && { detail }) });
    }
    const { curves } = made.value;
    for (const nurbs of curves) {
      this.controlPoints += nurbs.points.length / 3;
      if (this.controlPoints > MOST_CONTROL_POINTS) {
        throw new TooMuch(
          `its curves have more than ${countInWords(MOST_CONTROL_POINTS)} control points, the most that can be taken in`,
        );
      }
      this.add({ kind: 'curve', nurbs, ...look });
    }
    return true;
  }

  add(item: IncomingItem): void {
    this.items.push(item);
    mustBeFewCurves(this.items.length);
  }

  addApproximated(why: string, where: Whereabouts, price: ExchangePrice): void {
    this.approximated.add('curve', why, where, price);
  }

  /** What came of a file, or why nothing did: in words, `none` where nothing was left out. */
  outcome(
    format: ImportFormat,
    units: readonly FileUnit[],
    none: string,
    uncertainty: number | null = null,
  ): Result<Incoming, string> {
    const report = this.report(format, units, uncertainty);
    if (this.items.length > 0) return success({ items: this.items, report });
    const [first] = [...report.leftOut, ...report.problems];
    if (!first) return failed(none);
    const { line, entity } = first.where[0] ?? {};
    const where = line === undefined ? entity : `line ${line}`;
    return failed(`nothing in it can be drawn: ${first.what}, ${first.why}${where === undefined ? '' : ` (${where})`}`);
  }

  private report(format: ImportFormat, units: readonly FileUnit[], uncertainty: number | null = null): ImportReport {
    const { items } = this;
    const count = (is: (item: IncomingItem) => boolean) => items.filter(is).length;
    return {
      format,
      uncertainty,
      units,
      brought: {
        curves: count(({ kind }) => kind === 'curve'),
        points: count(({ kind }) => kind === 'point'),
        guides: count(({ kind }) => kind === 'line'),
        groups: new Set(items.flatMap(({ group }) => group ?? [])).size,
        hidden: count(({ isHidden }) => isHidden),
      },
      approximated: this.approximated.list,
      changed: this.changed.list,
      leftOut: this.leftOut.list,
      problems: this.problems.list,
    };
  }
}
