import fc from 'fast-check';
import { directions, real, vectors } from './real.fixture';
import {
  across,
  add,
  along,
  cross,
  distance,
  dot,
  length,
  lerp,
  middle,
  negate,
  rounded,
  subtract,
  unit,
} from './vector';

const vector = vectors(1e3);
const direction = directions(1e3);

describe('vectors', () => {
  it('between two points lie on the way, the middle halfway', () => {
    fc.assert(
      fc.property(vector, vector, real(-2, 3), (a, b, share) => {
        const point = lerp(a, b, share);
        expect(distance(point, a)).toBeCloseTo(Math.abs(share) * distance(a, b), 8);
        expect(distance(point, b)).toBeCloseTo(Math.abs(1 - share) * distance(a, b), 8);
        expect(distance(middle(a, b), lerp(a, b, 0.5))).toBeLessThan(1e-12);
      }),
    );
    expect(lerp([1, 2, 3], [5, 2, 1], 0)).toEqual([1, 2, 3]);
    expect(along([1, 2, 3], [0, 1, -1], 4)).toEqual([1, 6, -1]);
  });

  it('part into what runs along a direction and what lies across it', () => {
    fc.assert(
      fc.property(vector, direction, (v, way) => {
        const d = unit(way);
        expect(length(d)).toBeCloseTo(1, 14);
        expect(length(cross(d, way))).toBeLessThan(1e-9);
        expect(dot(d, way)).toBeGreaterThan(0);
        const side = across(v, d);
        expect(dot(side, d)).toBeCloseTo(0, 9);
        expect(distance(along(side, d, dot(v, d)), v)).toBeLessThan(1e-9);
      }),
    );
    expect(() => unit([0, 0, 0])).toThrow('a direction is needed, not 0, 0, 0');
  });

  it('turn round and round off without a zero that has a sign', () => {
    fc.assert(fc.property(vector, (v) => expect(length(add(v, negate(v)))).toBe(0)));
    expect(negate([0, 1, -2])).toEqual([0, -1, 2]);
    expect(rounded([0.1 + 0.2, -1e-12, 2 / 3], 9)).toEqual([0.3, 0, 0.666666667]);
    expect(subtract([1, 0, 0], [1, 0, 0])).toEqual([0, 0, 0]);
  });
});
