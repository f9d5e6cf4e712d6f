/**
 * The natural cubic through three or more points (packed x y z) with chord-length knots, written by hand for this one
 * case: knots and homogeneous control points, as a curve has them. (Farin, Curves and Surfaces for CAGD, ch. 9: the
 * rows of the C² cubic B-spline at its knots, solved without pivots.)
 */
export function naturalCubic(points) {
  const count = points.length / 3;
  const last = count - 1;
  const knots = new Float64Array(count + 6);
  for (let i = 1; i < count; i++) {
    const x = points[3 * i] - points[3 * i - 3];
    const y = points[3 * i + 1] - points[3 * i - 2];
    const z = points[3 * i + 2] - points[3 * i - 1];
    knots[i + 3] = knots[i + 2] + Math.sqrt(x * x + y * y + z * z);
  }
  const total = knots[last + 3];
  for (let i = 1; i < last; i++) knots[i + 3] /= total;
  knots.fill(1, last + 3);

  const control = new Float64Array(4 * (count + 2));
  for (let i = 3; i < control.length; i += 4) control[i] = 1;
  const end = 4 * (count + 1);
  for (let c = 0; c < 3; c++) {
    control[c] = points[c];
    control[end + c] = points[3 * last + c];
  }
  // How much of the next control point each one takes off, once those before it are gone.
  const over = new Float64Array(count);
  const interval = (i) => knots[i + 4] - knots[i + 3];
  const free = (here, beside) => here / (2 * here + beside);
  const start = free(interval(0), interval(1));
  over[0] = -start;
  for (let c = 0; c < 3; c++) control[4 + c] = (1 - start) * control[c];
  for (let i = 1; i < last; i++) {
    const before = interval(i - 1);
    const here = interval(i);
    const width = before + here;
    const lower = (here * here) / (width * (knots[i + 4] - knots[i + 1]));
    const upper = (before * before) / (width * (knots[i + 5] - knots[i + 2]));
    const main = 1 - lower - upper - lower * over[i - 1];
    over[i] = upper / main;
    const to = 4 * (i + 1);
    for (let c = 0; c < 3; c++) control[to + c] = (points[3 * i + c] - lower * control[to - 4 + c]) / main;
  }
  const share = free(interval(last - 1), interval(last - 2));
  const main = 1 + share * over[last - 1];
  const to = 4 * count;
  for (let c = 0; c < 3; c++) control[to + c] = ((1 - share) * control[end + c] + share * control[to - 4 + c]) / main;
  for (let i = last - 1; i >= 0; i--) {
    for (let c = 0; c < 3; c++) control[4 * (i + 1) + c] -= over[i] * control[4 * (i + 2) + c];
  }
  return { degree: 3, knots, points: control };
}
