import { emptyProject, fitRecipe, GRAPHITE, type Project } from '@pencil-bend/document';
import { picture } from './picture';

const shared = { colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;

const project: Project = {
  ...emptyProject('Test'),
  items: {
    line: {
      ...shared,
      kind: 'curve',
      name: 'Line',
      recipe: fitRecipe(
        [
          { id: 'a', at: [-50, 0, 0] },
          { id: 'b', at: [50, 0, 0] },
        ],
        false,
      ),
    },
    dot: { ...shared, kind: 'point', name: 'Dot', colour: '#2f5d8a', at: [0, 20, 0] },
  },
  itemOrder: ['line', 'dot'],
};

describe('picture', () => {
  it('fits the drawing into 320 x 200, y upwards', () => {
    const svg = picture(project);
    const [, points] = /<polyline points="([^"]+)"/.exec(svg) ?? [];
    const ends = points.split(' ').map((pair) => pair.split(',').map(Number));
    expect(ends[0][0]).toBeCloseTo(18, 1);
    expect(ends[ends.length - 1][0]).toBeCloseTo(302, 1);
    const [, dotX, dotY] = /<circle cx="([\d.]+)" cy="([\d.]+)"[^>]*fill="#2f5d8a"/.exec(svg) ?? [];
    expect(Number(dotX)).toBeCloseTo(160, 1);
    expect(Number(dotY)).toBeLessThan(ends[0][1]);
  });

  it('leaves out what is hidden, itself or with its layer, and draws nothing on an empty sheet', () => {
    const hiddenDot = { ...project, items: { ...project.items, dot: { ...project.items['dot'], visible: false } } };
    expect(picture(hiddenDot)).not.toContain('circle');
    const hiddenLayer = { ...project, layers: { sheet: { ...project.layers['sheet'], visible: false } } };
    expect(picture(hiddenLayer)).not.toMatch(/circle|polyline/);
    expect(picture(emptyProject('Empty'))).toMatch(/^<svg [^>]*><\/svg>$/);
  });
});
