import { domainOf } from '../../curve/curve';
import { evaluate } from '../../curve/evaluate';
import { distance, type Vector3 } from '../../linear/vector';
import { randomNumbers } from '../../linear/random.fixture';
import { boundingBox } from '../../measure/extent';
import { nearPath, type Path } from './nearPath';

describe('a curve near a path', () => {
  const wave: Path = { pointAt: (t) => [90 * t, 12 * Math.sin(7 * t), 0], breaks: [0, 0.4, 1], closed: false };

  it('is within the tolerance, over the same range', () => {
    const { curve, error } = nearPath(wave, 0.01, 3, 3);
    expect(error).toBeLessThanOrEqual(0.01);
    expect(domainOf(curve)).toEqual([0, 1]);
    for (const t of [0, 1]) expect(distance(evaluate(curve, t), wave.pointAt(t))).toBeLessThan(1e-9);
  });

  it('is a line of no length where the path stays at one place', () => {
    const { curve, error } = nearPath({ pointAt: () => [3, 4, 5], breaks: [0, 1], closed: false }, 0.01, 3, 2);
    expect(curve.points).toHaveLength(8);
    expect(error).toBe(0);
  });

  it('looks at a path so often at most, also where it never settles', () => {
    // What a parallel curve does where its curve stands: at every look to another side.
    const random = randomNumbers(1);
    let looks = 0;
    const pointAt = (t: number): Vector3 => {
      looks++;
      return t < 0.3 || t > 0.7 ? [90 * t, 5, 0] : [45, random() < 0.5 ? 5 : -5, 0];
    };
    const { curve, error } = nearPath({ pointAt, breaks: [0, 1], closed: false }, 0.01, 3, 2);
    expect(looks).toBeLessThan(20_000);
    expect(error).toBeGreaterThan(0.01);
    // Nor does it swing out from where the path is.
    const { least, largest } = boundingBox(curve);
    expect(least[1]).toBeGreaterThan(-12);
    expect(largest[1]).toBeLessThan(12);
  });
});
