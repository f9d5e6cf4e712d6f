import { emptyProject, fitRecipe, perform, plainRecipe, type Order, type Project } from '@pencil-bend/document';
import { edited, familyOf, movedItem, placeOf } from './linkedItems';

const recipe = fitRecipe([{ id: 'p', at: [5, 0, 0] }, { id: 'q', at: [9, 8, 0] }], false); // prettier-ignore
const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
const project = [
  { command: 'drawItems', args: { layer: 'sheet', plane: 'front', word: 'Wall', items: [{ id: 'wall', recipe }, { id: 'other', recipe }] } }, // prettier-ignore
  { command: 'mirrorItems', args: { items: ['wall'], id: 'm', about } },
  { command: 'mirrorItems', args: { items: ['m-1'], id: 'n', about: { at: [0, 20, 0], across: [0, 1, 0] } } },
].reduce((now: Project, order) => {
  const outcome = perform(now, order as Order, { id: 'step-000001', at: '' });
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}, emptyProject('Family'));

const firstOf = (now: Project, id: string) => {
  const item = now.items[id];
  return item.kind === 'curve' ? plainRecipe(now, item).points[0] : null;
};

describe('a curve and its mirrors', () => {
  it('belong together, mirrors of mirrors too, whichever is asked for', () => {
    expect(familyOf(project, 'wall')).toEqual(['wall', 'm-1', 'n-1']);
    expect(familyOf(project, 'n-1')).toEqual(['n-1', 'wall', 'm-1']);
    expect(familyOf(project, 'other')).toEqual(['other']);
    expect(familyOf(project, null)).toEqual([]);
  });

  it('change together while one of them is dragged', () => {
    // (−7, 40) seen in the mirror at y = 20 is (−7, 0), and that seen at x = 0 is (7, 0).
    const dragged = { ...recipe, points: [{ id: 'p', at: [-7, 40, 0] as const }, recipe.points[1]] };
    const after = edited(project, 'n-1', dragged);
    expect(firstOf(after, 'wall')).toMatchObject({ at: [7, 0, 0] });
    expect(firstOf(after, 'm-1')).toMatchObject({ at: [-7, 0, 0] });
    expect(firstOf(after, 'n-1')).toMatchObject({ at: [-7, 40, 0] });
  });
});

it('points and guides are moved by their place', () => {
  const look = { name: 'Gauge', colour: '#33363b', visible: true, layer: 'sheet', plane: 'front' } as const;
  const gauge = { kind: 'guide', ...look, guide: { kind: 'circle', centre: [1, 2, 0], radius: 3 } } as const;
  expect(placeOf(gauge)).toEqual([1, 2, 0]);
  expect(movedItem(gauge, [4, 4, 0])).toMatchObject({ guide: { centre: [4, 4, 0], radius: 3 } });
});
