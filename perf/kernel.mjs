// The kernel against general-purpose libraries for the same work, in the same run.
import { join } from 'node:path';
import { build } from 'esbuild';
import { allocated } from './heap.mjs';
import { inNurbs, inThree, inVerb } from './libraries.mjs';
import { naturalCubic } from './naturalCubic.mjs';
import { race } from './race.mjs';
import { slope, time } from './time.mjs';

const wave = (count, phase = 0, height = 20) =>
  Float64Array.from({ length: 3 * count }, (_, i) =>
    i % 3 === 0 ? i * 4 : i % 3 === 1 ? height * Math.sin(i / 4 + phase) : 0,
  );

const PARAMETERS = 100_000;
const SIZES = [50, 200, 800, 3200];

/** Figures of the kernel: comparisons, growth over size, the heap, and what has no counterpart. */
export async function kernelFigures(root, scratch) {
  const outfile = join(scratch, 'core.mjs');
  const contents = "export * from './index'; export * from './changing'; export * from './reading';";
  const stdin = { contents, resolveDir: join(root, 'core/src'), loader: 'ts' };
  await build({ stdin, bundle: true, format: 'esm', outfile });
  const core = await import(outfile);
  return {
    sizes: SIZES,
    comparisons: comparisons(core),
    growth: growth(core),
    heap: heap(core),
    interpolation: interpolation(core),
    alone: alone(core),
    fairSizes: FAIR_SIZES,
    fairing: fairing(core),
  };
}

/** A curve of so many control points, a plane cubic. */
const curveOf = (core, count, phase, height) => core.throughPoints(wave(count - 2, phase, height)).value.curve;
/** The same curve as another value, so that nothing is remembered of it. */
const fresh = (curve) => ({ ...curve });
const targetsFor = (count) => Array.from({ length: 50 }, (_, i) => [(i * count * 12) / 50 + 7, 30 * Math.cos(i), 3]);
const insertsFor = () => Array.from({ length: 50 }, (_, i) => (i + 0.5) / 50.3);

/** Rows: what, our µs, the fastest library's, its name, and the ratio asked for. */
function comparisons(core) {
  const curve = curveOf(core, 200);
  const other = curveOf(core, 200, 1.3, 15);
  const [three, nurbs, verb] = [inThree(curve), inNurbs(curve), inVerb(curve)];
  const sorted = Float64Array.from({ length: PARAMETERS }, (_, i) => i / (PARAMETERS - 1));
  const some = sorted.filter((_, i) => i % 100 === 0);
  const out = new Float64Array(12 * PARAMETERS);
  const each = (list, work) => () => {
    for (let i = 0; i < list.length; i++) work(list[i]);
  };
  const targets = targetsFor(200);
  const inserts = insertsFor();
  const theirs = verb.crossings(other);

  const rows = [];
  /** Contenders may do the work several times over: `ours` and `libraries` name their calls, `per` how often. */
  const compare = (what, asked, ours, libraries, per = {}) => {
    const times = race({ ours, ...libraries });
    const by = (name) => times[name] / (per[name] ?? 1);
    const [fastest] = Object.keys(libraries).sort((a, b) => by(a) - by(b));
    rows.push({ what, asked, ours: by('ours'), theirs: by(fastest), library: fastest });
  };
  const places = {
    three: each(some, three.evaluate),
    'verb-nurbs': each(some, verb.evaluate),
    nurbs: each(some, nurbs.evaluate),
  };
  const perPlace = { ours: PARAMETERS, three: some.length, 'verb-nurbs': some.length, nurbs: some.length };
  compare(
    'evaluate sorted parameters, generic, each',
    1.5,
    () => core.evaluateAllByBasis(curve, sorted, out),
    places,
    perPlace,
  );
  compare('the same with cached span polynomials', 4, () => core.evaluateAll(curve, sorted, out), places, perPlace);
  compare(
    'derivatives 0 to 3, each',
    5,
    () => core.derivativesAll(curve, sorted, 3, out),
    {
      three: each(some, three.derivatives),
      'verb-nurbs': each(some, verb.derivatives),
      nurbs: each(some, nurbs.derivatives),
    },
    perPlace,
  );
  compare(
    'closest point, each of 50',
    10,
    each(targets, (target) => core.closestPoint(curve, target)),
    { 'verb-nurbs': each(targets, verb.closest) },
    { ours: 50, 'verb-nurbs': 50 },
  );
  compare(
    `${core.crossings(curve, other).length} crossings of two plane curves`,
    5,
    () => core.crossings(fresh(curve), fresh(other)),
    { 'verb-nurbs': theirs },
  );
  compare('refine by 50 knots', 1, () => core.refineKnots(curve, inserts), {
    'verb-nurbs': () => verb.refine(inserts),
  });
  compare('split', 1, () => core.split(curve, 0.4321), { 'verb-nurbs': () => verb.split(0.4321) });
  compare('insert one knot', null, () => core.insertKnot(curve, 0.4321), { 'verb-nurbs': () => verb.insert(0.4321) });
  compare('raise the degree', null, () => core.elevateDegree(curve), {
    'verb-nurbs (loses a control point)': verb.elevate,
  });
  compare('length to 1e-9 mm', null, () => core.arcLength(fresh(curve)), { 'verb-nurbs (to 1e-3)': verb.length });
  return rows;
}

/** Rows: what, µs for each of SIZES, and the exponent of the growth. */
function growth(core) {
  const curves = SIZES.map((count) => curveOf(core, count));
  const others = SIZES.map((count) => curveOf(core, count, 1.3, 15));
  const inserts = insertsFor();
  const works = {
    'closest point': (curve, i) => {
      const target = targetsFor(SIZES[i])[17];
      return () => core.closestPoint(curve, target);
    },
    'crossings of two': (curve, i) => () => core.crossings(fresh(curve), fresh(others[i])),
    'self-crossings': (curve) => () => core.selfCrossings(fresh(curve)),
    'refine by 50 knots': (curve) => () => core.refineKnots(curve, inserts),
    split: (curve) => () => core.split(curve, 0.4321),
    'raise the degree': (curve) => () => core.elevateDegree(curve),
    'lower the degree': (curve) => () => core.reduceDegree(core.elevateDegree(curve), 3),
    'remove a knot, with proof': (curve) => () => core.removeKnot(curve, curve.knots[curve.knots.length >> 1]),
    'deviation of two, with proof': (curve) => {
      const moved = core.transform(curve, core.translation([0, 0.1, 0]));
      return () => core.deviation(fresh(curve), fresh(moved));
    },
    length: (curve) => () => core.arcLength(fresh(curve)),
    'curvature extrema': (curve) => () => core.curvatureExtrema(fresh(curve), [0, 0, 1]),
    'bounding box': (curve) => () => core.boundingBox(fresh(curve)),
  };
  return Object.entries(works).map(([what, make]) => {
    const times = curves.map((curve, i) => time(make(curve, i), 150));
    return { what, times, exponent: slope(SIZES.map((count, i) => [count, times[i]])) };
  });
}

/** Rows: what, and bytes for each point, when the result has its place already. */
function heap(core) {
  const curve = curveOf(core, 200);
  const rational = core.withWeights(
    curve,
    Array.from({ length: 200 }, (_, i) => 1 + (i % 3)),
  );
  const high = core.elevateDegree(curve, 4);
  const sorted = Float64Array.from({ length: PARAMETERS }, (_, i) => i / (PARAMETERS - 1));
  const out = new Float64Array(12 * PARAMETERS);
  return [
    ['evaluateAll', () => core.evaluateAll(curve, sorted, out)],
    ['evaluateAll, rational', () => core.evaluateAll(rational, sorted, out)],
    ['evaluateAllByBasis', () => core.evaluateAllByBasis(curve, sorted, out)],
    ['derivativesAll, to order 3', () => core.derivativesAll(curve, sorted, 3, out)],
    ['derivativesAll, rational', () => core.derivativesAll(rational, sorted, 3, out)],
    ['derivativesAll, degree 7', () => core.derivativesAll(high, sorted, 3, out)],
  ].map(([what, work]) => ({ what, bytes: allocated(work) / PARAMETERS }));
}

/**
 * Curves through points and the textbook's interpolation, against a natural cubic written by hand, and the same as a
 * curve of the kernel, with its checks.
 */
function interpolation(core) {
  const counts = [8, 20, 100, 1000, 10_000, 50_000];
  const rows = counts.map((count) => {
    const given = wave(count);
    const parameters = core.parametersOf(given, false, 'chord');
    const times = race(
      {
        ours: () => core.throughPoints(given),
        interpolate: () => core.interpolate(given, parameters, 3),
        byHand: () => naturalCubic(given),
        checked: () => {
          const { degree, knots, points } = naturalCubic(given);
          return core.makeCurve(degree, knots, points);
        },
      },
      300,
    );
    return { count, ...times };
  });
  return { rows, exponent: slope(rows.filter(({ count }) => count >= 1000).map(({ count, ours }) => [count, ours])) };
}

/** While one of 300 control points is dragged, every time a little farther. */
function moved(core, curve, normal) {
  let by = 0;
  const next = () => {
    const points = curve.points.slice();
    points[4 * 150 + 1] += by += 1e-6;
    return core.makeCurve(curve.degree, curve.knots, points);
  };
  let before = core.curvatureProfile(curve, { normal, proven: false });
  return [
    ['the same while a point is dragged', time(() => core.curvatureProfile(next(), { normal, proven: false }))],
    [
      'and from that of the frame before',
      time(() => (before = core.curvatureProfile(next(), { normal, proven: false, before }))),
    ],
  ];
}

/** What has no counterpart in a library. */
function alone(core) {
  const [small, large] = [curveOf(core, 12), curveOf(core, 302)];
  const normal = [0, 0, 1];
  return [
    ['curvature profile, 10 points', time(() => core.curvatureProfile(fresh(small), { normal }))],
    ['curvature profile, 300 points', time(() => core.curvatureProfile(fresh(large), { normal }))],
    ...moved(core, large, normal),
    ...fits(core),
    ...tried(core),
    ...replacements(core),
    ...live(core),
  ];
}

/** The fair profile over uniform knots, with noise of 0.1 mm on all but the three control points at each end. */
function noisyProfile(core, count, noise = 0.1) {
  const knots = core.uniformKnots(3, count);
  const points = Array.from({ length: count }, (_, i) => {
    const t = (knots[i + 1] + knots[i + 2] + knots[i + 3]) / 3;
    const off = i > 2 && i < count - 3 ? noise / Math.SQRT2 : 0;
    return [200 * t + off * Math.sin(12_345.678 * i), 50 * Math.sin(0.8 * Math.PI * t) + off * Math.cos(4321.1 * i), 0];
  });
  return core.makeCurve(3, knots, core.homogeneous(points.flat()));
}

/** What follows the pointer. */
function live(core) {
  const normal = [0, 0, 1];
  const [small, large] = [noisyProfile(core, 30, 0.01), noisyProfile(core, 500)];
  const next = core.transform(small, core.translation([200, 30, 0]));
  const near = core.fairPreview(large, 0.12, { normal });
  const { weight } = near;
  return [
    [
      'lumps and continuity of a 30-point curve',
      time(() => {
        const curve = fresh(small);
        core.lumps(curve, { normal });
        core.continuityOfEnds(curve, 'end', next, 'start');
      }),
    ],
    ['quick preview of fairing, 500 control points', time(() => core.fairPreview(large, 0.12, { normal }))],
    ['the same within another tolerance, from that one', time(() => core.fairPreview(large, 0.13, { normal, near }))],
    ['the same with the weight of the frame before', time(() => core.fairPreview(large, 0.12, { normal, weight }))],
  ];
}

const FAIR_SIZES = [125, 500, 2000];
/** What a worker does when a curve is faired. */
export const FAIRED = 'fair, jerk, then minimum variation, with proof';

/** Rows: what, µs for each of FAIR_SIZES, and the exponent of the growth. */
function fairing(core) {
  const normal = [0, 0, 1];
  const curves = FAIR_SIZES.map((count) => noisyProfile(core, count));
  const works = {
    'fair, jerk, with proof': (curve) => () => core.fair(curve, 0.12, { normal, energy: 'jerk' }),
    [FAIRED]: (curve) => () => core.fair(curve, 0.12, { normal }),
    'quick preview of fairing': (curve) => () => core.fairPreview(curve, 0.12, { normal }),
    lumps: (curve) => () => core.lumps(fresh(curve), { normal }),
    energies: (curve) => () => core.energies(fresh(curve)),
  };
  return Object.entries(works).map(([what, make]) => {
    const times = curves.map((curve) => time(make(curve), 400));
    return { what, times, exponent: slope(FAIR_SIZES.map((count, i) => [count, times[i]])) };
  });
}

/** Near points: along a wave with noise of 0.05 mm, so many of them. */
function fits(core) {
  const noisy = (count, width, turns) =>
    Float64Array.from({ length: 3 * count }, (_, i) => {
      const s = Math.floor(i / 3) / (count - 1);
      const noise = 0.05 * Math.sin(12_345.678 * i);
      return i % 3 === 0 ? width * s + noise : i % 3 === 1 ? 40 * Math.sin(turns * s) + noise : 0;
    });
  const many = noisy(100_000, 200, 9);
  const parameters = Float64Array.from({ length: 100_000 }, (_, i) => i / 99_999);
  const knots = core.uniformKnots(3, 50);
  const [stroke, scan] = [noisy(400, 200, 6), noisy(10_000, 2000, 60)];
  return [
    ['least squares, 100,000 points, 50 control points', time(() => core.leastSquares(many, parameters, 3, knots))],
    ['first curve within 0.1 mm of 400 noisy points', time(() => core.nearPoints(stroke, 0.1, { quick: true }))],
    ['the lightest found', time(() => core.nearPoints(stroke, 0.1))],
    ['first curve within 0.1 mm of 10,000 noisy points', time(() => core.nearPoints(scan, 0.1, { quick: true }))],
    ['the lightest found, of 10,000', time(() => core.nearPoints(scan, 0.1))],
  ];
}

/** Fits that seek their own shape, with their figures: of so many points along a wave, in space. */
function tried(core) {
  return [9, 50, 200].flatMap((count) => {
    const points = Float64Array.from({ length: 3 * count }, (_, i) => {
      const s = Math.floor(i / 3) / (count - 1);
      const noise = 0.1 * Math.sin(12_345.678 * i);
      return i % 3 === 0 ? 400 * s + noise : i % 3 === 1 ? 60 * Math.sin(9 * s) + noise : 30 * Math.cos(6 * s);
    });
    const fit = (method) => time(() => core.tryFit(points, method, { tolerance: 0.3 }), 400);
    return [
      [`linear tension through ${count} points, as in a drag`, time(() => core.linearTension(points))],
      [`bending against stretching, ${count} points`, fit('elastica')],
      [`the fairest through ${count} points`, fit('fairest')],
      [`near ${count} points within 0.3 mm, with the fewest control points`, fit('fewest')],
    ];
  });
}

/** Lighter curves, and what stands for curves elsewhere. */
function replacements(core) {
  const heavy = core.makeCurve(3, core.uniformKnots(3, 1000), core.homogeneous(wave(1000)));
  const spout = core.makeCurve(
    3,
    [0, 0, 0, 0, 1, 1, 1, 1],
    core.homogeneous([0, 0, 0, 40, 35, 0, 50, -35, 0, 90, 0, 0]),
  );
  const rim = core.circle(core.FRONT, [0, 0, 0], 25);
  return [
    ['lighten 1,000 control points within 0.1 mm', time(() => core.lighten(fresh(heavy), 0.1))],
    ['lay a circle anew with 10 control points, priced', time(() => core.relay(fresh(rim), { count: 10 }))],
    ['a circle R 25 as a polyline within 0.01 mm', time(() => core.polylineWithin(fresh(rim), 0.01))],
    ['a 100 mm curve as arcs within 0.01 mm', time(() => core.arcsAndLines(fresh(spout), 0.01))],
    ['its offset by 10 mm within 0.01 mm', time(() => core.offset(fresh(spout), 10, 0.01, core.FRONT))],
  ];
}
