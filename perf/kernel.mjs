// The kernel against general-purpose libraries for the same work, in the same run.
import { join } from 'node:path';
import { curveNatural, line } from 'd3-shape';
import { build } from 'esbuild';
import { Vector4 } from 'three';
import { NURBSCurve } from 'three/addons/curves/NURBSCurve.js';
import { calcNURBSDerivatives } from 'three/addons/curves/NURBSUtils.js';
import { time } from './time.mjs';

const wave = (count) =>
  Float64Array.from({ length: 3 * count }, (_, i) => (i % 3 === 0 ? i * 4 : i % 3 === 1 ? 20 * Math.sin(i / 4) : 0));

/** Rows of the table: what, in µs; of a library for the same, if one does it; and a remark. */
export async function kernelFigures(root, scratch) {
  const outfile = join(scratch, 'core.mjs');
  await build({ entryPoints: [join(root, 'core/src/index.ts')], bundle: true, format: 'esm', outfile });
  const core = await import(outfile);
  const fit = (count) => core.throughPoints(wave(count)).value.curve;
  /** The same curve as another value, so that nothing is remembered of it. */
  const fresh = (curve) => ({ ...curve });
  const normal = [0, 0, 1];

  const curve = fit(200);
  const sorted = Float64Array.from({ length: 100_000 }, (_, i) => i / 99_999);
  const out = new Float64Array(1_200_000);
  const points = Array.from(
    { length: curve.points.length / 4 },
    (_, i) => new Vector4(...curve.points.slice(4 * i, 4 * i + 4)),
  );
  const knots = [...curve.knots];
  const theirs = new NURBSCurve(3, knots, points);
  const hundredth = sorted.filter((_, i) => i % 100 === 0);
  const place = theirs.getPoint(0);

  const evaluate = time(() => core.evaluateAll(curve, sorted, out)) / 100_000;
  const evaluateTheirs = time(() => hundredth.forEach((u) => theirs.getPoint(u, place))) / 1000;
  const derive = time(() => core.derivativesAll(curve, sorted, 3, out)) / 100_000;
  const deriveTheirs = time(() => hundredth.forEach((u) => calcNURBSDerivatives(3, knots, points, u, 3))) / 1000;

  const counts = [20, 100, 500, 1000, 5000, 10_000, 50_000];
  const interpolation = counts.map((count) => {
    const given = wave(count);
    const pairs = Array.from({ length: count }, (_, i) => [given[3 * i], given[3 * i + 1]]);
    // Writes the spline's Bézier pieces into a sink that keeps nothing.
    const nothing = { moveTo() {}, lineTo() {}, bezierCurveTo() {} };
    const natural = line().curve(curveNatural).context(nothing);
    return { count, ours: time(() => core.throughPoints(given)), theirs: time(() => natural(pairs)) };
  });
  const [small, large] = [fit(10), fit(300)];
  return {
    rows: [
      ['evaluate, cubic, 100,000 sorted parameters, each', evaluate, evaluateTheirs, 'three, NURBSCurve'],
      ['the same with derivatives to order 3', derive, deriveTheirs, 'three, calcNURBSDerivatives'],
      ...interpolation.map(({ count, ours, theirs: library }) => [
        `curve through ${count.toLocaleString('en')} points`,
        ours,
        library,
        'd3-shape, curveNatural (plane, even spacing)',
      ]),
      ['curvature profile, 10 points', time(() => core.curvatureProfile(fresh(small), { normal }))],
      ['curvature profile, 300 points', time(() => core.curvatureProfile(fresh(large), { normal }))],
      ['arc length, 10 points', time(() => core.arcLength(fresh(small)))],
      ['closest point, 300 points', time(() => core.closestPoint(large, [500, 40, 0]))],
    ],
    exponent: slope(interpolation.filter(({ count }) => count >= 1000)),
  };
}

/** The exponent of the time in the number of points: the slope of the line through the logarithms. */
function slope(measured) {
  const pairs = measured.map(({ count, ours }) => [Math.log(count), Math.log(ours)]);
  const mean = (index) => pairs.reduce((sum, pair) => sum + pair[index], 0) / pairs.length;
  const [x, y] = [mean(0), mean(1)];
  const along = pairs.reduce((sum, pair) => sum + (pair[0] - x) * (pair[1] - y), 0);
  return along / pairs.reduce((sum, pair) => sum + (pair[0] - x) ** 2, 0);
}
