import { valueOf, WAVE } from '../curve/curves.fixture';
import { circle } from '../exact/arc';
import { polyline } from '../exact/polyline';
import { distance } from '../linear/vector';
import { FRONT } from '../plane/plane';
import { arcLength, lengthAt } from './arcLength';
import { divideByCount, divideByLength } from './divide';

const rim = arcLength(circle(FRONT, [0, 0, 0], 25));
const legs = arcLength(valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [30, 0, 0] }, { kind: 'line', to: [30, 20, 0] }]))); // prettier-ignore

describe('dividing a curve', () => {
  it('by a count gives parts of one length, with both ends of an open curve', () => {
    const measured = arcLength(WAVE);
    const { parameters, step, rest } = divideByCount(measured, 7);
    expect(parameters).toHaveLength(8);
    expect([parameters[0], parameters[7], rest]).toEqual([0, 4, 0]);
    for (let i = 0; i <= 7; i++) expect(lengthAt(measured, parameters[i])).toBeCloseTo((measured.total * i) / 7, 8);
    expect(step).toBe(measured.total / 7);
    const around = divideByCount(rim, 6);
    expect(around.points).toHaveLength(6);
    // The side of a regular hexagon is its radius.
    for (let i = 0; i < 6; i++) expect(distance(around.points[i], around.points[(i + 1) % 6])).toBeCloseTo(25, 8);
  });

  it('by a length gives places from the start on, and what is left', () => {
    const { points, rest } = divideByLength(legs, 20);
    expect(points.map(([x, y]) => [x, y])).toEqual([
      [0, 0],
      [expect.closeTo(20, 9), 0],
      [30, expect.closeTo(10, 9)],
    ]);
    expect(rest).toBeCloseTo(10, 9);
    expect(divideByLength(legs, 80)).toMatchObject({ points: [[0, 0, 0]], rest: expect.closeTo(50, 9) });
  });

  it('by a length that goes into it ends at the end; on a closed curve just before the start', () => {
    const open = divideByLength(legs, 10);
    expect(open.points).toHaveLength(6);
    expect(open.points[5]).toEqual([30, 20, 0]);
    expect(open.rest).toBe(0);
    const around = divideByLength(rim, rim.total / 8);
    expect(around.points).toHaveLength(8);
    expect(around.rest).toBeCloseTo(rim.total / 8, 9);
  });
});
