import { lineBetween, translation } from '@pencil-bend/core';
import { emptyProject, type Project } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import fc from 'fast-check';
import { type IncomingItem, PLAIN_LOOK } from '../incoming';
import { nurbsOf } from '../nurbs';
import { anySheet, bitsOf } from '../nurbs.fixture';
import { readStep } from '../step/read';
import { writeStep } from '../step/write';
import { broughtIn, nameFrom } from './broughtIn';

const OPTIONS = { file: 'kettle', layer: 'sheet', plane: 'front', id: 'in' };

function taken(items: readonly IncomingItem[], project: Project = emptyProject('Kettle'), more = {}): Project {
  const args = broughtIn(items, project, { ...OPTIONS, ...more });
  const done = perform(project, { command: 'bringIn', args }, { id: 'step-0001', time: '2026-12-02T06:00:00.000Z' });
  if (!done.ok) throw new Error(done.failure);
  return done.value.project;
}

const nurbs = nurbsOf(lineBetween([0, 0, 0], [5, 0, 0]));
const curve = (look: Partial<IncomingItem> = {}): IncomingItem => ({ ...PLAIN_LOOK, kind: 'curve', nurbs, ...look }) as IncomingItem; // prettier-ignore

describe('what a file brings, in a drawing', () => {
  it('keeps its numbers to the last bit', () => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const read = readStep(writeStep(sheet, { units: 'mm', time: '2026-12-02T06:00:00' }).bytes);
        if (!read.ok) throw new Error(read.failure);
        const project = taken(read.value.items);
        project.itemOrder.forEach((id, i) => {
          const [item, sent] = [project.items[id], sheet.items[i]];
          if (item.kind !== 'curve' || item.recipe.kind !== 'control' || sent.kind !== 'curve')
            throw new Error('a curve is needed');
          const { degree, closing, knots, points } = item.recipe;
          const bits = bitsOf(sent.nurbs);
          expect({ degree, closing, knots, points: points.flatMap(({ at }) => [...at]) }).toEqual({ degree: bits.degree, closing: bits.closing, knots: bits.knots.map((x) => x + 0), points: bits.points.map((x) => x + 0) }); // prettier-ignore
          expect(points.map(({ weight }) => weight)).toEqual(bits.weights ?? points.map(() => 1));
        });
      }),
      { numRuns: 30 },
    );
  });

  it('lies on the layers of its names, or new ones; edges on one to work to', () => {
    const project = taken([curve({ layer: 'Sheet' }), curve({ layer: 'Rims' }), curve({ layer: 'Rims' }), curve(), curve({ isReference: true, layer: 'Rims' })]); // prettier-ignore
    expect(project.itemOrder.map((id) => project.layers[project.items[id].layer].name)).toEqual(['Sheet', 'Rims', 'Rims', 'Sheet', 'kettle, edges']); // prettier-ignore
    expect(Object.values(project.layers).map(({ name, reference }) => [name, reference])).toEqual([['Sheet', false], ['Rims', false], ['kettle, edges', true]]); // prettier-ignore
  });

  it('leaves locked layers alone', () => {
    const empty = emptyProject('Kettle');
    const layers = { ...empty.layers, walls: { ...empty.layers['sheet'], name: 'Walls', locked: true } };
    const project = taken([curve({ layer: 'Walls' })], { ...empty, layers, layerOrder: ['sheet', 'walls'] });
    expect(project.items[project.itemOrder[0]].layer).toBe('in-l1');
  });

  it('has names that can be names, groups, colours, and guides', () => {
    const project = taken([
      curve({ name: '\u0007Sp\u202Eout\n', group: '#12', colour: '#ff8000', isHidden: true }),
      curve({ name: ' \u2800 ', group: '#12' }),
      { ...PLAIN_LOOK, kind: 'point', at: [1, 2, 3] },
      { ...PLAIN_LOOK, kind: 'line', at: [0, 0, 0], direction: [0, 0, 1], name: 'Axis' },
    ]);
    const items = project.itemOrder.map((id) => project.items[id]);
    expect(items.map(({ name, group, visible }) => [name, group, visible])).toEqual([
      ['Spout', 'in-g1', false],
      ['Curve', 'in-g1', true],
      ['Point', undefined, true],
      ['Axis', undefined, true],
    ]);
    expect(items[0].colour).toBe('#ff8000');
    expect(nameFrom('x'.repeat(300), '')).toHaveLength(120);
  });

  it('is set down where it is wanted', () => {
    const project = taken([curve(), { ...PLAIN_LOOK, kind: 'point', at: [1, 2, 3] }], emptyProject('Kettle'), { map: translation([100, 0, 0]) }); // prettier-ignore
    const [line, point] = project.itemOrder.map((id) => project.items[id]);
    expect(line.kind === 'curve' && line.recipe.kind === 'control' && line.recipe.points.map(({ at }) => at)).toEqual([[100, 0, 0], [105, 0, 0]]); // prettier-ignore
    expect(point).toMatchObject({ at: [101, 2, 3] });
  });
});
