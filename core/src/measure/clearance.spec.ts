import { add, cross, distance, dot, scale, subtract, unit, type Vector3 } from '../linear/vector';
import { evaluate } from '../curve/evaluate';
import { lineBetween } from '../exact/line';
import { transform, translation } from '../edit/transform';
import { clearance } from './clearance';
import { circle, ellipse, sCubic, uneven } from './shapes.fixture';

describe('clearance', () => {
  it('of a circle and a line is the distance of its centre less its radius', () => {
    const { distance: found, bound, first, second } = clearance(circle(25), lineBetween([40, -90, 0], [40, 70, 0]));
    expect(found).toBeCloseTo(15, 10);
    expect(bound).toBeGreaterThan(15 * (1 - 2e-4));
    expect(bound).toBeLessThanOrEqual(found);
    expect(distance(first.point, [25, 0, 0])).toBeLessThan(1e-5);
    expect(distance(second.point, [40, 0, 0])).toBeLessThan(1e-5);
  });

  it('of skew lines in space is the length of their common perpendicular', () => {
    const [a, b, c, d]: readonly Vector3[] = [[0, 0, 0], [80, 20, 10], [10, 50, 30], [60, -40, 45]]; // prettier-ignore
    // |(c − a) · n| with the unit normal n of both directions (analytic geometry, any textbook).
    const n = unit(cross(subtract(b, a), subtract(d, c)));
    const wanted = Math.abs(dot(subtract(c, a), n));
    expect(clearance(lineBetween(a, b), lineBetween(c, d)).distance).toBeCloseTo(wanted, 9);
  });

  it('of concentric circles, which run side by side, is the difference of their radii', () => {
    const found = clearance(circle(30), circle(22));
    expect(found.distance).toBeCloseTo(8, 10);
    expect(found.bound).toBeLessThanOrEqual(8);
    expect(found.bound).toBeGreaterThan(7.5);
  });

  it('is 0 where curves cross, touch or are one', () => {
    expect(clearance(sCubic, lineBetween([0, 30, 0], [90, -30, 0])).distance).toBeLessThan(1e-9);
    expect(clearance(circle(25), lineBetween([-40, 25, 0], [30, 25, 0])).distance).toBeLessThan(1e-6);
    expect(clearance(uneven, uneven).distance).toBe(0);
  });

  it('is between ends where these are nearest', () => {
    const { distance: found, first, second } = clearance(sCubic, lineBetween([120, 40, 0], [200, 90, 0]));
    expect(found).toBe(50);
    expect([first.u, second.u]).toEqual([1, 0]);
  });

  it('agrees with the nearest of many places, and is the same both ways', () => {
    let told = 0;
    for (let k = 0; k < 12; k++) {
      const by: Vector3 = add([20 * Math.cos(k), 55 + 12 * Math.sin(2 * k), 7 * k], scale([1, -1, 2], k % 5));
      const other = transform(k % 2 ? uneven : ellipse(30, 12), translation(by));
      const { distance: found, bound } = clearance(sCubic, other);
      let nearest = Infinity;
      for (let i = 0; i <= 120; i++) {
        for (let j = 0; j <= 120; j++) {
          const [u, v] = [i / 120, other.knots[other.knots.length - 1] * (j / 120)];
          nearest = Math.min(nearest, distance(evaluate(sCubic, u), evaluate(other, v)));
        }
      }
      expect(found).toBeLessThanOrEqual(nearest + 1e-9);
      expect(found).toBeGreaterThan(nearest - 1.5);
      expect(bound).toBeLessThanOrEqual(found);
      expect(bound).toBeGreaterThan(found * 0.999);
      expect(clearance(other, sCubic).distance).toBeCloseTo(found, 3);
      told++;
    }
    expect(told).toBe(12);
  });
});
