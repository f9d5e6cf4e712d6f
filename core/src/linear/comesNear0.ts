/** A vector that stays longer than this share of its longest does not come near 0. */
export const NEAR_0 = 1 / 8;

/**
 * Whether vectors, packed x y z, do not all lie far enough along their mean: only then can a sum of them with positive
 * shares, as a polynomial with these Bernstein coefficients is, come near 0.
 */
export function comesNear0(vectors: ArrayLike<number>): boolean {
  let x = 0;
  let y = 0;
  let z = 0;
  let longest = 0;
  for (let i = 0; i < vectors.length; i += 3) {
    const [dx, dy, dz] = [vectors[i], vectors[i + 1], vectors[i + 2]];
    x += dx;
    y += dy;
    z += dz;
    longest = Math.max(longest, dx * dx + dy * dy + dz * dz);
  }
  const far = NEAR_0 * Math.sqrt(longest) * Math.sqrt(x * x + y * y + z * z);
  for (let i = 0; i < vectors.length; i += 3) {
    if (!(vectors[i] * x + vectors[i + 1] * y + vectors[i + 2] * z >= far)) return true;
  }
  return false;
}
