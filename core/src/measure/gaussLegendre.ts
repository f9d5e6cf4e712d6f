/** Nodes on [-1, 1] and weights of the 8-point Gauss-Legendre rule (Abramowitz, Stegun, table 25.4). */
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363];
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763];

/** The integral of `f` from a to b; exact for polynomials up to degree 15. */
export function integrate(f: (t: number) => number, a: number, b: number): number {
  const middle = (a + b) / 2;
  const half = (b - a) / 2;
  let sum = 0;
  for (let i = 0; i < 4; i++) {
    sum += WEIGHTS[i] * (f(middle - half * NODES[i]) + f(middle + half * NODES[i]));
  }
  return sum * half;
}
