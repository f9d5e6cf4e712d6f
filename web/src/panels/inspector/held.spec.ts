import { fitRecipe, type Recipe } from '@pencil-bend/document';
import { heldPoints } from './held';

const arch = fitRecipe([{ id: 'a', at: [0, 0, 0] }, { id: 'b', at: [9, 7, 0] }, { id: 'c', at: [20, 0, 0] }], false); // prettier-ignore
const changed = (changes: object): Recipe =>
  ({ ...arch, points: arch.points.map((point) => (point.id === 'b' ? { ...point, ...changes } : point)) }) as Recipe;

describe('what is held at a point', () => {
  it('is nothing at first', () => expect(heldPoints(arch).size).toBe(0));

  it('is said in words, point by point', () => {
    expect([...heldPoints(changed({ pinned: [0, 1], radius: 4 }))]).toEqual([['b', 'x, y and radius']]);
    expect(heldPoints(changed({ tangent: { direction: [1, 0, 0] } })).get('b')).toBe('direction');
    expect(heldPoints(changed({ tangent: { direction: [1, 0, 0], strength: { mm: 3 } } })).get('b')).toBe(
      'direction and strength',
    );
  });
});
