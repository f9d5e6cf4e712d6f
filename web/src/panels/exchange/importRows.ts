import type { Entry, ImportReport } from '@pencil-bend/exchange';
import { toleranceInWords, type Units } from '../../ui/length';
import { itemsInWords, placesInWords } from './entryWords';

/** A line of what is said of a file that comes in. */
export interface ImportRow {
  readonly kind: 'approximated' | 'changed' | 'left-out' | 'problem';
  readonly kindWord: string;
  readonly what: string;
  readonly why: string;
  readonly price: string;
  /** Where it stands in the file. */
  readonly places: string;
}

/** What is damaged, left out, approximated or changed without moving: the worst first. */
export function importRows(report: ImportReport, units: Units): ImportRow[] {
  const rows = (kind: ImportRow['kind'], kindWord: string, entries: readonly Entry[]) =>
    entries.map((entry): ImportRow => ({
      kind,
      kindWord,
      what: itemsInWords(entry),
      why: entry.why,
      price: entry.price ? toleranceInWords(entry.price.max, units) : '',
      places: placesInWords(entry),
    }));
  return [
    ...rows('problem', 'damaged', report.problems),
    ...rows('left-out', 'left out', report.leftOut),
    ...rows('approximated', 'within', report.approximated),
    ...rows('changed', 'changed', report.changed),
  ];
}
