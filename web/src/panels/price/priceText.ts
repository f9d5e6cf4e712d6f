import { distinctOf } from '@pencil-bend/core';
import { lengthInWords, toleranceInWords, UNIT, type Units } from '../../ui/length';
import type { Offer } from '../../session';

/** A change of the curvature below this, in 1/mm, is rounding. */
const NO_CHANGE = 1e-9;

/** 'the curve would move by up to 0.018 mm, near 224 mm. Its radius there would be 14.1 instead of 14.2 mm.' */
export function priceInWords({ price, curves }: Pick<Offer, 'price' | 'curves'>, units: Units): string {
  const points = (which: 'before' | 'after') => curves.reduce((sum, each) => sum + distinctOf(each[which]), 0);
  const [from, to] = [points('before'), points('after')];
  const count = from === to ? '' : ` ${from} control points become ${to}.`;
  if (!price) return `measuring what it costs.${count}`;
  const { deviation, change, name } = price;
  const isAlone = curves.length === 1;
  const curvature =
    change.max > NO_CHANGE
      ? ` Curvature changes by up to ${(change.max * UNIT[units]).toPrecision(2)} /${units}.`
      : ' Curvature stays.';
  const proven = deviation.certified ? '' : ' (sampled, not proven)';
  if (deviation.max < 5e-7 && change.max <= NO_CHANGE) {
    return `${isAlone ? 'the curve stays where it is' : 'the curves stay where they are'}.${count}`;
  }
  const who = isAlone ? 'the curve would move' : `${name} would move most,`;
  return `${who} by up to ${small(deviation.max, units)}${proven}, near ${lengthInWords(price.s, units, 2)}.${curvature}${count}`;
}

/** A pull that the ends of its stretch do not follow. */
export const AT_LIMIT = 'No further with these ends: make the stretch longer, or let the rest ride along.';

/** 'Within 0.01 mm none was found; this is within 0.14 mm, which was tried.' */
export const widenedInWords = ({ from, to }: { readonly from: number; readonly to: number }, units: Units): string =>
  `Within ${toleranceInWords(from, units)} none was found; this is within ${toleranceInWords(to, units)}, which was tried.`;

export const SPACING_WORDS: Readonly<Record<'live' | 'held', string>> = {
  live: 'It stays a curve through its points, with live spacing.',
  held: 'Its spacing becomes held: live again it would lose some of this.',
};

/** The tolerance that a step was given, where its result is proven to keep it: 'proven within 0.15 mm'. */
export function provenInWords({ call, price }: Pick<Offer, 'call' | 'price'>, units: Units): string | null {
  const { tolerance, most = tolerance } = call?.command === 'refit' ? call.args : {};
  if (tolerance === undefined || !price?.deviation.certified || price.deviation.bound > (most ?? tolerance))
    return null;
  const atPoints = most === tolerance ? '' : `, at points ${toleranceInWords(most ?? tolerance, units)}`;
  return `proven within ${toleranceInWords(tolerance, units)}${atPoints}`;
}

/** Which control points are moved: 'It moves control points 7 to 11 of 17.' */
export function movedInWords({ points, of }: { readonly points: readonly number[]; readonly of: number }): string {
  const [first, last] = [points[0], points[points.length - 1]];
  if (points.length === 1) return `It moves control point ${first} of ${of}.`;
  const isRow = points.every((point, i) => point === first + i);
  return `It moves control points ${isRow ? `${first} to ${last}` : points.join(', ')} of ${of}.`;
}

/** Small lengths by their digits, not by places behind the point. */
const small = (mm: number, units: Units): string => {
  const shown = lengthInWords(mm, units, 0);
  return mm > 0 && Number.parseFloat(shown) === 0 ? `less than ${lengthInWords(0.001, units, 0)}` : shown;
};
