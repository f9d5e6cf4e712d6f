import type { Vector3 } from '../linear/vector';
import { isInPolygon } from './inPolygon';
import { FRONT, type Plane } from './plane';

/** A plane that looks along y: its x is x, its y is z. */
const TOP: Plane = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1] };

describe('a polygon', () => {
  it('holds what is inside it as seen along the normal, at any height', () => {
    const square: Vector3[] = [[0, 0, 0], [4, 0, 0], [4, 4, 0], [0, 4, 0]]; // prettier-ignore
    expect([isInPolygon(FRONT, [2, 2, 9], square), isInPolygon(FRONT, [5, 2, 0], square)]).toEqual([true, false]);
    const wall: Vector3[] = [[0, 0, 0], [4, 0, 0], [4, 0, 4], [0, 0, 4]]; // prettier-ignore
    expect([isInPolygon(TOP, [2, 7, 2], wall), isInPolygon(TOP, [2, 7, 5], wall)]).toEqual([true, false]);
  });
});
