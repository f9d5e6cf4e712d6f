import { emptyProject, fitRecipe, itemShape, type Item, type Project } from '@pencil-bend/document';
import { solvedAhead } from './solvedAhead';

jest.mock('@pencil-bend/document', () => {
  const actual = jest.requireActual<Record<'itemShape', typeof itemShape>>('@pencil-bend/document');
  return { ...actual, itemShape: jest.fn(actual.itemShape) };
});

/** A project of curves, each beside the other, the last one hidden. */
function curves(count: number): Project {
  const ids = Array.from({ length: count }, (_, i) => `c${i}`);
  const item = (i: number): Item => ({
    kind: 'curve',
    name: `Curve ${i}`,
    colour: '#333333',
    visible: i < count - 1,
    layer: 'sheet',
    plane: 'front',
    recipe: fitRecipe(
      [0, 1, 2].map((k) => ({ id: `p${k}`, at: [10 * k, i + (k % 2), 0] as const })),
      false,
    ),
  });
  return {
    ...emptyProject('Many'),
    items: Object.fromEntries(ids.map((id, i) => [id, item(i)])),
    itemOrder: ids,
  };
}

describe('the curves of a project', () => {
  it('are solved ahead, each once, in slices between which the page answers; what is hidden is not', async () => {
    let now = 0;
    jest.spyOn(performance, 'now').mockImplementation(() => (now += 10));
    const project = curves(41);
    const solved = jest.mocked(itemShape);
    const counts: number[] = [];
    const page = setInterval(() => counts.push(solved.mock.calls.length), 0);
    await solvedAhead(project);
    clearInterval(page);
    expect(solved.mock.calls).toHaveLength(40);
    // Something else had its turn, and each time no more than a few had been done since.
    expect(counts.length).toBeGreaterThan(3);
    expect(Math.max(...counts.map((count, i) => count - (counts[i - 1] ?? 0)))).toBeLessThanOrEqual(16);
  });
});
