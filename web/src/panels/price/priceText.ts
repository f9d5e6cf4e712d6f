import type { Curve } from '@pencil-bend/core';
import { lengthInWords, UNIT, type Units } from '../../ui/length';
import type { Offer } from '../../session';

/** A change of the curvature below this, in 1/mm, is rounding. */
const NO_CHANGE = 1e-9;

/** 'the curve would move by up to 0.018 mm, near 224 mm. Its radius there would be 14.1 instead of 14.2 mm.' */
export function priceInWords({ price, curves }: Pick<Offer, 'price' | 'curves'>, units: Units): string {
  const points = (which: 'before' | 'after') => curves.reduce((sum, each) => sum + controlPoints(each[which]), 0);
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

const controlPoints = (curve: Curve) => curve.points.length / 4 - (curve.closing === 'periodic' ? curve.degree : 0);

/** Small lengths by their digits, not by places behind the point. */
const small = (mm: number, units: Units): string => {
  const shown = lengthInWords(mm, units, 0);
  return mm > 0 && Number.parseFloat(shown) === 0 ? `less than ${lengthInWords(0.001, units, 0)}` : shown;
};
