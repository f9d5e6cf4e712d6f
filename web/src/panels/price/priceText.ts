import { lengthInWords, UNIT, type Units } from '../../ui/length';
import type { Offer } from '../../session/lossyPreview';

/** A change of the curvature below this, in 1/mm, is rounding. */
const NO_CHANGE = 1e-9;

/** 'the curve would move by up to 0.018 mm, near 224 mm. Its radius there would be 14.1 instead of 14.2 mm.' */
export function priceInWords(
  { price, before, after }: Pick<Offer, 'price' | 'before' | 'after'>,
  units: Units,
): string {
  const points = (curve: Offer['before']) =>
    curve.points.length / 4 - (curve.closing === 'periodic' ? curve.degree : 0);
  const [from, to] = [points(before), points(after)];
  const count = from === to ? '' : ` ${from} control points become ${to}.`;
  if (!price) return `measuring what it costs.${count}`;
  const { deviation, change } = price;
  const curvature =
    change.max > NO_CHANGE
      ? ` Curvature changes by up to ${(change.max * UNIT[units]).toPrecision(2)} /${units}.`
      : ' Curvature stays.';
  const proven = deviation.certified ? '' : ' (sampled, not proven)';
  if (deviation.max < 5e-7 && change.max <= NO_CHANGE) return `the curve stays where it is.${count}`;
  return `the curve would move by up to ${small(deviation.max, units)}${proven}, near ${lengthInWords(price.s, units, 2)}.${curvature}${count}`;
}

/** Small lengths by their digits, not by places behind the point. */
const small = (mm: number, units: Units): string => {
  const shown = lengthInWords(mm, units, 0);
  return mm > 0 && Number.parseFloat(shown) === 0 ? `less than ${lengthInWords(0.001, units, 0)}` : shown;
};
