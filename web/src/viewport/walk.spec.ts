import { FRONT } from '@pencil-bend/core';
import { emptyProject, fitRecipe, GRAPHITE, handlesOn, NOTHING } from '@pencil-bend/document';
import { shownItem, type ShownItem } from '../view/shownItem';
import { handlesOf } from './handleMarks';
import { stopsOf, stepped } from './walk';

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
const SPOUT = shownItem('spout', { ...look, kind: 'curve', name: 'Spout', recipe }, PROJECT);
const DOT: ShownItem = shownItem('dot', { ...look, kind: 'point', name: 'Dot', at: [5, 5, 0] }, PROJECT);
const CAMERA = { plane: FRONT, x: 10, y: 0, scale: 0.05, width: 800, height: 600 };
const b = handlesOn('spout', [{ kind: 'fit', id: 'b' }]);
const handles = handlesOf({ shown: SPOUT, viewport: CAMERA, selection: b, added: new Set() });

it('goes through the items when nothing is selected, and round', () => {
  const stops = stopsOf([SPOUT, DOT], NOTHING, null);
  expect(stops.map(({ label }) => label)).toEqual(['Spout, 3 points, x 0.00, y 0.00', 'Dot, x 5.00, y 5.00']);
  expect(stepped(stops, null, 1)).toBe(stops[0]);
  expect(stepped(stops, null, -1)).toBe(stops[1]);
  expect(stepped(stops, stops[1], 1)).toBe(stops[0]);
  expect(stepped([], null, 1)).toBeNull();
});

it('goes through the handles of the selected curve, kind by kind', () => {
  const stops = stopsOf([DOT, SPOUT], b, handles);
  expect(stops.map(({ located }) => located?.handle.kind).filter((kind, i, all) => kind !== all[i - 1])).toEqual(['fit', 'control', 'tangent', 'knot']); // prettier-ignore
  expect(stepped(stops, stops[1], 1)?.label).toBe('Point 3 of 3 of Spout, x 20.00, y 0.00, z 3.00');
  expect(stops.every(({ item }) => item === 'spout')).toBe(true);
  const back = stepped(stops, stops[0], -1);
  expect(back?.located?.handle.kind).toBe('knot');
});
