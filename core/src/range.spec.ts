import { bezier, flat, valueOf } from './curve/curves.fixture';
import * as core from './whole.fixture';
import type { Curve } from './index';

const { FRONT } = core;
const WAVE = flat(3, [0, 0, 0, 0, 0.3, 0.5, 0.7, 1, 1, 1, 1], [[0, 0], [15, 40], [30, -35], [50, 30], [70, -20], [85, 25], [100, 0]]); // prettier-ignore
const LOOP = bezier([0, 0], [80, 60], [-30, 60], [50, 0]);
const STILL = bezier([0, 0], [60, 40], [0, 40], [60, 0]);
const RING = core.periodicCurve(3, core.homogeneous([40, 0, 0, 30, 30, 0, 0, 12, 0, -30, 30, 0, -40, 0, 0, 0, -30, 0]));
const LINE = core.lineBetween([-5, 3, 0], [105, 8, 0]);

/** A curve as it is over another range. */
type Ranged = (curve: Curve) => Curve;

/** What is found on curves, with every parameter as its share of its range. */
const FOUND: Record<string, (ranged: Ranged) => unknown> = {
  'length, and the place half way': (ranged) =>
    [WAVE, LOOP, STILL, RING].map((curve) => {
      const measured = core.arcLength(ranged(curve));
      return [measured.total, share(ranged(curve), core.parameterAt(measured, measured.total / 2))];
    }),
  'self-crossings': (ranged) =>
    [LOOP, STILL, RING].map((curve) =>
      core.selfCrossings(ranged(curve)).map(({ u, v }) => [u, v].flat().map((each) => share(ranged(curve), each))),
    ),
  crossings: (ranged) => {
    const [wave, line] = [ranged(WAVE), ranged(LINE)];
    return core.crossings(wave, line).map(({ u, v }) => [share(wave, Number(u)), share(line, Number(v))]);
  },
  'extrema and inflections of the curvature': (ranged) =>
    [WAVE, RING].map((curve) => [
      core.curvatureExtrema(ranged(curve), [0, 0, 1]).map(({ u }) => share(ranged(curve), u)),
      core.inflections(ranged(curve), [0, 0, 1]).map(({ u }) => share(ranged(curve), u)),
    ]),
  'the closest place': (ranged) => share(ranged(WAVE), core.closestPoint(ranged(WAVE), [44, 30, 0]).u),
  'a moved knot': (ranged) => {
    const wave = ranged(WAVE);
    const [, , second] = core.breaksOf(wave);
    const [first, last] = core.domainOf(wave);
    const made = valueOf(core.moveKnot(wave, second.u, second.u + (last - first) / 10));
    return [[...made.knots].map((u) => share(made, u)), [...made.points]];
  },
  'the way beyond an end that no control point stands at': (ranged) =>
    (['start', 'end'] as const).map((end) => core.directionBeyond(valueOf(core.unclamp(ranged(WAVE))), end)),
  'a chamfer and a fillet': (ranged) => {
    const [floor, wall] = [
      ranged(core.lineBetween([0, 0, 0], [50, 0, 0])),
      ranged(bezier([50, 0], [55, 20], [40, 40])),
    ];
    const cut = valueOf(core.chamfer(floor, wall, [5, 10], FRONT));
    const round = valueOf(core.fillet(floor, wall, 4, FRONT));
    return [cut, round].map(({ u, v, first, second }) => [
      share(floor, u),
      share(wall, v),
      core.arcLength(first).total,
      core.arcLength(second).total,
    ]);
  },
  'what an offset loses': (ranged) =>
    (
      [
        [WAVE, 9],
        [WAVE, -9],
        [RING, 14],
        [RING, -3],
      ] as const
    ).map(([curve, by]) => {
      const { curves, lost } = valueOf(core.offset(ranged(curve), by, 0.01, FRONT));
      const lengths = curves.map((each) => Math.round(core.arcLength(each).total));
      return [lengths, lost.map((ends) => ends.map((u) => Math.round(100 * share(ranged(curve), u))))];
    }),
  'how far two curves stray': (ranged) => {
    const wave = ranged(WAVE);
    const { max, u } = core.deviation(wave, ranged(valueOf(core.moveOnCurve(WAVE, 0.4, [40, 5, 0]))));
    return [max, Math.round(100 * share(wave, u))];
  },
};

const share = (curve: Curve, u: number): number => {
  const [first, last] = core.domainOf(curve);
  return (u - first) / (last - first);
};

const near = (value: unknown): unknown =>
  typeof value === 'number' ? (expect.closeTo(value, 6) as unknown) : Array.isArray(value) ? value.map(near) : value;

describe('over another range of its parameters a curve has', () => {
  it.each(Object.entries(FOUND))('%s where it was', (_what, found) => {
    const before = found((curve) => curve);
    // What finds nothing would be the same over any range.
    expect(JSON.stringify(before)).toMatch(/\d/);
    for (const [first, last] of [
      [5, 5.25],
      [-300, -100],
    ]) {
      expect(found((curve) => core.reparameterise(curve, first, last))).toEqual(near(before));
    }
  });
});
