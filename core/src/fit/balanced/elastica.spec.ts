import { energies } from '../../measure/energies';
import { arcLength } from '../../measure/arcLength';
import { curvatureAt } from '../../measure/curvature';
import { smallestRadius } from '../../measure/extrema';
import { packVectors, type Vector3 } from '../../linear/vector';
import { randomNumbers } from '../../linear/random.fixture';
import { bestPlane } from '../../measure/bestPlane';
import { normalOf } from '../../plane/plane';
import { ARCH, around, distanceFromPolyline, polylineLength, randomLine, ZIG_ZAG } from '../strokes.fixture';
import { balancedThrough } from './balanced';
import { balanceOf, elastica, stiffnessOf } from './elastica';
import { apartBy, missOf, MOVES, pointsBy } from './laws.fixture';

const UP: Vector3 = [0, 0, 1];

describe('the elastica through points', () => {
  // The figures of check FI.
  it.each([
    [5, 7.0, 7.25, 1.072, 3.3, 3.6],
    [10, 13.9, 14.4, 1.169, 4.5, 5.1],
  ])(
    'of stiffness %d mm on the zig-zag strays, lengthens and bends as found',
    (stiffness, least, most, ratio, tight, wide) => {
      const { curve } = elastica(ZIG_ZAG, { normal: UP, stiffness });
      const strays = distanceFromPolyline(curve, ZIG_ZAG);
      expect(strays).toBeGreaterThan(least - 0.05);
      expect(strays).toBeLessThan(most + 0.05);
      expect(Math.abs(arcLength(curve).total / polylineLength(ZIG_ZAG) - ratio)).toBeLessThan(0.0035);
      const radius = smallestRadius(curve, UP)?.radius ?? 0;
      expect(radius).toBeGreaterThan(tight - 0.05);
      expect(radius).toBeLessThan(wide);
    },
  );

  it('on the zig-zag comes to its least of 11.89 in some forty steps, and says how much it is', () => {
    const { curve, energy, steps, by } = elastica(ZIG_ZAG, { normal: UP });
    const stiffness = stiffnessOf(ZIG_ZAG, false, 0.25);
    expect(stiffness).toBeCloseTo(Math.hypot(4, 22) / 4, 1);
    // 11.891 without a price on uneven speed, after 1500 steps.
    expect(energy).toBeGreaterThan(11.8905);
    expect(energy).toBeLessThan(11.895);
    expect(by).toBe('settled');
    expect(steps).toBeLessThan(50);
    const { bending, length } = energies(curve);
    expect(bending + length / stiffness ** 2).toBeCloseTo(energy, 3);
  });

  // Love, ch. XIX, the first integral: legs of 60 mm at a corner that turns by φ. R = ℓ/(√2 sin(φ'/4)) at the apex, where
  // φ' = φ + 2 asin(d/leg) and d = 2√2 ℓ sin(φ'/4).
  it.each([30, 60, 90])('at a lone corner of %d degrees bends by the closed form', (degrees) => {
    const turn = (degrees * Math.PI) / 180;
    let wide = turn;
    for (let k = 0; k < 50; k++) wide = turn + 2 * Math.asin((2 * Math.SQRT2 * 5 * Math.sin(wide / 4)) / 60);
    const closed = 5 / (Math.SQRT2 * Math.sin(wide / 4));
    const points = packVectors([
      [-60, 0, 0],
      [0, 0, 0],
      [60 * Math.cos(turn), 60 * Math.sin(turn), 0],
    ]);
    // Spans of 2.5 mm, fine enough for the bend.
    const radius = smallestRadius(balancedThrough(points, balanceOf(5, 24), { normal: UP }).curve, UP)?.radius ?? 0;
    expect(Math.abs(radius / closed - 1)).toBeLessThan(0.01);
  });

  it('passes through its points to rounding, in the plane, in space and closed', () => {
    const random = randomNumbers(3);
    const lifted = ARCH.map((x, i) => (i % 3 === 2 ? 15 * random() : x));
    for (const [points, options] of [
      [ZIG_ZAG, { normal: UP }],
      [lifted, {}],
      [around(9, 30, 4, 7), {}],
      [ARCH, { normal: UP, closed: true }],
      [lifted, { closed: true }],
      [ARCH.slice(0, 9), { normal: UP, closed: true }],
      [ARCH.slice(0, 6), { normal: UP }],
    ] as const) {
      const { curve, parameters } = elastica(points, options);
      expect(missOf(points, curve, parameters)).toBeLessThan(1e-11 * 200);
      expect(curve.closing).toBe('closed' in options ? 'periodic' : 'open');
    }
  });

  it('of a closed run goes on over its seam as at any other point', () => {
    const ring = around(9, 40, 0, (2 * Math.PI * 8) / 9);
    const { curve, parameters } = elastica(ring, { normal: UP, closed: true });
    const turned = Float64Array.from([...ring.subarray(9), ...ring.subarray(0, 9)]);
    const other = elastica(turned, { normal: UP, closed: true });
    expect(arcLength(other.curve).total).toBeCloseTo(arcLength(curve).total, 5);
    // Even points around a circle: none is bent at otherwise than the rest.
    const bends = Array.from(parameters.subarray(0, 9), (u) => curvatureAt(curve, u, UP).kappa);
    for (const kappa of bends) expect(Math.abs(kappa / bends[0] - 1)).toBeLessThan(1e-3);
  });

  it.each(MOVES)('is the same in %s', (_, affine, scale) => {
    const random = randomNumbers(5);
    let told = 0;
    for (const points of [ARCH, randomLine(9, 6, 60, random), randomLine(9, 6, 90, random)]) {
      const first = elastica(points, { normal: UP });
      const moved = pointsBy(points, affine);
      const plane = normalOf(bestPlane(elastica(moved).curve).plane);
      const second = elastica(moved, { normal: plane });
      // Rounding may end the search a step sooner or later: so far the curve still moved.
      expect(apartBy(first.curve, second.curve, affine)).toBeLessThan(
        (first.steps === second.steps ? 1e-5 : 0.1) * scale,
      );
      told += first.steps === second.steps ? 1 : 0;
    }
    expect(told).toBeGreaterThanOrEqual(2);
  });

  it('gives the same bits for the same points', () => {
    expect(elastica(ZIG_ZAG, { normal: UP }).curve.points).toEqual(elastica(ZIG_ZAG, { normal: UP }).curve.points);
  });

  it('tells of its steps, and answers what it has when it is stopped', () => {
    const energiesSeen: number[] = [];
    const { steps, by, curve, parameters } = elastica(ZIG_ZAG, {
      normal: UP,
      progress: (step, energy) => {
        energiesSeen.push(energy);
        return step < 5;
      },
    });
    expect([steps, by]).toEqual([5, 'stopped']);
    energiesSeen.slice(1).forEach((energy, k) => expect(energy).toBeLessThanOrEqual(energiesSeen[k]));
    expect(missOf(ZIG_ZAG, curve, parameters)).toBeLessThan(1e-9);
  });

  it('refuses a stiffness that is none, and a normal that is not of length 1', () => {
    expect(() => elastica(ARCH, { stiffness: 0 })).toThrow('a stiffness above 0 is needed, not 0');
    expect(() => elastica(ARCH, { normal: [0, 0, 2] })).toThrow('normal');
  });
});
