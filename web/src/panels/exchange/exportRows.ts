import type { Vector3 } from '@pencil-bend/core';
import type { Entry, ExportReport, StandIn } from '@pencil-bend/exchange';
import { toleranceInWords, type Units } from '../../ui/length';
import { standInInWords } from '../../view/standInWords';
import { itemsInWords, namesInWords } from './entryWords';

/** A line of what is said of a file before it is saved. */
export interface ExportRow {
  readonly kind: 'exact' | 'approximated' | 'renamed' | 'left-out' | 'stand-in';
  /** The kind in a word. */
  readonly kindWord: string;
  readonly what: string;
  readonly why: string;
  /** The largest deviation; empty where there is none. */
  readonly price: string;
  readonly names: string;
  /** Where it is farthest off. */
  readonly at: Vector3 | null;
  readonly standIn: StandIn | null;
}

const WORDS: Readonly<Record<ExportRow['kind'], string>> = {
  exact: 'exact',
  approximated: 'within',
  renamed: 'renamed',
  'left-out': 'left out',
  'stand-in': '',
};

/** What goes exactly, at what price and where, what is called otherwise, what is left out; then what stands for curves. */
export function exportRows(report: ExportReport, standIns: readonly StandIn[], units: Units): ExportRow[] {
  const rows = (kind: ExportRow['kind'], entries: readonly Entry[]) =>
    entries.map((entry): ExportRow => ({
      kind,
      kindWord: WORDS[kind],
      what: itemsInWords(entry),
      why: entry.why === 'exact' ? 'by their own numbers' : entry.why,
      price: entry.price ? priceInWords(entry.price, units) : '',
      names: namesInWords(entry),
      at: entry.price?.at ?? null,
      standIn: null,
    }));
  return [
    ...rows('exact', report.exact),
    ...rows('approximated', report.approximated),
    ...standIns.map((standIn) => standInRow(standIn, units)),
    ...rows('renamed', report.renamed),
    ...rows('left-out', report.leftOut),
  ];
}

/** What was proven is called so. */
function priceInWords({ max, bound }: NonNullable<Entry['price']>, units: Units): string {
  return `${bound === null ? '≈ ' : ''}${toleranceInWords(max, units)}`;
}

function standInRow(standIn: StandIn, units: Units): ExportRow {
  const { name, price } = standIn;
  return {
    kind: 'stand-in',
    kindWord: WORDS['stand-in'],
    what: name,
    why: standInInWords(standIn, units),
    price: priceInWords(price, units),
    names: '',
    at: price.at,
    standIn,
  };
}
