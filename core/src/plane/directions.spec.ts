import { arcLength } from '../measure/arcLength';
import { circleThrough } from '../exact/arc';
import { parabolaThrough, rhoNear } from '../exact/conic';
import { polygonOnEdge } from '../exact/polyline';
import { evaluate } from '../curve/evaluate';
import { closestOnSegment } from '../linear/segment';
import { distance, type Vector3 } from '../linear/vector';
import { angleIn, directionIn, directionTo, leftOf, leftOfLine, planeTowards } from './directions';
import { isInPolygon } from './inPolygon';
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

  it('a polygon holds what is inside it as seen along the normal, at any height', () => {
    const square: Vector3[] = [[0, 0, 0], [4, 0, 0], [4, 4, 0], [0, 4, 0]]; // prettier-ignore
    expect([isInPolygon(FRONT, [2, 2, 9], square), isInPolygon(FRONT, [5, 2, 0], square)]).toEqual([true, false]);
    const wall: Vector3[] = [[0, 0, 0], [4, 0, 0], [4, 0, 4], [0, 0, 4]]; // prettier-ignore
    expect([isInPolygon(TOP, [2, 7, 2], wall), isInPolygon(TOP, [2, 7, 5], wall)]).toEqual([true, false]);
  });

  it('the nearest place of a segment is its foot or an end', () => {
    expect(closestOnSegment([3, 4, 0], [0, 0, 0], [10, 0, 0])).toEqual({ share: 0.3, point: [3, 0, 0], distance: 4 });
    expect(closestOnSegment([13, 4, 0], [0, 0, 0], [10, 0, 0])).toEqual({ share: 1, point: [10, 0, 0], distance: 5 });
    expect(closestOnSegment([3, 4, 0], [0, 0, 0], [0, 0, 0]).distance).toBe(5);
  });
});

describe('shapes that are told by places', () => {
  it('a circle through three places of one has its length', () => {
    const made = circleThrough(FRONT, [5, 0, 0], [3, 4, 0], [-5, 0, 0]);
    if (!made.ok) throw new Error('no circle');
    expect(arcLength(made.value).total).toBeCloseTo(10 * Math.PI, 9);
    expect(distance(evaluate(made.value, 0), [5, 0, 0])).toBeLessThan(1e-12);
    expect(circleThrough(FRONT, [0, 0, 0], [1, 0, 0], [2, 0, 0]).ok).toBe(false);
  });

  it('the fullness of a conic is the share of the way from its chord to its apex (The NURBS Book, 7.3)', () => {
    expect(rhoNear([0, 0, 0], [5, 10, 0], [10, 0, 0], [5, 4, 0])).toBeCloseTo(0.4, 12);
    expect(rhoNear([0, 0, 0], [5, 0, 0], [10, 0, 0], [5, 4, 0])).toBe(0.5);
    expect(rhoNear([0, 0, 0], [5, 10, 0], [10, 0, 0], [5, 99, 0])).toBe(0.999);
  });

  it('a parabola through a place has y = x²/(4 f)', () => {
    const made = parabolaThrough(FRONT, [2, 1, 0], [6, 5, 0]);
    expect(made?.focalLength).toBe(1);
    const [x, y] = made ? evaluate(made.curve, 0.3) : [0, 0];
    expect(y - 1).toBeCloseTo((x - 2) ** 2 / 4, 12);
    expect(parabolaThrough(FRONT, [0, 0, 0], [0, 5, 0])).toBeNull();
  });

  it('a polygon on an edge goes round as many edges of that length', () => {
    expect(arcLength(polygonOnEdge(FRONT, [1, 1, 0], [7, 1, 0], 5)).total).toBeCloseTo(30, 9);
    expect(distance(evaluate(polygonOnEdge(FRONT, [1, 1, 0], [7, 1, 0], 5), 0), [1, 1, 0])).toBeLessThan(1e-12);
  });
});
