import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { distance, length, type Vector3 } from '../linear/vector';
import { fromPlane, inPlane } from './coordinates';
import { planeFrom } from './planes';

const coordinate = real(-100, 100);
const place = fc.tuple(coordinate, coordinate, coordinate) as fc.Arbitrary<Vector3>;
const direction = place.filter((v) => length(v) > 1);

describe('coordinates in a plane', () => {
  it('give coordinates in and out', () => {
    fc.assert(
      fc.property(place, direction, place, (origin, normal, point) => {
        const plane = planeFrom(origin, normal);
        expect(distance(fromPlane(plane, inPlane(plane, point)), point)).toBeLessThan(1e-10);
      }),
    );
  });
});
