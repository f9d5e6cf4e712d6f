import { emptyProject, type Id, type Item, type Project } from '../project/project';
import { checkProject } from '../project/check';
import { archProject } from '../fixture';
import { circlesOf, dependentsOf, followsOneOf, withFollowers } from './order';

const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
const { arch } = archProject().items;

/** A sheet of one arch and mirrors, each of the item after the arrow. */
function mirrors(...pairs: readonly string[]): Project {
  const items: Record<Id, Item> = { arch };
  for (const pair of pairs) {
    const [id, of] = pair.split('>');
    items[id] = { ...arch, name: id.toUpperCase(), recipe: { kind: 'mirror', of, about } } as Item;
  }
  return { ...emptyProject('Links'), items, itemOrder: Object.keys(items) };
}

describe('what is made from what', () => {
  const chain = mirrors('c>b', 'b>a', 'a>arch', 'other>arch');

  it('is followed all the way', () => {
    expect(dependentsOf(chain, ['arch'])).toEqual(['a', 'other']);
    expect(withFollowers(chain, ['a']).toSorted()).toEqual(['a', 'b', 'c']);
    expect(circlesOf(chain)).toEqual([]);
    expect(followsOneOf(chain, 'c', new Set(['a']))).toBe(true);
    expect(followsOneOf(chain, 'a', new Set(['a', 'b', 'other']))).toBe(false);
    expect(checkProject(chain)).toEqual([]);
  });

  it('may go round in a circle: it is named', () => {
    const round = mirrors('a>c', 'b>a', 'c>b', 'fine>arch');
    const circles = circlesOf(round);
    expect(circles).toHaveLength(1);
    expect(circles[0].toSorted()).toEqual(['a', 'b', 'c']);
    const [problem, ...more] = checkProject(round);
    expect(more).toEqual([]);
    expect(problem).toEqual({
      path: '/items/a/recipe/of',
      message: 'A is the mirror of C, C is the mirror of B, B is the mirror of A: a circle',
    });
  });

  it('may be long: a chain of 20,000 is followed without end to the stack', () => {
    const ids = Array.from({ length: 20_000 }, (_, i) => `m${i}>${i === 0 ? 'arch' : `m${i - 1}`}`).reverse();
    const long = mirrors(...ids);
    expect(circlesOf(long)).toEqual([]);
    expect(withFollowers(long, ['arch'])).toHaveLength(20_001);
  });
});
