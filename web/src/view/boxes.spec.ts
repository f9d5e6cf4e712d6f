import { type Plane, type Vector3 } from '@pencil-bend/core';
import { emptyProject, fitRecipe, GRAPHITE } from '@pencil-bend/document';
import { boxesOf, boxesOn, isWithin } from './boxes';
import { shownItem } from './shownItem';

const SIDE: Plane = { origin: [5, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };
const shared = { name: 'One', colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const ends: readonly Vector3[] = [[0, 1, 2], [10, 4, 8]]; // prettier-ignore
const recipe = fitRecipe(
  ends.map((at, i) => ({ id: `p${i}`, at })),
  false,
);
const items = [
  shownItem('line', { ...shared, kind: 'curve', recipe }, emptyProject('Boxes')),
  shownItem('dot', { ...shared, kind: 'point', at: [3, 3, 3] }, emptyProject('Boxes')),
];

describe('boxes of what is shown', () => {
  it('are those of the control points, found once for a list; a point has none', () => {
    const boxes = boxesOf(items);
    expect([...boxes.subarray(0, 6)]).toEqual([0, 1, 2, 10, 4, 8].map((x) => expect.closeTo(x, 12)));
    expect(boxesOf(items)).toBe(boxes);
    expect(isWithin([3, 3, 3], boxes, 1, 1e6)).toBe(false);
  });

  it('are flat in the plane that is looked onto, beside those in space', () => {
    const seen = boxesOn(SIDE, items);
    expect([...seen.subarray(0, 6)]).toEqual([5, 1, 2, 5, 4, 8].map((x) => expect.closeTo(x, 12)));
    expect(boxesOf(items)).not.toBe(seen);
    expect(boxesOn(SIDE, items)).toBe(seen);
  });

  it.each<[Vector3, boolean]>([
    [[5, 2, 5], true],
    [[-0.9, 2, 5], true],
    [[-1.1, 2, 5], false],
    [[11.1, 2, 5], false],
    [[5, -0.1, 5], false],
    [[5, 5.1, 5], false],
    [[5, 2, 0.9], false],
    [[5, 2, 9.1], false],
  ])('reach one millimetre to every side: %p', (at, within) => {
    expect(isWithin(at, boxesOf(items), 0, 1)).toBe(within);
  });
});
