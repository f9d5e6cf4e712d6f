import { dot, length, scale } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { clamp } from '../knots/clamp';
import type { End } from '../measure/ends';
import type { Freedoms } from '../measure/jet';
import { mustBeOneOf } from '../refuse';
import { derivativesAtStart, fromEnd } from './joinEnds';

/**
 * What a contact leaves free, as an end of a curve has it: r' = aT, b = r''·T, and c = r'''·T + a³κ², by the curve's
 * parameter run from that end (`contactDerivatives` solved for them). Null where the curve stands still there.
 */
export function freedomsAt(curve: Curve, end: End): Freedoms | null {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const [, first, second, third] = derivativesAtStart(fromEnd(clamp(curve), end), 3);
  const a = length(first);
  if (!(a > 0)) return null;
  const tangent = scale(first, 1 / a);
  const b = dot(second, tangent);
  // |r'' across T| = a²κ.
  const across = dot(second, second) - b * b;
  return { a, b, c: dot(third, tangent) + across / a };
}
