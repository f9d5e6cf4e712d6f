/** A point or vector in the plane. */
export type Flat = readonly [x: number, y: number];

/** A circular arc in the plane from one point to another; `turn` is its signed angle, positive anticlockwise. */
export interface FlatArc {
  readonly from: Flat;
  readonly to: Flat;
  /** Unit tangents at both ends. */
  readonly tangents: readonly [Flat, Flat];
  /** Signed, 1/mm; positive where the arc turns anticlockwise, 0 for a line. */
  readonly kappa: number;
  readonly turn: number;
}

/**
 * The two arcs from one place with a tangent to another that join smoothly, with equal tangent lengths d: they meet in
 * the middle of p₀ + d t₀ and p₁ − d t₁, where with v = p₁ − p₀ and t = t₀ + t₁
 *
 *   d = (−v·t + √((v·t)² + 2 (1 − t₀·t₁) |v|²)) / (2 (1 − t₀·t₁)),   or |v|² / (4 v·t₁) for t₀ = t₁.
 *
 * Null where no such d is positive. (Bolton, Biarc curves, CAD 1975.)
 */
export function biarc(p0: Flat, t0: Flat, p1: Flat, t1: Flat): readonly [FlatArc, FlatArc] | null {
  const v: Flat = [p1[0] - p0[0], p1[1] - p0[1]];
  const along = v[0] * (t0[0] + t1[0]) + v[1] * (t0[1] + t1[1]);
  const squared = v[0] * v[0] + v[1] * v[1];
  // 1 − t₀·t₁ without cancellation.
  const opening = ((t0[0] - t1[0]) ** 2 + (t0[1] - t1[1]) ** 2) / 2;
  const root = Math.sqrt(along * along + 2 * opening * squared);
  // The root over the sum where both have one sign, so that nothing cancels either.
  const d = along > 0 ? squared / (root + along) : opening > 0 ? (root - along) / (2 * opening) : 0;
  if (!(d > 0 && Number.isFinite(d))) return null;
  const q: Flat = [(p0[0] + d * t0[0] + p1[0] - d * t1[0]) / 2, (p0[1] + d * t0[1] + p1[1] - d * t1[1]) / 2];
  const first = arcFrom(p0, t0, q);
  const back = first && arcFrom(p1, [-t1[0], -t1[1]], q);
  return first && back ? [first, reversed(back)] : null;
}

/** The arc that leaves a place along a tangent and ends at another; null from a place to itself. */
export function arcFrom(p: Flat, t: Flat, q: Flat): FlatArc | null {
  const chord: Flat = [q[0] - p[0], q[1] - p[1]];
  const squared = chord[0] * chord[0] + chord[1] * chord[1];
  if (!(squared > 0)) return null;
  const across = t[0] * chord[1] - t[1] * chord[0];
  const along = t[0] * chord[0] + t[1] * chord[1];
  const turn = 2 * Math.atan2(across, along);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const end: Flat = [c * t[0] - s * t[1], s * t[0] + c * t[1]];
  return { from: p, to: q, tangents: [t, end], kappa: (2 * across) / squared, turn };
}

const reversed = ({ from, to, tangents: [a, b], kappa, turn }: FlatArc): FlatArc => ({
  from: to,
  to: from,
  tangents: [
    [-b[0], -b[1]],
    [-a[0], -a[1]],
  ],
  kappa: -kappa,
  turn: -turn,
});

/** The centre of an arc that is no line. */
export const centreOf = ({ from, tangents: [[tx, ty]], kappa }: FlatArc): Flat => [
  from[0] - ty / kappa,
  from[1] + tx / kappa,
];
