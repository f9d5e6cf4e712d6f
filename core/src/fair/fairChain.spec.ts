import { distance } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { split } from '../edit/split';
import { rotation, transform, translation } from '../edit/transform';
import { withWeights } from '../edit/weights';
import { reparameterise } from '../knots/reparameterise';
import { uniformKnots } from '../knots/uniformKnots';
import { continuityOfEnds } from '../measure/continuity';
import { energies } from '../measure/energies';
import { helix, noisy, ring, type Shape, shaped } from '../measure/fairShapes.fixture';
import { deviationInStep } from '../measure/deviation';
import { fair } from './fair';
import { fairChain } from './fairChain';

const UP = [0, 0, 1] as const;
const long: Shape = (t) => [300 * t, 40 * Math.sin(2 * Math.PI * t), 0];

/** One noisy curve as three that meet with all its derivatives, run through at different speeds. */
function three(shape: Shape, seed: number, inSpace = false): Curve[] {
  const whole = noisy(shaped(shape, 26, 5), 0.1, seed, inSpace);
  const [a, rest] = valueOf(split(whole, 0.3));
  const [b, c] = valueOf(split(rest, 0.65));
  return [a, reparameterise(b, 0, 2.5), reparameterise(c, 1, 1.4)];
}

const together = (curves: readonly Curve[]) => {
  const all = curves.map(energies);
  const sum = (of: (one: (typeof all)[number]) => number) => all.reduce((total, one) => total + of(one), 0);
  return sum(({ length }) => length) ** 3 * sum(({ variation }) => variation);
};

describe('several joined curves', () => {
  it.each([1, 2, 3] as const)('become fairer as one than one by one, and their joints stay G%d', (level) => {
    for (let seed = 1; seed <= 4; seed++) {
      const curves = three(long, seed);
      const found = valueOf(fairChain(curves, 0.5, { normal: UP, level }));
      const single = curves.map((curve) => fair(curve, 0.5, { normal: UP }).curve);
      expect(found.fairness.before).toBeCloseTo(together(curves), 6);
      expect(found.fairness.after).toBeCloseTo(together(found.curves), 6);
      expect(found.fairness.after).toBeLessThan(together(single));
      expect(together(single)).toBeLessThan(found.fairness.before);
      found.deviations.forEach(({ bound }) => expect(bound).toBeLessThanOrEqual(0.5));
      for (const i of [0, 1]) {
        const joint = continuityOfEnds(found.curves[i], 'end', found.curves[i + 1], 'start');
        expect(joint.level).toBeGreaterThanOrEqual(level);
        expect(joint.gap).toBeLessThan(1e-12);
        if (level >= 2) expect(joint.curvature.share).toBeLessThan(1e-11);
        if (level === 3) expect(joint.rate.share).toBeLessThan(1e-9);
      }
      // The outer ends stay where they were, to the last bit.
      expect([...found.curves[0].points.subarray(0, 12)]).toEqual([...curves[0].points.subarray(0, 12)]);
      expect([...found.curves[2].points.subarray(-12)]).toEqual([...curves[2].points.subarray(-12)]);
    }
  });

  it('keep each its own level; a meeting of level 0, a corner, and what is held stay where they are', () => {
    let told = 0;
    for (let seed = 1; seed <= 4; seed++) {
      const [a, b, c] = three(long, seed);
      const [, where] = domainOf(b);
      // The last one goes on round a corner.
      const corner = evaluate(b, where);
      const about = (by: number) => translation([by * corner[0], by * corner[1], 0]);
      const turned = [about(-1), rotation([0, 0, 1], 0.5), about(1)].reduce(transform, c);
      const curves = [a, b, turned];
      const held = [{}, { held: [7] }, { heldAt: [{ u: 1.25, level: 0 as const }] }];
      const found = valueOf(fairChain(curves, 0.5, { normal: UP, level: [3, 0], held }));
      expect(found.fairness.after).toBeLessThan(0.8 * found.fairness.before);
      const [first, second] = found.curves
        .slice(1)
        .map((each, i) => continuityOfEnds(found.curves[i], 'end', each, 'start'));
      expect(first.level).toBe(3);
      expect(second.level).toBe(0);
      expect([...found.curves[2].points.subarray(0, 3)]).toEqual([...turned.points.subarray(0, 3)]);
      expect(distance(evaluate(found.curves[1], where), corner)).toBeLessThan(1e-12);
      expect([...found.curves[1].points.subarray(28, 31)]).toEqual([...b.points.subarray(28, 31)]);
      expect(distance(evaluate(found.curves[2], 1.25), evaluate(turned, 1.25))).toBeLessThan(1e-12);
      found.deviations.forEach(({ bound, max }) => {
        expect(bound).toBeLessThanOrEqual(0.5);
        if (max > 0.05) told++;
      });
    }
    expect(told).toBeGreaterThan(8);
  });

  it('of one curve is that curve faired', () => {
    const [curve] = three(long, 5);
    const found = valueOf(fairChain([curve], 0.2, { normal: UP }));
    expect(found.fairness.after / fair(curve, 0.2, { normal: UP }).after.fairness).toBeCloseTo(1, 3);
    expect(valueOf(fairChain([], 1)).curves).toEqual([]);
  });

  it('do so in space and out of their plane, and can be stopped', () => {
    const curves = three(helix, 2, true);
    const found = valueOf(fairChain(curves, 0.3, { level: 3 }));
    expect(found.fairness.after).toBeLessThan(found.fairness.before);
    for (const i of [0, 1])
      expect(continuityOfEnds(found.curves[i], 'end', found.curves[i + 1], 'start').level).toBe(3);
    const plane = valueOf(fairChain(three(long, 1), 0.5, { normal: UP }));
    const tipped = three(long, 1).map((curve) => transform(curve, rotation([1, 2, 0.5], 1)));
    expect(valueOf(fairChain(tipped, 0.5)).fairness.after / plane.fairness.after).toBeCloseTo(1, 2);
    let seen: Curve[] = [];
    const stopped = valueOf(
      fairChain(curves, 0.3, {
        progress: ({ step, curves: now }) => {
          seen = now();
          return step < 2;
        },
      }),
    );
    expect([stopped.stopped, stopped.steps]).toEqual([true, 2]);
    seen.forEach((curve, i) => expect(deviationInStep(curves[i], curve).bound).toBeLessThanOrEqual(0.3));
  });

  it('are refused by name where they do not meet, are closed, rational or too short', () => {
    const [a, b, c] = three(long, 1);
    expect(fairChain([a, c], 0.5)).toEqual({
      ok: false,
      failure: { kind: 'not-joined', first: 0, second: 1, level: -1 },
    });
    expect(fairChain([a, b, ring(20)], 0.5)).toEqual({ ok: false, failure: { kind: 'not-open', index: 2 } });
    const heavy = withWeights(
      b,
      Array.from({ length: b.points.length / 4 }, (_, i) => 1 + (i % 2)),
    );
    expect(fairChain([a, heavy], 0.5)).toEqual({ ok: false, failure: { kind: 'rational', index: 1 } });
    const short = makeCurve(2, uniformKnots(2, 5), homogeneous([0, 0, 0, 9, 0, 0, 20, 4, 0, 30, 9, 0, 44, 0, 0]));
    expect(fairChain([a, short, c], 1)).toEqual({ ok: false, failure: { kind: 'too-few', index: 1, controlPoints: 5, needed: 6 } }); // prettier-ignore
    expect(fairChain([short, a], 1, { level: 3 })).toEqual({ ok: false, failure: { kind: 'degree-too-low', index: 0, degree: 2, needed: 3 } }); // prettier-ignore
    expect(() => fairChain([a, b], 1, { level: [2, 2] })).toThrow('level: 1 are needed, one a joint, not 2');
    expect(() => fairChain([a], NaN)).toThrow('a tolerance of 0 mm or more');
    expect(valueOf(fairChain([a, b], 0)).steps).toBe(0);
  });
});
