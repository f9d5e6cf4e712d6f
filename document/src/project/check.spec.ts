import { archProject } from '../fixture';
import { checkProject } from './check';
import { emptyProject } from './project';

/** A deep copy as plain JSON with one member changed. */
function spoilt(path: string, value: unknown): unknown {
  const copy = JSON.parse(JSON.stringify(archProject())) as Record<string, unknown>;
  const keys = path.split('/').slice(1);
  let parent = copy;
  for (const key of keys.slice(0, -1)) parent = parent[key] as Record<string, unknown>;
  parent[keys[keys.length - 1]] = value;
  return copy;
}

describe('checkProject', () => {
  it('finds nothing wrong with an empty sheet and one with a curve', () => {
    expect(checkProject(emptyProject('Sheet'))).toEqual([]);
    expect(checkProject(archProject())).toEqual([]);
  });

  it.each([
    ['/version', 3, '/version', 'must be 7'],
    ['/tolerance', 0, '/tolerance', 'must be more than 0'],
    ['/tolerance', NaN, '/tolerance', 'must be a finite number'],
    ['/name', '  ', '/name', 'must have a character that can be seen'],
    ['/colour', 'red', '', "there is no member 'colour'"],
    ['/items/arch/colour', 'red', '/items/arch/colour', 'must match the pattern'],
    ['/items/arch/recipe/kind', 'magic', '/items/arch/recipe', "there is no kind 'magic' here"],
    ['/items/arch/recipe/points/1/at/0', Infinity, '/items/arch/recipe/points/1/at/0', 'must be a finite number'],
    ['/items/arch/recipe/points/1/at/0', null, '/items/arch/recipe/points/1/at/0', 'must be a finite number'],
    ['/items/arch/recipe/points/1/at', [1, 2], '/items/arch/recipe/points/1/at', 'needs at least 3 of them'],
    ['/items/arch/recipe/points/1/at', [0, 0, 0], '/items/arch/recipe/points/1/at', 'Points 1 and 2 lie in one place'],
    ['/items/arch/recipe/points/1/id', 'p1', '/items/arch/recipe/points/1/id', "The id 'p1' stands twice"],
    ['/items/arch/layer', 'attic', '/items/arch/layer', "There is no layer 'attic'"],
    ['/items/arch/plane', 'toString', '/items/arch/plane', "There is no plane 'toString'"],
    ['/itemOrder', [], '/items/arch', "'arch' is missing in itemOrder"],
    ['/itemOrder', ['arch', 'lost'], '/itemOrder/1', "There is no 'lost' in items"],
    ['/items/arch/group', 'lost', '/items/arch/group', "There is no group 'lost'"],
    [
      '/items/arch/recipe',
      { kind: 'mirror', of: 'lost', about: { at: [0, 0, 0], across: [1, 0, 0] } },
      '/items/arch/recipe/of',
      "mirror of 'lost', which is not there",
    ],
    [
      '/items/arch/recipe',
      { kind: 'mirror', of: 'arch', about: { at: [0, 0, 0], across: [1, 0, 0] } },
      '/items/arch/recipe/of',
      'is the mirror of Curve 1: a circle',
    ],
    [
      '/items/arch/recipe',
      { kind: 'mirror', of: 'arch', about: { at: [0, 0, 0], across: [2, 0, 0] } },
      '/items/arch/recipe',
      'unit vector across',
    ],
    ['/planes/front/x', [2, 0, 0], '/planes/front', 'unit vectors at right angles'],
  ])('names the place of a bad %s (%p)', (path, value, where, what) => {
    const [problem] = checkProject(spoilt(path, value));
    expect(problem.path).toBe(where);
    expect(problem.message).toContain(what);
  });

  it('refuses a control recipe whose knots do not fit, at the knot', () => {
    const recipe = {
      kind: 'control',
      degree: 2,
      closing: 'open',
      knots: [0, 0, 0, 2, 1, 1, 1],
      points: [0, 1, 2, 3].map((x) => ({ id: `c${x}`, at: [x, x * x, 0], weight: 1 })),
    };
    const [problem] = checkProject(spoilt('/items/arch/recipe', recipe));
    expect(problem.path).toBe('/items/arch/recipe/knots/4');
    expect(problem.message).toContain('1 is less than the knot before it, 2');
  });
});
