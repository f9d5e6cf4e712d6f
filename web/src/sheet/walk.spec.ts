import { fitRecipe, GRAPHITE, resolveRecipe } from '@pencil-bend/document';
import type { Drawn } from './drawn';
import { spotsOf, stepped } from './walk';

const look = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const recipe = fitRecipe(
  [
    { id: 'a', at: [0, 0, 0] },
    { id: 'b', at: [10, 4, 0] },
    { id: 'c', at: [20, 0, 3] },
  ],
  false,
);
const resolved = resolveRecipe(recipe);
if (!resolved.ok) throw new Error('no curve');
const SPOUT: Drawn = {
  id: 'spout',
  item: { ...look, kind: 'curve', name: 'Spout', recipe },
  at: null,
  ...resolved.value,
};
const DOT: Drawn = {
  id: 'dot',
  item: { ...look, kind: 'point', name: 'Dot', at: [5, 5, 0] },
  curve: null,
  fitParameters: new Float64Array(),
  at: [5, 5, 0],
};

it('goes through the items when nothing is selected, and round', () => {
  const spots = spotsOf([SPOUT, DOT], { item: null, point: null });
  expect(spots.map(({ words }) => words)).toEqual(['Spout, 3 points, x 0.00, y 0.00', 'Dot, x 5.00, y 5.00']);
  expect(stepped(spots, null, 1)).toBe(spots[0]);
  expect(stepped(spots, null, -1)).toBe(spots[1]);
  expect(stepped(spots, spots[1], 1)).toBe(spots[0]);
  expect(stepped([], null, 1)).toBeNull();
});

it('goes through the points of the selected curve, in its order', () => {
  const spots = spotsOf([DOT, SPOUT], { item: 'spout', point: 'b' });
  expect(spots.map(({ point }) => point)).toEqual(['a', 'b', 'c']);
  expect(stepped(spots, spots[1], 1)?.words).toBe('Point 3 of 3 of Spout, x 20.00, y 0.00, z 3.00');
  expect(stepped(spots, spots[0], -1)?.point).toBe('c');
});
