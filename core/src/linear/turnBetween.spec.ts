import fc from 'fast-check';
import { directions, vectors } from './real.fixture';
import { turnBetween } from './turnBetween';
import { distance, dot, length, negate, unit } from './vector';

it('takes one direction to the other, keeps lengths, and leaves what lies across both', () => {
  fc.assert(
    fc.property(directions(10), directions(10), vectors(10), (a, b, v) => {
      const [from, to] = [unit(a), unit(b)];
      const turn = turnBetween(from, to);
      expect(distance(turn(from), to)).toBeLessThan(1e-12);
      expect(length(turn(v))).toBeCloseTo(length(v), 9);
      // Half of it twice is all of it.
      expect(distance(turn(turn(v, 0.5), 0.5), turn(v))).toBeLessThan(1e-9);
      expect(distance(turn(v, 0), v)).toBeLessThan(1e-12);
    }),
  );
});

it('turns straight back, and not at all', () => {
  const [x, y] = [unit([1, 0, 0]), unit([0.6, 0, 0.8])];
  for (const from of [x, y]) {
    const back = turnBetween(from, negate(from));
    expect(distance(back(from), negate(from))).toBeLessThan(1e-12);
    expect(dot(back(from, 0.5), from)).toBeCloseTo(0, 12);
    expect(distance(turnBetween(from, from)([1, 2, 3]), [1, 2, 3])).toBeLessThan(1e-12);
  }
});
