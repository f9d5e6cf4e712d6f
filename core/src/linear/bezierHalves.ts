/**
 * Cuts a Bézier polygon, vectors of `stride` numbers one after the other, at t: `points` becomes the half after it, and
 * the half before it is written into `left`. (de Casteljau: The NURBS Book, A1.5.)
 */
export function cutBezier<Points extends number[] | Float64Array>(
  points: Points,
  left: Points,
  stride: number,
  t: number,
): void {
  const s = 1 - t;
  let at = 0;
  for (let end = points.length - stride; end >= 0; end -= stride) {
    for (let c = 0; c < stride; c++) left[at++] = points[c];
    for (let i = 0; i < end; i++) points[i] = s * points[i] + t * points[i + stride];
  }
}

/** The two halves, as plain arrays: of this length they cost a fraction of typed ones. */
export function bezierHalves(points: readonly number[], stride: number, t: number): [number[], number[]] {
  const [left, right] = [[] as number[], points.slice()];
  cutBezier(right, left, stride, t);
  return [left, right];
}
