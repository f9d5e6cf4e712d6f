import { add, along, cross, distance, scale, subtract, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { type Leg, polyline } from '../exact/polyline';
import { arcLength } from '../measure/arcLength';
import { normalOf, type Plane } from '../plane/plane';
import { close } from '../ends/close';
import { mustBeOneOf } from '../refuse';
import type { Segment } from './arcsAndLines';

/**
 * Lines and arcs as one exact curve, to be shown or measured: degree 2 with arcs, 1 without. Throws a RangeError for no
 * segments, or such as lead from a place to itself.
 */
export function segmentsToCurve(segments: readonly Segment[], plane: Plane): Curve {
  if (segments.length === 0) throw new RangeError('segments: one or more are needed, not 0');
  const normal = normalOf(plane);
  segments.forEach(({ kind }, i) => mustBeOneOf(kind, ['line', 'arc'], `segments[${i}].kind`));
  const legs = segments.flatMap((segment): Leg[] => {
    if (segment.kind === 'line') return [{ kind: 'line', to: segment.to }];
    const { from, to, centre, turn } = segment;
    const turned = (share: number) => add(centre, rotated(subtract(from, centre), normal, share * turn));
    const through = turned(0.5);
    if (Math.abs(turn) <= Math.PI) return [{ kind: 'arc-through', through, to }];
    // More than a half turn in two legs: a full one has no chord.
    return [
      { kind: 'arc-through', through: turned(0.25), to: through },
      { kind: 'arc-through', through: turned(0.75), to },
    ];
  });
  const made = polyline(segments[0].from, legs);
  if (!made.ok) throw new RangeError(`segments: ${made.failure.kind} at ${made.failure.leg}`);
  const [start, end] = [segments[0].from, segments[segments.length - 1].to];
  const round = segments.length > 1 && distance(start, end) <= MEETS * arcLength(made.value, Number.MAX_VALUE).total;
  return round ? close(made.value, Infinity) : made.value;
}

/** A gap this small beside the length is rounding. */
const MEETS = 1e-12;

const rotated = (v: Vector3, normal: Vector3, angle: number): Vector3 =>
  along(scale(v, Math.cos(angle)), cross(normal, v), Math.sin(angle));
