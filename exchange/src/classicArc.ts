/**
 * How far a cubic Bézier piece with the classic handles, 4/3 tan(θ/4) of the radius long, strays from the circular arc it
 * stands for: R (2/27) sin⁶(θ/4) / cos²(θ/4), outwards.
 */
export const classicError = (radius: number, angle: number): number =>
  (radius * (2 / 27) * Math.sin(angle / 4) ** 6) / Math.cos(angle / 4) ** 2;

/** The length of the handles as a share of the radius, with the sign of the angle. */
export const classicHandle = (angle: number): number => (4 / 3) * Math.tan(angle / 4);

/** So many pieces at the most. */
const MOST = 1000;

/** How many such pieces stand for an arc within a tolerance, none of them over more than a quarter turn. */
export function classicCount(radius: number, turn: number, tolerance: number): number {
  let count = Math.max(1, Math.ceil(Math.abs(turn) / (Math.PI / 2) - 1e-9));
  while (classicError(radius, turn / count) > tolerance && count < MOST) count++;
  return count;
}
