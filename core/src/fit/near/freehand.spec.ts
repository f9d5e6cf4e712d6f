import { distance, vectorAt } from '../../linear/vector';
import { valueOf } from '../../curve/curves.fixture';
import { evaluate } from '../../curve/evaluate';
import { distinctOf } from '../../knots/period';
import { kinksOf } from '../../measure/kinks';
import { cornersOf } from './corners';
import { freehand } from './freehand';
import { noisy, profile } from '../strokes.fixture';

/** Two legs that meet at an angle in (100, 0), then a tight but round turn of R 10. */
const stroke = (noise: number, seed: number) =>
  noisy(
    (s) => {
      const at = s * (100 + 80 + 10 * Math.PI);
      if (at < 100) return [at, 0, 0];
      if (at < 180) return [100, at - 100, 0];
      const turn = (at - 180) / 10;
      return [110 - 10 * Math.cos(turn), 80 + 10 * Math.sin(turn), 0];
    },
    420,
    noise,
    seed,
  );

describe('corners of a stroke', () => {
  it('are found to a sample or two, and round turns are none', () => {
    for (const seed of [1, 2, 3, 4]) {
      const samples = stroke(0.1, seed);
      const corners = cornersOf(samples, 4);
      expect(corners).toHaveLength(1);
      expect(distance(vectorAt(samples, corners[0]), [100, 0, 0])).toBeLessThan(1.2);
    }
    expect(cornersOf(noisy(profile, 300, 0.1), 4)).toEqual([]);
    expect(cornersOf(Float64Array.of(1, 2, 3), 4)).toEqual([]);
  });

  it('are not looked for where a stroke has only just begun, or is about to end', () => {
    const jog = Float64Array.from({ length: 3 * 80 }, (_, k) => [k / 6, 0, 0][k % 3]);
    jog[1] = jog[3 * 79 + 1] = 2;
    expect(cornersOf(jog, 4)).toEqual([]);
  });
});

describe('a freehand stroke', () => {
  it('becomes a light curve within the tolerance, with its corner and no other', () => {
    for (const seed of [1, 2, 3]) {
      const samples = stroke(0.15, seed);
      const made = valueOf(freehand(samples, 0.3));
      expect(made.within).toBe(true);
      expect(made.corners).toHaveLength(1);
      expect(kinksOf(made.curve, 0.2)).toHaveLength(1);
      expect(distinctOf(made.curve)).toBeLessThanOrEqual(13);
      expect(distance(evaluate(made.curve, 0), vectorAt(samples, 0))).toBe(0);
    }
  });

  it('smooths the corner when asked to', () => {
    const made = valueOf(freehand(stroke(0.1, 1), 0.3, { cornerTurn: Infinity }));
    expect(made.corners).toEqual([]);
    expect(kinksOf(made.curve, 0.2)).toEqual([]);
  });

  it('counts samples of a pen at rest once, and names corners by the samples as they came', () => {
    const moving = stroke(0.1, 1);
    const rested = new Float64Array(moving.length + 30);
    for (let i = 0; i < 11; i++) rested.set(moving.subarray(0, 3), 3 * i);
    rested.set(moving.subarray(3), 33);
    const [a, b] = [moving, rested].map((samples) => valueOf(freehand(samples, 0.3)));
    expect(b.corners[0]).toBe(a.corners[0] + 10);
    expect(b.curve.points).toEqual(a.curve.points);
    expect(freehand(new Float64Array(30), 0.3)).toMatchObject({
      failure: { kind: 'too-few-points', count: 1, needed: 2 },
    });
  });
});
