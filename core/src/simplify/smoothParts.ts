import { type Curve, domainOf } from '../curve/curve';
import { kinksOf } from '../measure/kinks';
import { SAME_KNOT } from '../knots/sameKnot';
import { openedAt } from '../edit/openedAt';
import { close, open } from '../ends/close';
import { join } from '../edit/join';
import { subCurve } from '../edit/split';

/**
 * The stretches of a curve between its kinks, clamped, with their parameters kept; a smooth one as it is. A closed
 * curve with kinks is opened at the first of them.
 */
export function smoothParts(curve: Curve): Curve[] {
  const kinks = kinksOf(curve).map(({ u }) => u);
  if (kinks.length === 0) return [curve];
  const whole = curve.closing === 'open' ? curve : openedAt(curve, kinks[0]);
  const [first, last] = domainOf(whole);
  const turned = kinks.map((u) => (u < first ? u + domainOf(curve)[1] - domainOf(curve)[0] : u));
  // Knots that count as one, though both are corners, are one stop.
  const near = SAME_KNOT * (last - first);
  const stops = [first];
  for (const u of turned) if (u - stops[stops.length - 1] > near && last - u > near) stops.push(u);
  stops.push(last);
  return stops.slice(1).map((to, i) => {
    const part = subCurve(whole, stops[i], to);
    if (!part.ok) throw new Error('a stretch between kinks has no length');
    return part.value;
  });
}

/** The parts laid one after the other; closed again where the whole was. */
export function fromParts(parts: readonly Curve[], closed: boolean): Curve {
  if (parts.length === 1 && parts[0].closing !== 'open') return parts[0];
  const joined = parts.map(open).reduce((a, b) => {
    const both = join(a, b, Infinity);
    if (!both.ok) throw new Error('open parts do not join');
    return both.value;
  });
  return closed ? close(joined, Infinity) : joined;
}
