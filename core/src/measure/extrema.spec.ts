import fc from 'fast-check';
import { anyCurve, bezier, flat, sizeOf, valueOf } from '../curve/curves.fixture';
import { domainOf, homogeneous, makeCurve, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { circle, ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { rectangle } from '../exact/polyline';
import { FRONT } from '../plane/plane';
import { elevateDegree } from '../degree/elevateDegree';
import { reverse } from '../edit/reverse';
import { rotation, scaling, transform } from '../edit/transform';
import { throughPoints } from '../fit/through/throughPoints';
import { arcLength, lengthAt } from './arcLength';
import { curvatureFrom } from './curvature';
import { curvatureExtrema, inflections, smallestRadius } from './extrema';
import { parabola, sCubic, uneven } from './shapes.fixture';

const UP = [0, 0, 1] as const;

/** Check LU (docs/core.md): place in mm along the curve, and curvature. */
const LU = [
  [36.258642, -5.762278e-3],
  [43.21633, -3.680657e-3],
  [65.98339, -1.225726e-2],
  [86.109253, -3.493579e-3],
  [128.637509, -9.570301e-3],
  [148.944364, -4.657868e-3],
  [154.955879, -6.370824e-3],
];

describe('curvature extrema', () => {
  it('of check LU are all there, at knots and between them', () => {
    const measured = arcLength(uneven);
    expect(measured.total).toBeCloseTo(192.12007, 5);
    const found = curvatureExtrema(uneven, UP);
    expect(found.length).toBe(LU.length);
    found.forEach(({ u, kappa, kind }, i) => {
      expect(lengthAt(measured, u)).toBeCloseTo(LU[i][0], 5);
      expect(kappa).toBeCloseTo(LU[i][1], 8);
      expect(kind).toBe(i % 2 === 0 ? 'minimum' : 'maximum');
    });
    expect(found[1].u).toBe(1 * found[1].u);
    expect(smallestRadius(uneven, UP)?.radius).toBeCloseTo(1 / 1.225726e-2, 4);
  });

  it('of an ellipse are its four vertices, of a parabola its one, of circles and lines none', () => {
    for (const normal of [UP, null]) {
      const vertices = curvatureExtrema(ellipse(FRONT, [4, 5, 0], 30, 20), normal);
      expect(vertices.map(({ u }) => u)).toEqual([0, 0.25, 0.5, 0.75]);
      // a/b² and b/a² (common handbook formulas).
      expect(vertices.map(({ kappa }) => kappa)).toEqual(
        [30 / 400, 20 / 900, 30 / 400, 20 / 900].map((k) => expect.closeTo(k, 13)),
      );
      expect(curvatureExtrema(circle(FRONT, [1e3, 5, 0], 25), normal)).toEqual([]);
      expect(curvatureExtrema(lineBetween([0, 0, 0], [7, 8, 0]), normal)).toEqual([]);
      const [vertex, ...more] = curvatureExtrema(parabola(3), normal);
      expect(more).toEqual([]);
      expect(vertex).toMatchObject({ u: expect.closeTo(0.5, 12), kappa: expect.closeTo(2, 12), kind: 'maximum' });
    }
    expect(smallestRadius(lineBetween([0, 0, 0], [7, 8, 0]))).toBeNull();
    expect(smallestRadius(rectangle(FRONT, [0, 0, 0], 3, 4), UP)).toBeNull();
    expect(smallestRadius(circle(FRONT, [0, 0, 0], 25))?.radius).toBeCloseTo(25, 10);
  });

  it('are as many as naive dense sampling sees changes of direction', () => {
    const inPlane = anyCurve({ degrees: [2, 5], weights: 3, spans: 3 });
    const out = new Float64Array(12);
    fc.assert(
      fc.property(inPlane, (curve) => {
        const found = curvatureExtrema(curve);
        const kappas: number[] = [];
        const speeds: number[] = [];
        for (const span of spansOf(curve)) {
          for (let i = 0; i <= 400; i++) {
            const u = curve.knots[span] + ((curve.knots[span + 1] - curve.knots[span]) * i) / 400;
            derivativesInSpan(curve, span, Math.min(u, curve.knots[span + 1]), 3, out);
            kappas.push(curvatureFrom(out, null).kappa);
            speeds.push(Math.hypot(out[3], out[4], out[5]));
          }
        }
        // Where a curve nearly stands still, or is straight, samples of its curvature are rounding.
        fc.pre(Math.min(...speeds) >= 1e-3 * Math.max(...speeds) && Math.max(...kappas) * sizeOf(curve) >= 1e-3);
        const largest = Math.max(...kappas, ...found.map(({ kappa }) => kappa));
        const steps = kappas
          .slice(1)
          .map((kappa, i) => kappa - kappas[i])
          .filter((step) => Math.abs(step) > 1e-7 * largest);
        const turns = steps.filter((step, i) => i > 0 && step > 0 !== steps[i - 1] > 0).length;
        // Sampling can only miss some.
        expect(found.length).toBeGreaterThanOrEqual(turns);
        const tightest = smallestRadius(curve);
        if (tightest) expect(tightest.kappa).toBeGreaterThanOrEqual(Math.max(...kappas) * (1 - 1e-9));
      }),
      { numRuns: 60 },
    );
  });

  it('are found, in no time, on a curve that comes to stand to rounding', () => {
    // Light points between heavy ones, and those at one place: beyond, only rounding moves it, in every direction.
    const places = [0, 0, -0.87, 0.86, -0.56, -0.92, -0.56, -0.92, 0.58, 0.43, 0.58, 0.43, 0.58, 0.43, 0.58, 0.43, 0.58, 0.43]; // prettier-ignore
    const weights = [123, 9e-6, 1e-6, 2.5e-5, 2.8e-5, 6.7, 2.5e-4, 374, 4e4];
    const knots = [0, 0, 0, 0, 0, 0, 0, 0, 0.5, 1, 1, 1, 1, 1, 1, 1, 1];
    const flat = weights.flatMap((_, i) => [places[2 * i], places[2 * i + 1], 0]);
    const curve = makeCurve(7, knots, homogeneous(flat, weights));
    const [first, second] = curvatureExtrema(curve, [0, 0, 1]);
    // By 400,000 samples.
    expect(first.u).toBeCloseTo(0.000922, 5);
    expect(first.kappa).toBeCloseTo(488_474, -1);
    expect(second.kappa).toBeLessThan(-7.6e7);
  });

  it('are polished: dκ/ds is zero there to 1e-10 of the parameter, in space too', () => {
    const helixLike = valueOf(
      throughPoints(Float64Array.from({ length: 30 }, (_, i) => [9 * Math.cos(i / 4), 12 * Math.sin(i / 5), i][i % 3])),
    ).curve;
    for (const [curve, normal] of [
      [uneven, UP],
      [helixLike, null],
    ] as const) {
      const [first, last] = domainOf(curve);
      const out = new Float64Array(12);
      let inner = 0;
      for (const { u } of curvatureExtrema(curve, normal)) {
        const span = spansOf(curve).find((k) => curve.knots[k] < u && u < curve.knots[k + 1]);
        if (span === undefined) continue;
        inner++;
        const rate = (v: number) => curvatureFrom(derivativesInSpan(curve, span, v, 3, out), normal).rate;
        const h = 1e-10 * (last - first);
        expect(rate(u - h) * rate(u + h)).toBeLessThanOrEqual(0);
      }
      expect(inner).toBeGreaterThan(2);
    }
  });

  it('do not depend on size, place, direction or degree', () => {
    const moved = transform(transform(uneven, scaling(1e-4)), rotation(UP, 1.1, [3e3, 0, 0]));
    for (const curve of [moved, elevateDegree(uneven), reverse(uneven), transform(uneven, scaling(1e6))]) {
      expect(curvatureExtrema(curve, UP).length).toBe(7);
    }
  });

  it('do not vanish beside a place that is very much sharper', () => {
    for (const span of [1e-5, 1e-6, 1e-7, 1e-8]) {
      const sharp = flat(2, [0, 0, 0, 0.3, 0.3, 0.3 + span, 1, 1, 1], [[0, 0], [20, 40], [40, -10], [41, -11], [70, 40], [100, -10]]); // prettier-ignore
      const found = curvatureExtrema(sharp, UP);
      expect(found.map(({ kind }) => kind)).toEqual(['minimum', 'maximum', 'minimum']);
      // The parabolas to both sides, each at its vertex: κ = (r'×r'')/|r'|³ is largest where r'·r'' = 0.
      const vertexOf = (a: readonly number[], b: readonly number[], c: readonly number[]) => {
        const [d, e] = [
          [b[0] - a[0], b[1] - a[1]],
          [c[0] - b[0], c[1] - b[1]],
        ];
        const bend = [e[0] - d[0], e[1] - d[1]];
        const area = d[0] * e[1] - d[1] * e[0];
        return Math.hypot(...bend) ** 3 / (2 * area * area) / Math.sign(area);
      };
      expect(found[0].kappa).toBeCloseTo(vertexOf([0, 0], [20, 40], [40, -10]), 9);
      const joint = [41, -11].map((x, c) => x + (span / (0.7 + span)) * ([70, 40][c] - x));
      expect(found[2].kappa).toBeCloseTo(vertexOf(joint, [70, 40], [100, -10]), 9);
      // On the short span, between the legs' ends, the parabola has its vertex too.
      const sharpest = vertexOf([40, -10], [41, -11], joint);
      expect(found[1].kappa / sharpest).toBeCloseTo(1, 4);
      expect(smallestRadius(sharp)?.kappa).toBeCloseTo(found[1].kappa, 9);
    }
  });

  it('take each side of a knot where curvature jumps', () => {
    // A line into a circle of radius 10 and out again: constant, constant, constant.
    const step = flat(
      2,
      [0, 0, 0, 1, 1, 2, 2, 2],
      [
        [-10, 0],
        [-5, 0],
        [0, 0],
        [5, 0],
        [8, 3],
      ],
    );
    expect(curvatureExtrema(step, UP).map(({ kind, side, u }) => [kind, side, u])).toEqual([
      ['maximum', 'right', expect.any(Number)],
    ]);
  });
});

describe('inflections', () => {
  it('are where the side changes, once each', () => {
    expect(inflections(sCubic, UP).map(({ u }) => u)).toEqual([expect.closeTo(0.5, 12)]);
    expect(inflections(uneven, UP)).toEqual([]);
    // y = x³ on [−1, 1].
    const cubic = bezier([-1, -1], [-1 / 3, 1], [1 / 3, -1], [1, 1]);
    expect(inflections(cubic, UP)).toEqual([{ u: expect.closeTo(0.5, 12), kappa: 0, side: 'right' }]);
  });

  it('count at a knot, and once in the middle of a straight stretch', () => {
    const sides = flat(
      2,
      [0, 0, 0, 1, 1, 2, 2, 2],
      [
        [0, 0],
        [10, 10],
        [20, 10],
        [30, 10],
        [40, 20],
      ],
    );
    expect(inflections(sides, UP).map(({ u }) => u)).toEqual([1]);
    const straight = flat(
      2,
      [0, 0, 0, 1, 1, 2, 2, 3, 3, 3],
      [
        [0, 0],
        [10, 10],
        [20, 10],
        [30, 10],
        [40, 10],
        [50, 10],
        [60, 20],
      ],
    );
    expect(inflections(straight, UP).map(({ u }) => u)).toEqual([1.5]);
    const wave = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 1, 1, 0]));
    expect(inflections(wave, UP)).toEqual([]);
  });
});
