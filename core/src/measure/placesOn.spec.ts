import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { polyline } from '../exact/polyline';
import { distance, dot, subtract, type Vector3 } from '../linear/vector';
import { FRONT } from '../plane/plane';
import { derivatives } from '../curve/evaluate';
import { domainOf } from '../curve/curve';
import { sCubic } from './shapes.fixture';
import { arcCentre } from './arcCentre';
import { directionBeyond, nearerEnd } from './ends';
import { middles } from './middles';
import { runsAcross, squareFrom, stretchAround, touchedFrom } from './placesOn';
import { leftAt, leftBy } from './side';

const Z: Vector3 = [0, 0, 1];
const ROUND = circle(FRONT, [10, 5, 0], 5);
const whole = { from: 0, to: 1 };

describe('places on a curve', () => {
  it('a tangent from outside touches a circle where the radius is at a right angle to it (Euclid, Elements, III.18)', () => {
    const from: Vector3 = [23, 5, 0];
    const places = touchedFrom(ROUND, whole, from, Z);
    expect(places).toHaveLength(2);
    for (const { point } of places) {
      expect(dot(subtract(point, [10, 5, 0]), subtract(from, point))).toBeCloseTo(0, 9);
      // By Pythagoras the tangent is 12 long: 5, 12, 13.
      expect(distance(point, from)).toBeCloseTo(12, 9);
    }
  });

  it('a perpendicular to a circle goes through its centre', () => {
    const places = squareFrom(ROUND, whole, [13, 9, 0]);
    expect(places.length).toBeGreaterThan(0);
    for (const { point } of places) {
      const [a, b] = [subtract(point, [10, 5, 0]), subtract([13, 9, 0], [10, 5, 0])];
      expect(a[0] * b[1] - a[1] * b[0]).toBeCloseTo(0, 8);
    }
  });

  it('the quadrants of a circle lie at its radius along the axes; a level line has none to name', () => {
    const found = [...runsAcross(ROUND, whole, [1, 0, 0]), ...runsAcross(ROUND, whole, [0, 1, 0])].map(({ point }) => point.map((x) => Math.round(x * 1e9) / 1e9)); // prettier-ignore
    for (const quadrant of [[10, 10, 0], [10, 0, 0], [5, 5, 0]]) expect(found).toContainEqual(quadrant); // prettier-ignore
    expect(runsAcross(lineBetween([0, 0, 0], [9, 0, 0]), whole, [0, 1, 0])).toEqual([]);
  });

  it('a corner that changes sides is no tangent', () => {
    const corner = polyline([0, 0, 0], [{ kind: 'line', to: [10, 0, 0] }, { kind: 'line', to: [10, 10, 0] }]); // prettier-ignore
    if (!corner.ok) throw new Error('no polyline');
    const [from, to] = domainOf(corner.value);
    expect(touchedFrom(corner.value, { from, to }, [15, -5, 0], Z)).toEqual([]);
  });

  it('a stretch stays within its reach, and within the curve', () => {
    const line = lineBetween([0, 0, 0], [100, 0, 0]);
    expect(stretchAround(line, 0.5, 10)).toEqual({ from: 0.35, to: 0.65 });
    expect(stretchAround(line, 0, 10)).toEqual({ from: 0, to: 0.15 });
  });
});

describe('the centre of an arc', () => {
  it('is that of a circle and of a part of one; other curves have none', () => {
    expect(arcCentre(ROUND)).toEqual([10, 5, 0]);
    expect(arcCentre(lineBetween([0, 0, 0], [1, 0, 0]))).toBeNull();
    expect(arcCentre(sCubic)).toBeNull();
  });
});

describe('ends, middles and sides', () => {
  it('a curve would go on outwards at both ends', () => {
    const line = lineBetween([0, 0, 0], [3, 4, 0]);
    for (const [end, way] of [
      ['end', 1],
      ['start', -1],
    ] as const) {
      const [x, y, z] = directionBeyond(line, end);
      expect([x, y, z]).toEqual([expect.closeTo(way * 0.6, 12), expect.closeTo(way * 0.8, 12), 0]);
    }
    const weighted = { ...sCubic, points: sCubic.points.map((x, i) => x * (1 + Math.floor(i / 4))) };
    for (const curve of [sCubic, weighted]) {
      for (const [end, k, side, way] of [
        ['start', 0, 'right', -1],
        ['end', 1, 'left', 1],
      ] as const) {
        const [, , , x, y, z] = derivatives(curve, domainOf(curve)[k], 1, side);
        expect(dot(directionBeyond(curve, end), [x, y, z])).toBeCloseTo(way * Math.hypot(x, y, z), 9);
      }
    }
  });

  it('the nearer end is told by length, the middle is half way', () => {
    const line = lineBetween([0, 0, 0], [10, 0, 0]);
    expect([nearerEnd(line, 0.49), nearerEnd(line, 0.51)]).toEqual(['start', 'end']);
    expect(middles(line)).toEqual([[5, 0, 0]]);
    const corner = polyline([0, 0, 0], [{ kind: 'line', to: [10, 0, 0] }, { kind: 'line', to: [10, 6, 0] }]); // prettier-ignore
    expect(corner.ok && middles(corner.value)).toEqual([[5, 0, 0], [10, 3, 0]]); // prettier-ignore
  });

  it('left of a circle that runs anticlockwise is inside', () => {
    expect(leftBy(ROUND, [10, 5, 0], Z)).toBeCloseTo(5, 9);
    expect(leftBy(ROUND, [10, 12, 0], Z)).toBeCloseTo(-2, 9);
    expect(leftBy(ROUND, [10, 12, 0], [0, 0, -1])).toBeCloseTo(2, 9);
    expect(leftAt(lineBetween([0, 0, 0], [9, 0, 0]), 0.5, Z)).toEqual([0, 1, 0]);
  });
});
