import { angleIn, directionIn, directionTo, leftOf, leftOfLine, planeTowards } from './directions';
import { FRONT, type Plane } from './plane';

/** A plane that looks along y: its x is x, its y is z. */
const TOP: Plane = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1] };

describe('directions in a plane', () => {
  it('turn to angles and back, whole quarters to the last bit', () => {
    for (const [degrees, direction] of [[0, [1, 0, 0]], [90, [0, 1, 0]], [180, [-1, 0, 0]], [-90, [0, -1, 0]]] as const) {
      expect(directionIn(FRONT, (degrees * Math.PI) / 180)).toEqual(direction);
      expect(angleIn(FRONT, direction)).toBeCloseTo((degrees * Math.PI) / 180, 12);
    } // prettier-ignore
    expect(directionIn(TOP, Math.PI / 2)).toEqual([0, 0, 1]);
    expect(angleIn(TOP, directionIn(TOP, 0.7))).toBeCloseTo(0.7, 12);
  });

  it('have a left, seen against the normal, and lead from place to place', () => {
    expect(leftOf(FRONT, [1, 0, 0])).toEqual([0, 1, 0]);
    expect(leftOf(TOP, [1, 0, 0]).map((x) => x + 0)).toEqual([0, 0, 1]);
    expect(directionTo([0, 0, 0], [0, 0, 0])).toBeNull();
    expect(leftOfLine(FRONT, [0, 0, 0], [9, 0, 0], [4, -3, 0])).toBe(-3);
    expect(leftOfLine(FRONT, [1, 1, 0], [1, 1, 0], [4, 5, 0])).toBe(5);
    expect(planeTowards(FRONT, [1, 1, 0], [1, 9, 0])).toEqual({ origin: [1, 1, 0], x: [0, 1, 0], y: [-1, 0, 0] });
  });
});
