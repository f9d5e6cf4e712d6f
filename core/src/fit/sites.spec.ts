import { sitesInOrder } from './sites';

describe('sites in order', () => {
  it('have at one place the left side, the highest order first, the place, and then the right side', () => {
    const list = [
      { u: 1, order: 2 },
      { u: 1, order: 1, left: true },
      { u: 2, order: 0 },
      { u: 1, order: 0 },
      { u: 1, order: 2, left: true },
      { u: 1, order: 1 },
    ];
    const inOrder = sitesInOrder(list).map(({ u, order, left }) => [u, left ? -order : order]);
    expect(inOrder).toEqual([[1, -2], [1, -1], [1, 0], [1, 1], [1, 2], [2, 0]]); // prettier-ignore
    expect(list[0]).toEqual({ u: 1, order: 2 });
  });
});
