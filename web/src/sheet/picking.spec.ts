import type { Vector3 } from '@pencil-bend/core';
import { type CurveItem, fitRecipe, GRAPHITE, type Item, resolveRecipe } from '@pencil-bend/document';
import type { Drawn } from './drawn';
import { pick } from './picking';

const shared = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;

function curve(id: string, ...places: readonly Vector3[]): Drawn {
  const recipe = fitRecipe(
    places.map((at, i) => ({ id: `${id}${i}`, at })),
    false,
  );
  const item: CurveItem = { ...shared, kind: 'curve', name: id, recipe };
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) throw new Error(resolved.failure.message);
  return { id, item, at: null, ...resolved.value };
}

const dot: Item = { ...shared, kind: 'point', name: 'Dot', at: [50, 40, 0] };
const scene: readonly Drawn[] = [
  curve('low', [0, 0, 0], [50, 0, 0], [100, 0, 0]),
  curve('high', [0, 4, 0], [100, 4, 0]),
  { id: 'dot', item: dot, curve: null, fitParameters: new Float64Array(), at: [50, 40, 0] },
];

const NONE = { item: null, point: null };

describe('pick', () => {
  it('finds the nearest curve with the place of a new point on it', () => {
    expect(pick([20, 1, 0], scene, NONE, 3, 0.25)).toMatchObject({ kind: 'curve', item: 'low', insert: 1 });
    expect(pick([70, 1, 0], scene, NONE, 3, 0.25)).toMatchObject({ kind: 'curve', item: 'low', insert: 2 });
    expect(pick([20, 3.5, 0], scene, NONE, 3, 0.25)).toMatchObject({ kind: 'curve', item: 'high', insert: 1 });
    expect(pick([20, 20, 0], scene, NONE, 3, 0.25)).toBeNull();
  });

  it('prefers the selected curve, and its points to its line', () => {
    const selected = { item: 'low', point: null };
    expect(pick([20, 2.5, 0], scene, selected, 3, 0.25)).toMatchObject({ item: 'low' });
    expect(pick([51, 2, 0], scene, selected, 3, 0.25)).toEqual({
      kind: 'point',
      item: 'low',
      point: 'low1',
      at: [50, 0, 0],
    });
    expect(pick([51, 2, 0], scene, NONE, 3, 0.25)).toMatchObject({ kind: 'curve' });
    expect(pick([100, 0, 0], scene, selected, 3, 0.25)).toMatchObject({ point: 'low2' });
  });

  it('finds points of their own', () => {
    expect(pick([51, 41, 0], scene, NONE, 3, 0.25)).toEqual({
      kind: 'point',
      item: 'dot',
      point: null,
      at: [50, 40, 0],
    });
  });
});
