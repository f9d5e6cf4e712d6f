import { distance, negate, type Vector3, vectorAt } from '../linear/vector';
import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, type Curve } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { energies } from '../measure/energies';
import type { Jet } from '../measure/jet';
import { arcLength } from '../measure/arcLength';
import { blend } from './blend';
import { measuredAtEnd } from './differences.fixture';
import { randomPair } from './randomPairs.fixture';

const jet = (point: Vector3, tangent: Vector3, curvature: Vector3 = [0, 0, 0]): Jet => ({
  point,
  tangent,
  curvature,
  rate: [0, 0, 0],
});
const places = (curve: Curve) =>
  Array.from({ length: curve.points.length / 4 }, (_, i) => vectorAt(controlPointsOf(curve), i));

describe('check B1: between two ends of one circle of radius 25', () => {
  const first = jet([25, 0, 0], [0, 1, 0], [-0.04, 0, 0]);
  const second = jet([0, 25, 0], [1, 0, 0], [0, -0.04, 0]);
  it.each([
    [1, 1.16596, 3.51e-2],
    [2, 1.11218, 7.92e-5],
    [3, 1.11074, 2.2e-6],
  ] as const)('G%d is nearly the circle', (level, ratio, off) => {
    const { curve, magnitudes } = valueOf(blend(first, second, { levels: [level, level] }));
    const chord = 25 * Math.SQRT2;
    expect(magnitudes[0] / chord).toBeCloseTo(ratio, 5);
    expect(magnitudes[1] / chord).toBeCloseTo(ratio, 5);
    const seen = evaluateAll(
      curve,
      Float64Array.from({ length: 401 }, (_, i) => i / 400),
    );
    let most = 0;
    for (let i = 0; i < 401; i++) most = Math.max(most, Math.abs(Math.hypot(seen[3 * i], seen[3 * i + 1]) - 25));
    expect(most / off).toBeGreaterThan(0.97);
    expect(most / off).toBeLessThan(1.03);
  });
});

describe('check B2: a right angle from (0, 0) to (50, 50)', () => {
  const first = jet([0, 0, 0], [1, 0, 0]);
  const second = jet([50, 50, 0], [0, -1, 0]);
  it.each([
    [2, 86.457, 18.5638, [17.291, 34.583]],
    [3, 82.272, 21.3664, [11.753, 23.506, 35.259]],
  ] as const)('G%d', (level, a, energy, along) => {
    const { curve, magnitudes } = valueOf(blend(first, second, { levels: [level, level] }));
    expect(magnitudes[0]).toBeCloseTo(a, 3);
    expect(magnitudes[1]).toBeCloseTo(a, 3);
    expect((50 * Math.SQRT2) ** 3 * energies(curve).variation).toBeCloseTo(energy, 4);
    along.forEach((x, i) => {
      expect(places(curve)[i + 1][0]).toBeCloseTo(x, 3);
      expect(places(curve)[i + 1][1]).toBe(0);
    });
  });

  it('is within some per cent of the best while it is dragged, and as good where one or both magnitudes are given', () => {
    const best = energies(valueOf(blend(first, second)).curve).variation;
    const quick = valueOf(blend(first, second, { quick: true }));
    expect(energies(quick.curve).variation / best).toBeGreaterThan(1);
    expect(energies(quick.curve).variation / best).toBeLessThan(1.13);
    expect(quick.magnitudes[0] / arcLength(quick.curve).total).toBeCloseTo(1, 3);
    const half = valueOf(blend(first, second, { magnitudes: [86.457, null] }));
    expect(half.magnitudes[1]).toBeCloseTo(86.457, 2);
    expect(valueOf(blend(first, second, { magnitudes: [60, 70] })).magnitudes).toEqual([60, 70]);
    const linked = valueOf(blend(first, second, { ratio: 1 }));
    expect(linked.magnitudes[0]).toBeCloseTo(86.457, 3);
    const twice = valueOf(blend(first, second, { ratio: 2 }));
    expect(twice.magnitudes[1]).toBe(2 * twice.magnitudes[0]);
    expect(energies(twice.curve).variation).toBeGreaterThan(best);
  });
});

it('check B3: a line into an arc of radius 20', () => {
  const angle = (70 * Math.PI) / 180;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  // The arc turns left: its centre lies to the left of the direction in which it is left behind, whichever way.
  const second = jet([60, 30, 0], [-c, -s, 0], [-s / 20, c / 20, 0]);
  const { curve, magnitudes } = valueOf(blend(jet([0, 0, 0], [1, 0, 0]), second));
  expect(magnitudes[0]).toBeCloseTo(63.244, 3);
  expect(magnitudes[1]).toBeCloseTo(72.729, 3);
  const wanted = [[0, 0], [12.649, 0], [25.297, 0], [37.624, 7.186], [55.025, 16.331], [60, 30]]; // prettier-ignore
  places(curve).forEach(([x, y], i) => {
    expect(x).toBeCloseTo(wanted[i][0], 3);
    expect(y).toBeCloseTo(wanted[i][1], 3);
  });
  expect(Math.hypot(60, 30) ** 3 * energies(curve).variation).toBeCloseTo(27.5849, 4);
});

describe('blends between random curves in space', () => {
  it('keep both levels, measured by differences of 320 bits', () => {
    const random = randomNumbers(31);
    let told = 0;
    for (let k = 0; k < 60; k++) {
      const first = randomPair(random).jet;
      const other = randomPair(random).jet;
      const second: Jet = { ...other, point: [other.point[0] + 150, other.point[1] + 40, other.point[2]] };
      const facing: Jet = { ...second, tangent: negate(second.tangent), rate: negate(second.rate) };
      const levels = [[1, 3], [2, 2], [3, 3], [3, 1]][k % 4] as [1, 3]; // prettier-ignore
      const made = blend(first, facing, { levels, quick: true });
      if (!made.ok) continue;
      told++;
      const { curve } = made.value;
      expect(curve.degree).toBe(levels[0] + levels[1] + 1);
      const [start, end] = [measuredAtEnd(curve, 'start'), measuredAtEnd(curve, 'end')];
      expect(distance(start.point, first.point) + distance(end.point, facing.point)).toBeLessThan(1e-9);
      if (levels[0] >= 2) expect(distance(start.curvature, first.curvature)).toBeLessThan(1e-9);
      if (levels[0] >= 3) expect(distance(start.rate, first.rate)).toBeLessThan(1e-9);
      if (levels[1] >= 2) expect(distance(end.curvature, facing.curvature)).toBeLessThan(1e-9);
      if (levels[1] >= 3) expect(distance(end.rate, negate(facing.rate))).toBeLessThan(1e-9);
    }
    expect(told).toBeGreaterThan(20);
  });

  it('are refused where they would cross themselves, run away or have no length', () => {
    const first = jet([0, 0, 0], [1, 0, 0]);
    expect(blend(first, jet([0, 0, 0], [1, 0, 0]))).toMatchObject({ failure: { kind: 'no-length' } });
    const long = blend(first, jet([10, 0, 0], [-1, 0, 0]), { magnitudes: [400, 400] });
    expect(long).toMatchObject({ failure: { kind: 'too-long', chord: 10 } });
    const loop = blend(first, jet([10, 0, 0], [-0.6, 0.8, 0]), { magnitudes: [45, 45] });
    expect(loop).toMatchObject({ failure: { kind: 'crosses-itself' } });
  });
});
