import { distance, FRONT, type Plane, rotation, type Vector3 } from '@pencil-bend/core';
import { placed } from '@pencil-bend/document';
import { placesOf, pointNear } from './pointSets';
import { pointAt, shownSet, spread } from './pointSets.fixture';
import { footOn } from './sight';

const SIDE: Plane = { origin: [5, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };
const POINTS = spread(1500);
const PLACES = spread(150);
const MAP = rotation([1, 2, 3], 0.7, [20, 0, 5]);

/** The same by looking at every point. */
function byHand(plane: Plane, at: Vector3, reach: number, thinning: number, deep: boolean): Vector3 | null {
  let best: Vector3 | null = null;
  let nearest = reach;
  for (let i = 0; i < POINTS.length / 3; i += thinning) {
    const place = placed(MAP, pointAt(POINTS, i));
    if (deep && distance(place, at) > reach) continue;
    const away = distance(footOn(plane, place), footOn(plane, at));
    if (away <= nearest) [best, nearest] = [place, away];
  }
  return best;
}

describe('the point of a measured set that is nearest', () => {
  it.each([
    ['from the front', FRONT, 1, false],
    ['from the side', SIDE, 1, false],
    ['thinned', FRONT, 7, false],
    ['also near in space', FRONT, 1, true],
    ['thinned, from the side, near in space', SIDE, 3, true],
  ] as const)('%s is found as by looking at all of them', (_how, plane, thinning, deep) => {
    const set = shownSet(POINTS, { map: MAP, thinning });
    let found = 0;
    for (let i = 0; i < 150; i++) {
      const at = placed(MAP, pointAt(PLACES, i));
      const [expected, place] = [byHand(plane, at, 2.5, thinning, deep), pointNear(set, plane, at, 2.5, { deep })];
      expect(place).toEqual(expected);
      if (place) found++;
    }
    expect(found).toBeGreaterThan(20);
  });

  it('is none where no point is near, or none is here', () => {
    expect(pointNear(shownSet(POINTS), FRONT, [500, 0, 0], 3)).toBeNull();
    expect(pointNear(shownSet(null), FRONT, [5, 5, 0], 300)).toBeNull();
  });
});

it('the places of a set are all of its points where they lie, worked out once', () => {
  const { pointSet } = shownSet(POINTS, { map: MAP, thinning: 9 });
  if (!pointSet) throw new Error('it is none');
  const places = placesOf(pointSet, POINTS);
  expect(places).toHaveLength(POINTS.length);
  for (const i of [0, 17, 1499]) expect(pointAt(places, i)).toEqual(placed(MAP, pointAt(POINTS, i)));
  expect(placesOf(pointSet, POINTS)).toBe(places);
});
