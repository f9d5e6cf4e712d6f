import { type Curve, FRONT, liesAlong, normalOf, type Vector3 } from '@pencil-bend/core';
import { FRONT_ID, type Id, type Project } from '@pencil-bend/document';

/** A curve leaves its plane where it is farther from it than this, in mm. */
const FLAT = 1e-6;

/** The normal of the plane that a curve lies along, which gives its curvature a sign; null for one that leaves it. */
export function curveNormal(
  project: Pick<Project, 'planes'> | null,
  plane: Id | null,
  curve: Curve | null,
): Vector3 | null {
  const its = project?.planes[plane ?? FRONT_ID] ?? FRONT;
  return curve && liesAlong(its, curve, FLAT) ? normalOf(its) : null;
}
