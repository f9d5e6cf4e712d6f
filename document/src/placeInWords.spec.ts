import { archProject, performed } from './fixture';
import { placeInWords, withPlaces } from './placeInWords';
import { inWords } from './problem';
import { checkProject } from './project/check';

const project = performed(archProject(), {
  command: 'drawItems',
  args: { layer: 'sheet', plane: 'front', shape: 'point', items: [{ id: 'nut', at: [1, 2, 0] }] },
}).project;

describe('a place in words', () => {
  it.each([
    ['', ''],
    ['/name', 'name'],
    ['/tolerance', 'tolerance'],
    ['/items/arch/recipe/points/0/at/0', 'the curve Curve 1, point 1, x'],
    ['/items/arch/recipe', 'the curve Curve 1'],
    ['/items/arch', 'the curve Curve 1'],
    ['/items/nut/at/2', 'the point Point 1, z'],
    ['/items/lost/colour', 'the item lost, colour'],
    ['/layers/sheet/visible', 'the layer Sheet, visible'],
    ['/planes/front/x', 'the work plane Front, x'],
    ['/itemOrder/7', 'order of the list, entry 8'],
    ['/items', 'items'],
    ['/nothing/of/it', 'nothing, of, it'],
  ])('of %s is %s', (path, words) => expect(placeInWords(path, project)).toBe(words));

  it('tells control points from points to pass through, and reads arguments of commands', () => {
    const curve = { kind: 'curve', name: 'Lip', recipe: { kind: 'control', points: [] } };
    expect(placeInWords('/items/lip/recipe/points/3/weight', { items: { lip: curve } })).toBe(
      'the curve Lip, control point 4, weight',
    );
    const point = { tangent: { direction: [1, 2, 3] }, pinned: [0, 7] };
    expect(placeInWords('/points/2/tangent/direction/1', { points: [0, 0, point] })).toBe('point 3, tangent, direction, y'); // prettier-ignore
    expect(placeInWords('/points/2/pinned/1', { points: [0, 0, point] })).toBe('point 3, pinned, 2');
    expect(placeInWords('/moves/0/to/1', { moves: [{ point: 'p', to: [0, 1e12, 0] }] })).toBe('move 1, y');
    expect(placeInWords('/items/0/at/1', { items: [{ at: [0, 1e12, 0] }] })).toBe('item 1, y');
  });

  it('is said with what is wrong there', () => {
    const broken = JSON.parse(JSON.stringify(project)) as { items: { arch: { name: string; recipe: { points: { at: number[] }[] } } } }; // prettier-ignore
    broken.items.arch.name = 'Lid';
    broken.items.arch.recipe.points[0].at[0] = 1e12;
    expect(inWords(withPlaces(checkProject(broken), broken))).toBe(
      'the curve Lid, point 1, x: 1e12 mm is more than 1,000,000 m',
    );
    broken.items.arch.recipe.points[0].at[0] = -2.5e9;
    expect(inWords(withPlaces(checkProject(broken), broken))).toContain('x: -2.5e9 mm is less than -1,000,000 m');
  });
});
