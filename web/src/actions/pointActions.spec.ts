import type { Vector3 } from '@pencil-bend/core';
import { type CommandCall, fitRecipe, NOTHING, type Selection } from '@pencil-bend/document';
import { POINT_ACTIONS } from './pointActions';
import type { Workbench } from './workbench';

/** What an action does to a curve through points of which one is selected. */
function done(label: string, places: readonly Vector3[], selected: number): CommandCall | null {
  const recipe = fitRecipe(
    places.map((at, i) => ({ id: `p${i}`, at })),
    false,
  );
  const selection: Selection = { ...NOTHING, items: ['a'], handles: [{ kind: 'fit', id: `p${selected}` }] };
  let call: CommandCall | null = null;
  const editing = {
    selection: () => selection,
    recipeOf: () => recipe,
    onlySelected: () => 'a',
    do: (given: CommandCall) => (call = given),
  };
  POINT_ACTIONS.find((action) => action.label === label)?.does({ editing } as unknown as Workbench);
  return call;
}

const ARCH: readonly Vector3[] = [
  [0, 0, 0],
  [30, 20, 0],
  [60, 0, 0],
];
const BACK = ARCH.toReversed();

describe('a tangent made horizontal or vertical', () => {
  it.each<[string, readonly Vector3[], number, Vector3]>([
    ['Tangent horizontal', ARCH, 1, [1, 0, 0]],
    ['Tangent horizontal', BACK, 1, [-1, 0, 0]],
    ['Tangent vertical', ARCH, 0, [0, 1, 0]],
    ['Tangent vertical', ARCH, 2, [0, -1, 0]],
  ])('%s: the way the curve runs already', (label, places, index, direction) => {
    expect(done(label, places, index)).toEqual({
      command: 'setTangent',
      args: { item: 'a', point: `p${index}`, tangent: { direction } },
    });
  });
});
