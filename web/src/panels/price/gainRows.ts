import type { Gain } from '../../session';
import { radiusInWords } from '../../ui/labels';
import type { Units } from '../../ui/length';

/** One figure of a curve, as it is and as it would be. */
export interface GainRow {
  readonly name: string;
  readonly before: string;
  readonly after: string;
  /** For one glance: it comes to what was wished for. */
  readonly isGood: boolean;
  readonly tip: string;
}

/** What fitting a curve anew changes, in rows; roughness is put in where it is known. */
export function gainRows({ before, after }: Gain, units: Units, roughness: readonly [string, string]): GainRow[] {
  const row = (name: string, tip: string, was: string, is: string, isGood = false): GainRow => ({
    name,
    tip,
    before: was,
    after: is,
    isGood,
  });
  const tightest = (of: Gain['before']) => (of.tightest ? radiusInWords(of.tightest.radius, units) : 'straight');
  return [
    row(
      'lumps',
      'As many as are listed on the card',
      String(before.lumps),
      String(after.lumps),
      after.lumps === 0 && before.lumps > 0,
    ),
    row(
      'largest lump',
      'By how much curvature differs there, as a share of what it comes to at most',
      percent(before.largest),
      percent(after.largest),
    ),
    row('smallest radius', 'The tightest place of all', tightest(before), tightest(after)),
    row(
      'roughness',
      'How much fairer it could be within the tolerance of the sheet; 1 means that nothing is to be gained',
      ...roughness,
    ),
    row(
      'variation',
      'Minimum-variation energy in mm⁻³: how much the curvature varies along the length',
      energyInWords(before.variation),
      energyInWords(after.variation),
    ),
    row('control points', 'How many there are', String(before.controlPoints), String(after.controlPoints)),
  ];
}

const percent = (share: number): string => (share > 0 ? `${Math.round(100 * share)} %` : '–');

/** An energy by two digits and its power of ten. */
export const energyInWords = (value: number): string =>
  value === Infinity ? 'endless' : value === 0 ? '0' : value.toExponential(1).replace('-', '−');
