import { arcAbout, FRONT, lineBetween, type Plane, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, emptyProject, GRAPHITE, type PlainItem } from '@pencil-bend/document';
import { itemsNear, itemsTouching } from './itemIndex';
import { type ShownItem, shownItem } from './shownItem';

const SIDE: Plane = { origin: [5, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };
const shared = { name: 'One', colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const shown = (id: string, item: PlainItem): ShownItem => shownItem(id, item, emptyProject('Index'));
const line = (id: string, from: Vector3, to: Vector3) =>
  shown(id, { ...shared, kind: 'curve', recipe: controlRecipe(lineBetween(from, to), (i) => `c${i}`) });
const dot = (id: string, at: Vector3) => shown(id, { ...shared, kind: 'point', at });
const items = [line('slope', [0, 1, 2], [10, 4, 8]), dot('dot', [3, 9, 3]), line('far', [100, 0, 0], [110, 0, 0])];
const near = (at: Vector3, reach: number, plane = FRONT) => itemsNear(items, plane, at, reach).map(({ id }) => id);

describe('the index of what is shown', () => {
  it.each<[Vector3, boolean]>([
    [[5, 2, 0], true],
    [[-0.9, 2, 0], true],
    [[-1.1, 2, 0], false],
    [[11.1, 2, 0], false],
    [[5, -0.1, 0], false],
    [[5, 0.1, 0], true],
    [[5, 5.1, 0], false],
    // How deep it lies does not matter.
    [[5, 2, 90], true],
  ])('finds a curve from one millimetre around its box: %p', (at, isFound) => {
    expect(near(at, 1).includes('slope')).toBe(isFound);
  });

  it('finds points of their own, and all in the order of the list', () => {
    expect(near([3, 8.5, 0], 1)).toEqual(['dot']);
    expect(near([50, 5, 0], 60)).toEqual(['slope', 'dot', 'far']);
    expect(itemsTouching(items, FRONT, [2.9, 3.9, 3.1, 9.1]).map(({ id }) => id)).toEqual(['slope', 'dot']);
  });

  it('looks straight onto the plane that is asked for', () => {
    // 2 to 8 mm behind the plane's origin, against its x.
    expect([near([0, 2, 8.9], 1, SIDE), near([0, 2, 9.1], 1, SIDE)]).toEqual([['slope'], []]);
  });

  it('finds an arc by its centre too, which lies outside its control points', () => {
    const round = arcAbout([0, 0, 0], [10, 0, 0], [6, 8, 0], [0, 0, 1]);
    if (!round.ok) throw new Error('no arc');
    const all = [shown('arc', { ...shared, kind: 'curve', recipe: controlRecipe(round.value, (i) => `c${i}`) })];
    expect(itemsNear(all, FRONT, [0, 0, 0], 0.5)).toEqual(all);
    expect(itemsNear(all, FRONT, [-1, 0, 0], 0.5)).toEqual([]);
  });

  it('of nothing finds nothing', () => {
    expect(itemsNear([], FRONT, [0, 0, 0], 1e6)).toEqual([]);
  });
});
