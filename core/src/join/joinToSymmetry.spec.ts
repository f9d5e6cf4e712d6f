import { across, distance, dot, length, type Vector3, vectorAt } from '../linear/vector';
import { leastNear } from '../linear/nelderMead';
import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, type Curve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { transform } from '../edit/transform';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { continuityOfEnds } from '../measure/continuity';
import type { Level } from '../measure/jet';
import { FRONT, normalOf } from '../plane/plane';
import { planeFrom } from '../plane/planes';
import { measuredAtEnd } from './differences.fixture';
import { derivativesAtStart, startResponse } from './joinEnds';
import { imageBy, joinToSymmetry, nearestOn, type Symmetry } from './joinToSymmetry';
import { wandering } from './randomPairs.fixture';

const random = randomNumbers(41);
const pick = (from: number, to: number) => from + (to - from) * random();
const shaped = (degree = 3 + Math.floor(random() * 5), rational = random() < 0.4) =>
  wandering(random, { degree, count: degree + 5, rational }, [pick(-9, 9), pick(-9, 9), pick(-9, 9)]);
const direction = (): Vector3 => [pick(0.3, 1), pick(-0.6, 0.6), pick(-0.6, 0.6)];
const planes = (): Symmetry => ({ kind: 'plane', plane: planeFrom([pick(-3, 3), 0, pick(-3, 3)], direction()) });
const axes = (): Symmetry => ({
  kind: 'axis',
  point: [pick(-3, 3), 0, pick(-3, 3)],
  direction: [pick(-0.4, 0.4), 1, pick(-0.4, 0.4)],
});
const toImage = (curve: Curve, end: 'start' | 'end', symmetry: Symmetry) =>
  continuityOfEnds(curve, end, transform(curve, imageBy(symmetry)), end);

describe.each([
  ['plane', planes],
  ['axis', axes],
] as const)('a curve that meets its image at a %s', (kind, some) => {
  it.each([0, 1, 2, 3] as const)('G%d holds, as differences of 320 bits say', (level) => {
    for (let k = 0; k < 30; k++) {
      const [curve, symmetry] = [shaped(), some()];
      const end = k % 2 === 0 ? 'start' : 'end';
      const { curve: joined, moved } = valueOf(joinToSymmetry(curve, end, symmetry, level));
      expect(moved).toBeGreaterThan(0);
      const seen = measuredAtEnd(joined, end);
      const image = measuredAtEnd(transform(joined, imageBy(symmetry)), end);
      expect(distance(seen.point, image.point)).toBeLessThan(1e-11);
      if (level >= 1) expect(distance(seen.tangent, [-image.tangent[0], -image.tangent[1], -image.tangent[2]])).toBeLessThan(1e-11); // prettier-ignore
      const size = Math.max(length(seen.curvature), 1e-3);
      if (level >= 2) expect(distance(seen.curvature, image.curvature)).toBeLessThan(1e-9 * size);
      const fast = Math.max(length(seen.rate), 1e-5);
      if (level >= 3) expect(distance(seen.rate, [-image.rate[0], -image.rate[1], -image.rate[2]])).toBeLessThan(1e-7 * fast); // prettier-ignore
      expect(toImage(joined, end, symmetry).level).toBeGreaterThanOrEqual(level);
      // At a plane G2 comes free with G1.
      if (kind === 'plane' && level === 1) expect(toImage(joined, end, symmetry).level).toBeGreaterThanOrEqual(2);
    }
  });

  it('moves as little as a general optimiser finds', () => {
    let told = 0;
    for (let k = 0; k < 8; k++) {
      const [curve, symmetry] = [shaped(5, false), some()];
      const { moved } = valueOf(joinToSymmetry(curve, 'start', symmetry, 3));
      const now = derivativesAtStart(curve, 3);
      const response = startResponse(curve, 3);
      const point = nearestOn(symmetry, now[0]);
      const m = kind === 'plane' && symmetry.kind === 'plane' ? normalOf(symmetry.plane) : unitOf(symmetry);
      // All derivatives free, the symmetry's equations put in: r' and r''' odd, r'' even.
      const side = Math.sign(dot(now[1], m)) || 1;
      const movedBy = ([la, rho, k1, k2, c1, c2]: readonly number[]): number => {
        // No slower than a fifth of what it was.
        if (kind === 'plane' && Math.exp(la) < 0.2 * length(now[1])) return Infinity;
        const [e1, e2] = basis(m);
        const mix = (x: number, y: number): Vector3 => [0, 1, 2].map((i) => x * e1[i] + y * e2[i]) as unknown as Vector3; // prettier-ignore
        const odd: Vector3 = kind === 'plane' ? times(m, side * Math.exp(la)) : mix(k1 * 100, k2 * 100);
        const even: Vector3 = kind === 'plane' ? mix(k1 * 1e3, k2 * 1e3) : times(m, la * 1e3);
        const free: Vector3 = kind === 'plane' ? times(m, c1 * 1e4) : mix(c1 * 1e4, c2 * 1e4);
        const ahead = [odd, plus(even, times(odd, rho)), plus(free, times(even, 3 * rho))];
        let sum = 0;
        for (let j = 0; j < 4; j++) {
          let at = point;
          ahead.forEach((d, i) => (at = plus(at, times(d, response[i + 1][j]))));
          sum += distance(at, vectorAt(controlPointsOf(curve), j)) ** 2;
        }
        return sum;
      };
      const start = kind === 'plane' ? [Math.log(length(now[1])), 0, 0, 0, 0, 0] : [0, 0, 1, 0, 0, 0];
      let best = { x: start as readonly number[], value: Infinity };
      for (let round = 0; round < 24; round++) {
        const from = best.x.map((x) => x + (round < 12 ? pick(-1, 1) : 0));
        const found = leastNear(movedBy, from, { step: 0.3, width: 1e-10, most: 3000 });
        if (found.value < best.value) best = found;
      }
      const optimum = Math.sqrt(best.value);
      expect(moved).toBeLessThan(optimum * (1 + 1e-6));
      if (moved > optimum * (1 - 1e-4)) told++;
    }
    expect(told).toBeGreaterThan(4);
  });

  it('leaves a curve that is symmetric already as it is', () => {
    const [curve, symmetry] = [shaped(5, false), some()];
    const joined = valueOf(joinToSymmetry(curve, 'start', symmetry, 3)).curve;
    const again = valueOf(joinToSymmetry(joined, 'start', symmetry, 3));
    expect(again.moved).toBeLessThan(1e-6);
  });
});

const times = (v: Vector3, factor: number): Vector3 => [v[0] * factor, v[1] * factor, v[2] * factor];
const plus = (a: Vector3, b: Vector3): Vector3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const unitOf = (symmetry: Symmetry): Vector3 =>
  symmetry.kind === 'axis' ? times(symmetry.direction, 1 / length(symmetry.direction)) : [0, 0, 1];
function basis(m: Vector3): [Vector3, Vector3] {
  const first = across(Math.abs(m[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], m);
  const e1 = times(first, 1 / length(first));
  return [e1, [m[1] * e1[2] - m[2] * e1[1], m[2] * e1[0] - m[0] * e1[2], m[0] * e1[1] - m[1] * e1[0]]];
}

describe('in the plane', () => {
  const wall = { kind: 'plane', plane: { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] } } as const;

  // Common practice: the first leg of a half is put at right angles to the symmetry line; curvature then agrees by itself.
  it('G1 puts the first leg at right angles to the line and leaves the second control point free', () => {
    const curve = reverse(shaped(4, false));
    const { curve: joined } = valueOf(joinToSymmetry(curve, 'end', wall, 2));
    const places = controlPointsOf(joined);
    const last = places.length / 3 - 1;
    expect(places[3 * last]).toBeCloseTo(0, 12);
    expect(places[3 * (last - 1) + 1]).toBeCloseTo(places[3 * last + 1], 10);
    expect(places[3 * (last - 1) + 2]).toBeCloseTo(places[3 * last + 2], 10);
    expect(vectorAt(places, last - 2)).toEqual(vectorAt(controlPointsOf(curve), last - 2));
  });

  it('is refused with the reason', () => {
    const levels: Level = 2;
    expect(joinToSymmetry(circle(FRONT, [0, 0, 0], 4), 'start', wall, 1)).toEqual({ ok: false, failure: { kind: 'closed' } }); // prettier-ignore
    expect(joinToSymmetry(lineBetween([0, 0, 0], [9, 0, 0]), 'end', wall, levels)).toEqual({
      ok: false,
      failure: { kind: 'degree-too-low', degree: 1, needed: 2 },
    });
    expect(joinToSymmetry(wandering(random, { degree: 3, count: 4, rational: false }), 'end', wall, 3)).toEqual({
      ok: false,
      failure: { kind: 'too-few-points', controlPoints: 4, needed: 5 },
    });
  });
});
