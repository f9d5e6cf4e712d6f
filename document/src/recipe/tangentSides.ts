import type { TangentConstraint } from '@pencil-bend/core';
import type { side } from '../schema/curveArgs';
import type { Value } from '../schema/kit';
import type { PointConstraints } from '../project/project';

/** A side of a fit point: the stretch of the curve that ends there, or the one that begins there. */
export type Side = Value<typeof side>;

export const SIDES = ['before', 'after'] as const;

/** The constrained tangent on a side of a fit point; but for kinks it is the same on both. */
export const heldTangent = ({ tangent, tangents }: PointConstraints, side: Side): TangentConstraint | undefined =>
  tangents ? tangents[side] : tangent;

/** The constraints of a fit point with its tangents changed, each by itself. */
export function mapTangents(
  { tangent, tangents }: PointConstraints,
  change: (tangent: TangentConstraint, side: Side | null) => TangentConstraint,
): Pick<PointConstraints, 'tangent' | 'tangents'> {
  return {
    ...(tangent && { tangent: change(tangent, null) }),
    ...(tangents && {
      tangents: {
        ...(tangents.before && { before: change(tangents.before, 'before') }),
        ...(tangents.after && { after: change(tangents.after, 'after') }),
      },
    }),
  };
}

/** The same for a curve that is run through backwards: what began at the point ends there. */
export function mapTurnedTangents(
  point: PointConstraints,
  change: (tangent: TangentConstraint) => TangentConstraint,
): Pick<PointConstraints, 'tangent' | 'tangents'> {
  const { tangents, ...one } = mapTangents(point, change);
  if (!tangents) return one;
  const { before, after } = tangents;
  return { ...one, tangents: { ...(after && { before: after }), ...(before && { after: before }) } };
}

/** The constraints of a kink with another tangent on one side, or none: the other side keeps its own. */
export function withTangentOn(
  point: PointConstraints,
  side: Side,
  tangent: TangentConstraint | null,
): { readonly tangent: undefined; readonly tangents: PointConstraints['tangents'] } {
  const other = side === 'before' ? 'after' : 'before';
  const kept = heldTangent(point, other);
  const tangents = { ...(kept && { [other]: kept }), ...(tangent && { [side]: tangent }) };
  return { tangent: undefined, tangents: Object.keys(tangents).length > 0 ? tangents : undefined };
}
