import { parameterAtShare, checked, valueOf } from '../curve/curves.fixture';
import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { arcLength } from '../measure/arcLength';
import { FRONT, type Plane } from '../plane/plane';
import { lineBetween } from './line';
import { polygonOnEdge, polyline, rectangle, regularPolygon } from './polyline';

/** A plane that lies askew. */
const ASKEW: Plane = { origin: [0, 0, 0], x: [0.6, 0.8, 0], y: [-0.48, 0.36, 0.8] };
const everywhere = (curve: Curve, check: (point: Vector3) => void) => {
  for (let i = 0; i <= 97; i++) check(evaluate(curve, parameterAtShare(curve, i / 97)));
};

describe('lines and chains of legs', () => {
  it('have the lengths of their legs as parameters', () => {
    const slot = valueOf(
      polyline(
        [0, 0, 0],
        [
          { kind: 'line', to: [40, 0, 0] },
          { kind: 'arc-on', to: [40, 20, 0] },
          { kind: 'line', to: [0, 20, 0] },
          { kind: 'arc-through', through: [-10, 10, 0], to: [0, 0, 0] },
        ],
      ),
    );
    expect(checked(slot).closing).toBe('clamped-closed');
    expect(slot.degree).toBe(2);
    const total = 80 + 20 * Math.PI;
    expect(domainOf(slot)[1]).toBeCloseTo(total, 9);
    expect(arcLength(slot).total).toBeCloseTo(total, 9);
    everywhere(slot, ([x, y]) => {
      const away = x > 40 ? Math.hypot(x - 40, y - 10) : x < 0 ? Math.hypot(x, y - 10) : Math.abs(y - 10);
      expect(away).toBeCloseTo(10, 10);
    });
    expect(valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [3, 4, 0] }]))).toMatchObject({
      degree: 1,
      closing: 'open',
    });
  });

  it('say which leg cannot be', () => {
    const first = { kind: 'line', to: [10, 0, 0] } as const;
    expect(polyline([0, 0, 0], [])).toMatchObject({ failure: { kind: 'no-legs' } });
    expect(polyline([0, 0, 0], [{ kind: 'arc-on', to: [1, 1, 0] }])).toMatchObject({
      failure: { kind: 'no-direction', leg: 0 },
    });
    expect(polyline([0, 0, 0], [first, { kind: 'arc-on', to: [20, 0, 0] }])).toMatchObject({
      failure: { kind: 'straight', leg: 1 },
    });
    expect(polyline([0, 0, 0], [first, first])).toMatchObject({ failure: { kind: 'coincident-points', leg: 1 } });
  });

  it('rectangles and regular polygons have their corners', () => {
    const box = checked(rectangle(ASKEW, [1, 1, 1], 30, 20));
    expect(domainOf(box)).toEqual([0, expect.closeTo(100, 12)]);
    expect(distance(evaluate(box, 50), [1 + 18 - 9.6, 1 + 24 + 7.2, 1 + 16])).toBeLessThan(1e-12);
    const hexagon = checked(regularPolygon(FRONT, [5, 5, 0], 6, 10));
    expect(arcLength(hexagon).total).toBeCloseTo(60, 12);
    const nut = regularPolygon(FRONT, [0, 0, 0], 6, 10, 'sides');
    expect(arcLength(nut).total).toBeCloseTo(120 / Math.sqrt(3), 12);
    expect(() => regularPolygon(FRONT, [0, 0, 0], 2, 1)).toThrow(
      'sides: a whole number from 3 to 10000 is needed, not 2',
    );
    expect(() => rectangle(FRONT, [0, 0, 0], -1, 1)).toThrow('a width above 0 is needed, not -1');
    expect(evaluate(lineBetween([0, 0, 0], [1, 2, 3]), 0.5)).toEqual([0.5, 1, 1.5]);
  });

  it('a polygon on an edge goes round as many edges of that length', () => {
    expect(arcLength(polygonOnEdge(FRONT, [1, 1, 0], [7, 1, 0], 5)).total).toBeCloseTo(30, 9);
    expect(distance(evaluate(polygonOnEdge(FRONT, [1, 1, 0], [7, 1, 0], 5), 0), [1, 1, 0])).toBeLessThan(1e-12);
  });
});
