import { packVectors, type Vector3, vectorAt, distance } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { evaluate } from '../curve/evaluate';
import { insertKnot } from '../knots/refineKnots';
import { listSites, packSites } from '../fit/sites';
import { fitDataOf } from '../fit/through/fixedSpacing';
import { throughPoints } from '../fit/through/throughPoints';
import { arcLength } from '../measure/arcLength';
import { energies } from '../measure/energies';
import type { Jet } from '../measure/jet';
import { measuredAtEnd } from './differences.fixture';
import { joinEnds } from './joinEnds';
import { joinFitData } from './joinFitData';

/** Check LJ: fit points, and what both ends go on from. */
const POINTS = packVectors([[0, 0, 0], [30, 18, 0], [70, 25, 4], [110, 14, 6], [140, -5, 3]]); // prettier-ignore
const by = (v: Vector3, factor: number): Vector3 => [v[0] * factor, v[1] * factor, v[2] * factor];
const START: Jet = {
  point: [0, 0, 0],
  tangent: [0.8, 0.6, 0],
  curvature: by([0.6, -0.8, 0], 0.009),
  rate: [-1.8e-5, 2.4e-5, 2e-4],
};
/** The end's leader is run into the curve, against it: its tangent and rate are turned. */
const END: Jet = {
  point: [140, -5, 3],
  tangent: [-0.8, 0.6, 0],
  curvature: by([-0.6, -0.8, 0], 0.012),
  rate: by([-0.6, -0.8, 0], -2e-4),
};
const near = (found: Vector3, wanted: Vector3, digits = 6) =>
  found.forEach((x, c) => expect(x).toBeCloseTo(wanted[c], digits));

describe('check LJ: a curve through points goes on from others', () => {
  const fitted = (degree: number, level: 1 | 2 | 3, both = true) =>
    valueOf(
      throughPoints(POINTS, {
        degree,
        contacts: { start: { jet: START, level }, ...(both && { end: { jet: END, level } }) },
      }),
    ).curve;

  it('has the speed of the arc that its first chord belongs to', () => {
    const { tangent } = measuredAtEnd(fitted(3, 2), 'start');
    near(tangent, START.tangent, 12);
    const [x, y, z] = controlPointsOf(fitted(3, 1)).slice(3, 6);
    // P_1 = P_0 + a h / 3.
    const { parameters } = valueOf(throughPoints(POINTS));
    expect((3 * Math.hypot(x, y, z)) / parameters[1]).toBeCloseTo(153.367354, 6);
  });

  it.each([
    [3, 1, 7, [9.35435, 7.015763, 0], [30.732507, 21.081544, -1.046236], undefined],
    [3, 2, 9, [2.338588, 1.753941, 0], [11.969806, 8.400547, 0], 153.827055],
    [5, 3, 11, [1.403153, 1.052364, 0], [7.098823, 5.151075, 0], 154.061103],
  ] as const)('degree %d, G%d at both ends: %d control points', (degree, level, count, first, second, total) => {
    const curve = fitted(degree, level);
    expect(controlPointsOf(curve).length / 3).toBe(count);
    near(vectorAt(controlPointsOf(curve), 1), first);
    near(vectorAt(controlPointsOf(curve), 2), second);
    if (total) expect(arcLength(curve).total).toBeCloseTo(total, 6);
    for (let i = 0; i < 5; i++) {
      const { parameters } = valueOf(throughPoints(POINTS));
      near(evaluate(curve, parameters[i]), vectorAt(POINTS, i), 10);
    }
    const [start, end] = [measuredAtEnd(curve, 'start'), measuredAtEnd(curve, 'end')];
    near(start.tangent, START.tangent, 11);
    near(end.tangent, by(END.tangent, -1), 11);
    if (level >= 2) {
      near(start.curvature, START.curvature, 11);
      near(end.curvature, END.curvature, 11);
    }
    if (level >= 3) {
      near(start.rate, START.rate, 11);
      near(end.rate, by(END.rate, -1), 11);
    }
  });

  it('stays as smooth inside as its degree allows, and takes given freedoms', () => {
    const curve = valueOf(
      throughPoints(POINTS, { contacts: { start: { jet: START, level: 3, freedoms: { a: 140, b: -20, c: 300 } } } }),
    ).curve;
    const { rate, curvature } = measuredAtEnd(curve, 'start');
    near(curvature, START.curvature, 11);
    near(rate, START.rate, 11);
    for (const [i, u] of curve.knots.entries()) {
      if (u > 0 && u < 1) expect(curve.knots.indexOf(u)).toBe(i);
    }
  });
});

describe('a curve of fixed spacing goes on from another', () => {
  const { curve: held, sites, parameters } = valueOf(throughPoints(POINTS));
  /** The published figures leave the far end natural: r'' = 0 there, in the place of its tangent. */
  const natural = packSites(
    listSites(sites).map((site) => (site.u === 1 && site.order === 1 ? { ...site, order: 2 } : site)),
  );

  it('G1: only the derivative at the end changes', () => {
    const joined = valueOf(joinFitData(held, natural, { start: { jet: START, level: 1 } }));
    expect(joined.start?.freedoms.a).toBeCloseTo(154.153288, 5);
    expect(joined.start?.moved).toBeCloseTo(0.592934, 6);
    expect(joined.curve.knots).toEqual(held.knots);
  });

  it('G2: a knot and a derivative come in beside the end', () => {
    const joined = valueOf(joinFitData(held, natural, { start: { jet: START, level: 2 } }));
    expect(joined.start?.freedoms.a).toBeCloseTo(155.43, 5);
    expect(joined.start?.freedoms.b).toBeCloseTo(-55.8189, 4);
    expect(joined.start?.moved).toBeCloseTo(0.459997, 5);
    expect(energies(joined.curve).fairness).toBeCloseTo(49.36, 2);
    for (let i = 0; i < 5; i++) near(evaluate(joined.curve, parameters[i]), vectorAt(POINTS, i), 10);
    near(measuredAtEnd(joined.curve, 'start').curvature, START.curvature, 12);
    // What is read at the sites is what was put there.
    const data = fitDataOf(joined.curve, joined.sites);
    near(vectorAt(data, 1), by(START.tangent, joined.start?.freedoms.a ?? 0), 9);
  });

  it('G2 by control points, after the same knot: nearby fit points go along', () => {
    const room = valueOf(insertKnot(held, parameters[1] / 4));
    const joined = valueOf(joinEnds(room, { start: { jet: START, level: 2 } }));
    expect(joined.start?.freedoms.a).toBeCloseTo(155.098779, 5);
    expect(joined.start?.freedoms.b).toBeCloseTo(-41.3376, 4);
    expect(joined.start?.moved).toBeCloseTo(0.395313, 6);
    expect(energies(joined.curve).fairness).toBeCloseTo(46.98, 2);
    const moved = distance(evaluate(joined.curve, parameters[1]), vectorAt(POINTS, 1));
    expect(moved).toBeCloseTo(0.1223, 4);
  });

  it('fails where the data do not begin at the end, or no derivative can come in there', () => {
    const off = packSites(listSites(sites).map((site) => (site.u === 0 ? { ...site, u: 1e-12 } : site)));
    // The next fit point lies so near that there is no number between.
    const close = packSites([...listSites(sites).slice(0, 1), { u: Number.MIN_VALUE, order: 0 }, ...listSites(sites).slice(2)]); // prettier-ignore
    for (const data of [off, close]) {
      const joined = joinFitData(held, data, { start: { jet: START, level: 2 } });
      expect(joined.ok ? 'joined' : joined.failure.kind).toBe('not-one-to-one');
    }
  });

  it('either end alike, and both at once', () => {
    const forwards = valueOf(
      joinFitData(held, sites, { start: { jet: START, level: 3 }, end: { jet: END, level: 2 } }),
    );
    const start = measuredAtEnd(forwards.curve, 'start');
    const end = measuredAtEnd(forwards.curve, 'end');
    near(start.rate, START.rate, 11);
    near(end.curvature, END.curvature, 11);
    const turned = valueOf(throughPoints(packVectors([0, 1, 2, 3, 4].map((i) => vectorAt(POINTS, 4 - i)))));
    const backwards = valueOf(joinFitData(turned.curve, turned.sites, { end: { jet: START, level: 2 } }));
    const alone = valueOf(joinFitData(held, sites, { start: { jet: START, level: 2 } }));
    expect(backwards.end?.moved).toBeCloseTo(alone.start?.moved ?? 0, 9);
    reverse(backwards.curve).points.forEach((x, i) => expect(x).toBeCloseTo(alone.curve.points[i], 8));
  });
});
