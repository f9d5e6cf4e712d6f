import { across, along, cross, dot, length, scale, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { standsStill } from './standstill';

/** Everything about one place of a curve that does not depend on its parameter, up to the third order. */
export interface Frame {
  readonly point: Vector3;
  /** Unit tangent. */
  readonly tangent: Vector3;
  /** Curvature vector K = d²r/ds², towards the centre of curvature, in 1/mm. */
  readonly curvature: Vector3;
  /** |K| in 1/mm. */
  readonly kappa: number;
  /** Rate vector e: the part of d³r/ds³ across the curve, in 1/mm²; 0 on lines and circles. */
  readonly rate: Vector3;
  /** dκ/ds in 1/mm²: the part of e along K; |e| where κ = 0, where it is one-sided. */
  readonly kappaRate: number;
  /** Torsion in 1/mm, positive for a right-handed helix; 0 where κ = 0. */
  readonly torsion: number;
}

/**
 * Tangent, curvature vector, rate vector and torsion at u; at a knot `side` says whose. null where the curve stands
 * still (coincident control points, a cusp): it has no tangent there. Throws a RangeError outside the domain.
 *
 * With a = |r'|, b = r''·T: K = (r'' − bT)/a², e = [(I − TTᵀ)r''' − 3abK]/a³, |e|² = (dκ/ds)² + κ²τ². (do Carmo,
 * Differential Geometry of Curves and Surfaces, 1.5; Moreton, Séquin, Functional optimization for fair surface
 * design, 1992, for e as the measure of variation.)
 */
export function frameAt(curve: Curve, u: number, side: 'left' | 'right' = 'right'): Frame | null {
  const d = derivatives(curve, u, 3, side);
  const first: Vector3 = [d[3], d[4], d[5]];
  const second: Vector3 = [d[6], d[7], d[8]];
  const third: Vector3 = [d[9], d[10], d[11]];
  if (standsStill(curve, d)) return null;
  const a = length(first);
  const tangent = scale(first, 1 / a);
  const b = dot(second, tangent);
  const curvature = scale(along(second, tangent, -b), 1 / (a * a));
  const kappa = length(curvature);
  const rate = scale(along(across(third, tangent), curvature, -3 * a * b), 1 / (a * a * a));
  const turn = cross(first, second);
  const squared = dot(turn, turn);
  return {
    point: [d[0], d[1], d[2]],
    tangent,
    curvature,
    kappa,
    rate,
    kappaRate: kappa > 0 ? dot(rate, curvature) / kappa : length(rate),
    torsion: squared > 0 ? dot(turn, third) / squared : 0,
  };
}
