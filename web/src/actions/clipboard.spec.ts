import { circle, FRONT, translation } from '@pencil-bend/core';
import {
  controlRecipe,
  emptyProject,
  fitRecipe,
  plainItem,
  type CommandCall,
  type Project,
} from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps'; // prettier-ignore
import { copied, holdsCurves, holdsItems, holdsPoints, pasted } from './clipboard';

let serial = 0;
const newId = () => `id${++serial}`;
const done = (project: Project, call: CommandCall): Project => {
  const outcome = perform(project, call, { id: 'step-000001', time: '' });
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
};
const arch = fitRecipe([{ id: 'a', at: [5, 0, 0] }, { id: 'b', at: [9, 7, 0] }, { id: 'c', at: [20, 0, 0] }], false); // prettier-ignore
const project = [
  {
    command: 'drawItems',
    args: {
      layer: 'sheet',
      plane: 'front',
      shape: 'curve',
      items: [
        { id: 'arch', recipe: arch },
        { id: 'ring', recipe: controlRecipe(circle(FRONT, [0, 0, 0], 3), (i) => `c${i}`) },
        { id: 'gauge', guide: { kind: 'circle', centre: [1, 1, 0], radius: 2 } },
      ],
    },
  },
  { command: 'mirrorItems', args: { items: ['arch'], id: 'm', about: { at: [0, 0, 0], across: [1, 0, 0] } } },
].reduce((now, call) => done(now, call as CommandCall), emptyProject('Clip'));

const into = { source: 'other', layer: 'sheet', plane: 'front', aside: [10, -10, 0] as const };
const paste = (text: string, to: Project, more: Partial<typeof into> = {}): Project => {
  const paste = pasted(text, { ...into, ...more }, newId);
  if (!paste || 'why' in paste) throw new Error(paste ? paste.why : 'nothing of ours');
  return done(to, paste.call);
};

describe('the clipboard', () => {
  it('brings curves, points and guides into another project where they were', () => {
    const text = copied(project, ['arch', 'ring', 'gauge'], 'here');
    const items = Object.values(paste(text, emptyProject('Other')).items);
    expect(items.map(({ name }) => name)).toEqual(['Curve 1', 'Curve 2', 'Curve 3']);
    expect(items[0]).toMatchObject({ recipe: { points: arch.points } });
  });

  it('lays copies of the same project aside, under names of their own', () => {
    const after = paste(copied(project, ['arch'], 'here'), project, { source: 'here' });
    const made = after.items[after.itemOrder.at(-1) ?? ''];
    expect(made).toMatchObject({ name: 'Curve 4', recipe: { points: [{ at: [15, -10, 0] }, {}, {}] } });
  });

  it('keeps a mirror that comes with its original, and makes a curve of one that comes alone', () => {
    const both = paste(copied(project, ['arch', 'm-1'], 'here'), emptyProject('Other'));
    const [original, mirror] = both.itemOrder;
    expect(both.items[mirror]).toMatchObject({ recipe: { kind: 'mirror', of: original } });
    const alone = paste(copied(project, ['m-1'], 'here'), emptyProject('Other'));
    const [item] = Object.values(alone.items);
    expect(item).toMatchObject({ recipe: { kind: 'fit' } });
    expect(plainItem(alone, item)).toMatchObject({ recipe: { points: [{ at: [-5, 0, 0] }, {}, {}] } });
  });

  it('tells which measured points its items refer to, and where those are kept', () => {
    const set = { content: '0123456789abcdef0123456789abcdef', count: 3, box: { least: [0, 0, 0], largest: [1, 1, 0] }, map: translation([0, 0, 0]), thinning: 1 } as const; // prettier-ignore
    const args = {
      layer: 'sheet',
      plane: 'front',
      shape: 'measured-set',
      items: [{ id: 's', pointSet: set }],
    } as const;
    const withSet = done(project, { command: 'drawItems', args });
    expect(pasted(copied(withSet, ['arch', 's'], 'here'), into, newId)).toMatchObject({ source: 'here', contents: [set.content] }); // prettier-ignore
    expect(pasted(copied(project, ['arch'], 'here'), into, newId)).toMatchObject({ contents: [] });
  });

  it.each([
    ['1 2 3\n4 5 6', true],
    ['x [mm];y [mm]\n1,5;2', true],
    ['-1.5,\u22122\n\n.5,3', true],
    ['Dear all,\n1 2 3', false],
    ['1 2 3', false],
    ['12.5', false],
    ['see x and y\nbelow', false],
    [copied(project, ['arch'], 'here'), false],
  ])('%j is a table of points: %s', (text, isTable) => {
    expect(holdsPoints(text)).toBe(isTable);
    if (isTable) expect(holdsItems(text)).toBe(false);
  });

  it.each([
    ['<svg viewBox="0 0 1 1"/>', true],
    ['  <?xml version="1.0"?>\n<svg/>', true],
    ['ISO-10303-21;\nHEADER;', true],
    ['{ "format": "pencil-bend-curves", "version": 1 }', true],
    ['{"format":"pencil-bend-items","source":"x"}', false],
    ['x,y\n1,2\n3,4', false],
    ['a text about <svg>', false],
  ])('knows a file of curves by how it begins: %j', (text, isFile) => {
    expect(holdsCurves(text)).toBe(isFile);
  });

  it('leaves other texts alone, and says what is broken', () => {
    for (const text of ['', 'hello', '{"format":"other"}', '{"format":"pencil-bend-items",']) expect(pasted(text, into, newId)).toBeNull(); // prettier-ignore
    for (const items of [undefined, [], [{ from: 'a', item: { kind: 'curve' } }]]) {
      const text = JSON.stringify({ format: 'pencil-bend-items', source: 'x', items });
      expect(pasted(text, into, newId)).toEqual({ why: expect.stringContaining('The clipboard holds') });
    }
  });
});
