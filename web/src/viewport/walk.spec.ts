import { FRONT } from '@pencil-bend/core';
import { emptyProject, fitRecipe, GRAPHITE, handlesOn, NOTHING } from '@pencil-bend/document';
import { drawnOf, type Drawn } from '../view/shownItem';
import { handlesOf } from './handleMarks';
import { spotsOf, stepped } from './walk';

const PROJECT = emptyProject('Test');
const look = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const recipe = fitRecipe(
  [
    { id: 'a', at: [0, 0, 0] },
    { id: 'b', at: [10, 4, 0] },
    { id: 'c', at: [20, 0, 3] },
  ],
  false,
);
const SPOUT = drawnOf('spout', { ...look, kind: 'curve', name: 'Spout', recipe }, PROJECT);
const DOT: Drawn = drawnOf('dot', { ...look, kind: 'point', name: 'Dot', at: [5, 5, 0] }, PROJECT);
const CAMERA = { plane: FRONT, x: 10, y: 0, scale: 0.05, width: 800, height: 600 };
const b = handlesOn('spout', [{ kind: 'fit', id: 'b' }]);
const handles = handlesOf(SPOUT, CAMERA, b, new Set());

it('goes through the items when nothing is selected, and round', () => {
  const spots = spotsOf([SPOUT, DOT], NOTHING, null);
  expect(spots.map(({ words }) => words)).toEqual(['Spout, 3 points, x 0.00, y 0.00', 'Dot, x 5.00, y 5.00']);
  expect(stepped(spots, null, 1)).toBe(spots[0]);
  expect(stepped(spots, null, -1)).toBe(spots[1]);
  expect(stepped(spots, spots[1], 1)).toBe(spots[0]);
  expect(stepped([], null, 1)).toBeNull();
});

it('goes through the handles of the selected curve, kind by kind', () => {
  const spots = spotsOf([DOT, SPOUT], b, handles);
  expect(spots.map(({ grip }) => grip?.handle.kind).filter((kind, i, all) => kind !== all[i - 1])).toEqual(['fit', 'control', 'tangent', 'knot']); // prettier-ignore
  expect(stepped(spots, spots[1], 1)?.words).toBe('Point 3 of 3 of Spout, x 20.00, y 0.00, z 3.00');
  expect(spots.every(({ item }) => item === 'spout')).toBe(true);
  const back = stepped(spots, spots[0], -1);
  expect(back?.grip?.handle.kind).toBe('knot');
});
