import { distance, vectorAt } from '../linear/vector';
import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { withWeights } from '../edit/weights';
import { rotation, transform, translation } from '../edit/transform';
import { circle } from '../exact/arc';
import { uniformKnots } from '../knots/uniformKnots';
import { arcLength, lengthAt, parameterAt } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { noisy, profile, ring, sCurve, shaped } from '../measure/fairShapes.fixture';
import { FRONT } from '../plane/plane';
import { type CurvatureWish, pullCurvature, type PullOptions } from './pullCurvature';

const UP = [0, 0, 1] as const;
const MIDDLE = { normal: UP, from: 0.2, to: 0.8 } as const;
/** The largest curvature of the profile. */
const PEAK = 0.0079;

const pulled = (curve: Curve, wish: CurvatureWish, options: PullOptions = MIDDLE) =>
  valueOf(pullCurvature(curve, wish, options));
const drag = (by: number, width = 25): CurvatureWish => ({ kind: 'drag', u: 0.5, by, width });

describe('the curvature of a stretch that is drawn', () => {
  // From a prototype of our own (numpy): peaks 97 to 100 % of what is asked, the graph off by 1 to 7 %.
  it.each([
    [20, false, 0.1, 0.07],
    [20, true, 0.1, 0.04],
    [40, false, 0.1, 0.02],
    [40, false, 0.5, 0.02],
    [40, true, 0.5, 0.01],
  ] as const)('of %i control points, the rest riding: %s, comes to %d of the peak', (count, rides, share, off) => {
    const curve = shaped(profile, count);
    const found = pulled(curve, drag(share * PEAK), { ...MIDDLE, rides });
    expect(found.share).toBeGreaterThan(0.97);
    expect(found.share).toBeLessThan(1.02);
    expect(found.off).toBeLessThan(off);
    // What is told is what the curve has, and what was asked for.
    const { s, before, compatible, reached } = found.profile;
    const measured = arcLength(curve);
    s.forEach((each, i) => {
      const u = parameterAt(measured, each);
      expect(before[i]).toBeCloseTo(curvatureAt(curve, u, UP).kappa, 9);
      expect(reached[i]).toBeCloseTo(curvatureAt(found.curve, u, UP).kappa, 9);
    });
    const most = Math.max(...compatible.map((each, i) => Math.abs(each - before[i])));
    expect(most / (share * PEAK)).toBeCloseTo(1, 1);
  });

  it('leaves what lies beyond the stretch where it is, to the last bit', () => {
    let told = 0;
    for (const [curve, degree] of [
      [shaped(profile, 24), 3],
      [shaped(sCurve, 30, 5), 5],
    ] as const) {
      const { curve: made, deviation } = pulled(curve, drag(0.3 * PEAK));
      expect(deviation.max).toBeGreaterThan(0.05);
      const { knots } = curve;
      for (let i = 0; i < curve.points.length / 4; i++) {
        if (knots[i] >= 0.2 && knots[i + degree + 1] <= 0.8) continue;
        expect(vectorAt(controlPointsOf(made), i)).toEqual(vectorAt(controlPointsOf(curve), i));
        told++;
      }
    }
    expect(told).toBeGreaterThan(15);
  });

  it('asks for no more than ends that stay allow: the change turns nothing and moves nothing, to first order', () => {
    const curve = shaped(profile, 40);
    const { profile: along } = pulled(curve, drag(0.2 * PEAK));
    const measured = arcLength(curve);
    const change = along.compatible.map((each, i) => each - along.before[i]);
    const sums = [0, 0, 0];
    let size = 0;
    // By trapezia, which know nothing of how it was made.
    for (let i = 1; i < change.length; i++) {
      const ds = along.s[i] - along.s[i - 1];
      const at = (k: number) => curvePoint(curve, parameterAt(measured, along.s[k]));
      const [a, b] = [at(i - 1), at(i)];
      [() => 1, (p: number[]) => p[0] - 100, (p: number[]) => p[1] - 40].forEach((of, m) => {
        sums[m] += (ds * (change[i] * of(b) + change[i - 1] * of(a))) / 2;
      });
      size += (ds * (Math.abs(change[i]) + Math.abs(change[i - 1]))) / 2;
    }
    expect(Math.abs(sums[0]) / size).toBeLessThan(0.01);
    expect(Math.abs(sums[1]) / (60 * size)).toBeLessThan(0.01);
    expect(Math.abs(sums[2]) / (60 * size)).toBeLessThan(0.01);
  });

  it('takes what comes after along as it is, where it may ride', () => {
    const curve = shaped(profile, 30);
    const { curve: made, deviation } = pulled(curve, drag(0.5 * PEAK), { ...MIDDLE, rides: true });
    expect(deviation.max).toBeGreaterThan(3);
    const [p, q] = [controlPointsOf(curve), controlPointsOf(made)];
    for (let i = 26; i < 29; i++) {
      const apart = (points: Float64Array, j: number) => distance(vectorAt(points, i), vectorAt(points, j));
      for (const j of [25, 29]) expect(apart(q, j)).toBeCloseTo(apart(p, j), 9);
    }
    for (const u of [0.81, 0.9, 1]) {
      expect(curvatureAt(made, u, UP).kappa).toBeCloseTo(curvatureAt(curve, u, UP).kappa, 10);
    }
    // A stretch up to the end takes the end along.
    const all = pulled(curve, drag(0.5 * PEAK), { normal: UP, from: 0.2, to: 1, rides: true });
    expect(all.share).toBeCloseTo(1, 1);
    expect(distance(vectorAt(controlPointsOf(all.curve), 29), vectorAt(p, 29))).toBeGreaterThan(1);
  });
});

describe('the curvature of a stretch that is set', () => {
  const lumpy = noisy(shaped(profile, 30), 0.05, 4);
  const spread = (kappa: Float64Array) => Math.max(...kappa) - Math.min(...kappa);

  it('is the same all along, as far as the ends allow; what is left is told', () => {
    const { profile: along, off } = pulled(lumpy, { kind: 'level' });
    expect(spread(along.wished)).toBe(0);
    // In the middle it comes near; towards ends that stay it cannot.
    const third = Math.floor(along.s.length / 3);
    const missed = (kappa: Float64Array) =>
      kappa.subarray(third, 2 * third).reduce((sum, each) => sum + (each - along.wished[0]) ** 2, 0);
    expect(missed(along.reached)).toBeLessThan(0.5 * missed(along.before));
    expect(off).toBeLessThan(0.3);
    const free = pulled(lumpy, { kind: 'level' }, { ...MIDDLE, rides: true });
    const inner = (kappa: Float64Array) => kappa.subarray(24, -24);
    expect(spread(inner(free.profile.reached))).toBeLessThan(0.1 * spread(inner(free.profile.before)));
  });

  it('runs straight from end to end, and is that of a radius on the side to which it bends', () => {
    const straight = pulled(lumpy, { kind: 'straight' }, { ...MIDDLE, rides: true }).profile;
    const { s, wished } = straight;
    const half = Math.floor(s.length / 2);
    const slope = (i: number, j: number) => (wished[j] - wished[i]) / (s[j] - s[i]);
    expect(slope(0, half)).toBeCloseTo(slope(half, s.length - 1), 12);
    const round = pulled(lumpy, { kind: 'radius', radius: 180 }, { ...MIDDLE, rides: true });
    expect(Math.min(...round.profile.wished)).toBeCloseTo(-1 / 180, 12);
    const measured = arcLength(round.curve);
    const middle = parameterAt(measured, measured.total / 2);
    expect(1 / Math.abs(curvatureAt(round.curve, middle, UP).kappa)).toBeCloseTo(180, 0);
  });

  it('leaves what is so already, and any plane, place and way of drawing gives the same', () => {
    const arc = circle(FRONT, [0, 0, 0], 40);
    const fitted = shaped((t) => [40 * Math.cos(2 * t), 40 * Math.sin(2 * t), 0], 24, 5);
    expect(pulled(fitted, { kind: 'level' }).deviation.max).toBeLessThan(1e-4);
    expect(arc.closing).not.toBe('open');
    const plain = pulled(lumpy, drag(0.2 * PEAK));
    const turn = rotation([1, 2, 0.5], 1);
    const away = translation([1e4, -1e4, 1e4]);
    const carried = transform(transform(lumpy, turn), away);
    const normal = controlPointsOf(
      transform(makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 0, 0, 1])), turn),
    ).subarray(3, 6);
    const found = pulled(carried, drag(0.2 * PEAK), { ...MIDDLE, normal: [normal[0], normal[1], normal[2]] });
    expect(found.deviation.max).toBeCloseTo(plain.deviation.max, 5);
    expect(found.share).toBeCloseTo(plain.share, 5);
  });

  it('is nearest to what is compatible: no free control point moved by itself comes nearer', () => {
    const random = randomNumbers(5);
    let told = 0;
    const missed = (curve: Curve, target: { s: Float64Array; compatible: Float64Array }) => {
      const measured = arcLength(lumpy);
      let sum = 0;
      for (let i = 1; i < target.s.length; i++) {
        const off = curvatureAt(curve, parameterAt(measured, target.s[i]), UP).kappa - target.compatible[i];
        sum += (target.s[i] - target.s[i - 1]) * off * off;
      }
      return sum;
    };
    const { curve: made, profile: along, free } = pulled(lumpy, drag(0.4 * PEAK));
    const best = missed(made, along);
    for (let trial = 0; trial < 30; trial++) {
      const points = made.points.slice();
      const i = 10 + Math.floor(random() * (free - 4));
      const turn = 2 * Math.PI * random();
      // Across the curve: along it hardly anything changes.
      points[4 * i] += 0.02 * Math.cos(turn);
      points[4 * i + 1] += 0.02 * Math.sin(turn);
      if (missed({ ...made, points }, along) > best) told++;
    }
    expect(told).toBeGreaterThanOrEqual(29);
  });
});

describe('curves of every kind', () => {
  it('with weights, and closed over the seam', () => {
    const heavy = withWeights(
      shaped(profile, 24),
      Array.from({ length: 24 }, (_, i) => 1 + 0.3 * (i % 2)),
    );
    const found = pulled(heavy, drag(0.1 * PEAK));
    expect(found.share).toBeGreaterThan(0.7);
    found.curve.points.forEach((x, i) => i % 4 === 3 && expect(x).toBe(heavy.points[i]));
    const oval = ring(24, 3, 50);
    const [first, last] = domainOf(oval);
    const across = { normal: UP, from: first + 0.7 * (last - first), to: first + 0.3 * (last - first) };
    const seam = pulled(oval, { kind: 'drag', u: first, by: 0.002, width: 30 }, across);
    expect(seam.share).toBeGreaterThan(0.9);
    expect(lengthAt(arcLength(oval), last)).toBeGreaterThan(300);
  });

  it('are refused where the stretch has too few control points, or nonsense is asked', () => {
    const curve = makeCurve(
      3,
      uniformKnots(3, 6),
      homogeneous([0, 0, 0, 9, 5, 0, 20, 8, 0, 30, 8, 0, 41, 5, 0, 50, 0, 0]),
    );
    expect(pullCurvature(curve, { kind: 'level' }, { normal: UP, from: 0, to: 1 })).toEqual({
      ok: false,
      failure: { kind: 'too-few-free', free: 0, needed: 3 },
    });
    expect(() => pullCurvature(curve, { kind: 'radius', radius: 0 }, MIDDLE)).toThrow('radius');
    expect(() => pullCurvature(curve, drag(NaN), MIDDLE)).toThrow('by');
    expect(() => pullCurvature(curve, { kind: 'level' }, { ...MIDDLE, normal: [0, 0, 2] })).toThrow('normal');
  });
});

const curvePoint = (curve: Curve, u: number): number[] => [...evaluate(curve, u)];
