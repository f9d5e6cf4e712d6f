import fc from 'fast-check';
import { emptyProject, fitRecipe, perform, type Project } from '@pencil-bend/document';
import { projectFileName, readProjectFile, writeProjectFile } from './projectFile';

function withCurve(coordinates: readonly number[]): Project {
  const points = coordinates.map((y, i) => ({ id: `p${i}`, at: [i * 10, y, 0] as const }));
  const outcome = perform(
    emptyProject('Kettle'),
    {
      command: 'drawItems',
      args: { layer: 'sheet', plane: 'front', shape: 'curve', items: [{ id: 'c', recipe: fitRecipe(points, false) }] },
    },
    { id: 'step-0001', time: '2026-11-23T12:00:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

describe('project files', () => {
  it('come back to the last bit', () => {
    const coordinate = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 2, maxLength: 12 }), (coordinates) => {
        const project = withCurve(coordinates);
        const read = readProjectFile(writeProjectFile(project));
        expect(read).toEqual({ ok: true, value: project });
      }),
    );
  });

  it.each([
    ['{ "format": ', '', 'This is not a project file: it is not JSON'],
    ['[]', '/format', "This is not a project file: its format is not 'pencil-bend-project'"],
    ['null', '/format', 'This is not a project file'],
    [
      '{"format":"pencil-bend-project","version":6}',
      '/version',
      'made by a newer Pencil Bend (file version 6; this one reads up to 5)',
    ],
    ['{"format":"pencil-bend-project","version":5}', '', "the member 'name' is missing"],
  ])('refuses %s and says what and where', (text, path, message) => {
    const read = readProjectFile(text);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.failure[0].path).toBe(path);
    expect(read.failure[0].message).toContain(message);
  });

  it('reads files of the first version, whose sheets had no grid of their own', () => {
    const { grid: _grid, ...first } = withCurve([0, 4, 0]);
    const read = readProjectFile(JSON.stringify({ ...first, version: 1 }));
    expect(read).toEqual({ ok: true, value: withCurve([0, 4, 0]) });
  });

  it('names the coordinate that is not finite: 1e999 is no number a drawing can hold', () => {
    const text = writeProjectFile(withCurve([0, 12345, 0])).replace('12345', '1e999');
    expect(readProjectFile(text)).toMatchObject({
      failure: [{ path: '/items/c/recipe/points/1/at/1', message: 'must be a finite number' }],
    });
  });

  it('keep recipes as they were made, defaults written out', () => {
    const { items } = withCurve([0, 1, 0]);
    expect(items['c']).toMatchObject({ recipe: { ...fitRecipe([], false), points: expect.any(Array) } });
  });
});

describe('the name of a project file', () => {
  it.each([
    ['Kettle', 'Kettle'],
    ['Lid/Knob 1:2', 'Lid-Knob 1-2'],
    ['C:\\kettle', 'C--kettle'],
    ['…“Крышка” 蓋 \u{1F9FF} 50 % & more; #1', '…“Крышка” 蓋 \u{1F9FF} 50 % & more; #1'],
    ['..', '-'],
    ['.hidden', '-hidden'],
  ])('of %s is %s', (name, file) => expect(projectFileName(name)).toBe(`${file}.pencilbend.json`));

  it('is as long as file systems take, and ends between characters', () => {
    const file = projectFileName('\u{1F9FF}'.repeat(120));
    expect(new TextEncoder().encode(file).length).toBeLessThanOrEqual(255);
    expect(file).toBe(`${'\u{1F9FF}'.repeat(59)}.pencilbend.json`);
  });
});

describe('a file of before there was a rule for names', () => {
  it('comes with names that can be seen', () => {
    const text = JSON.stringify({ ...emptyProject('x'), name: '\u202EKettle\u0007' });
    expect(readProjectFile(text)).toMatchObject({ ok: true, value: { name: 'Kettle' } });
  });

  it('has no members that JavaScript takes for something else', () => {
    const text = JSON.stringify(emptyProject('x')).replace('"items":{}', '"items":{"__proto__":{}}');
    expect(readProjectFile(text)).toMatchObject({ ok: false, failure: [{ path: '/items/__proto__' }] });
  });
});
