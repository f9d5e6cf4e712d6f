import fc from 'fast-check';
import { directions, vectors } from '../linear/real.fixture';
import { distance } from '../linear/vector';
import { fromPlane, inPlane } from './coordinates';
import { planeFrom } from './planes';

const place = vectors(100);
const direction = directions(100);

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
