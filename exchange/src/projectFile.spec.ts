import fc from 'fast-check';
import Ajv2020 from 'ajv/dist/2020';
import { translation } from '@pencil-bend/core';
import { emptyProject, fitRecipe, pointSetBytes, type Project } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { projectSchema } from '@pencil-bend/document/published';
import { type ProjectFile, projectFileName, readProjectFile, writeProjectFile } from './projectFile';

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

const alone = (project: Project): ProjectFile => ({ project, pointSets: new Map() });

const POINTS = pointSetBytes(Float64Array.of(0.1, -2, 3, 4, 1e-300, 6));
const NAME = '00112233445566778899aabbccddeeff';

/** A drawing with a measured set. */
function withSet(): Project {
  const pointSet = { content: NAME, count: 2, box: { least: [0, 0, 0], largest: [4, 5, 6] }, map: translation([0, 0, 0]), thinning: 1 } as const; // prettier-ignore
  const args = { layer: 'sheet', plane: 'front', shape: 'measured-set', items: [{ id: 's', pointSet }] } as const;
  const outcome = perform(emptyProject('Kettle'), { command: 'drawItems', args }, { id: 'step-0001', time: '2026-11-23T12:00:00.000Z' }); // prettier-ignore
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

describe('project files with measured sets', () => {
  it('have their points, to the last bit', () => {
    const file = { project: withSet(), pointSets: new Map([[NAME, POINTS]]) };
    const text = writeProjectFile(file);
    expect(readProjectFile(text)).toEqual({ ok: true, value: file });
    // By a standard decoder.
    const [written] = Object.values((JSON.parse(text) as { pointSets: Record<string, string> }).pointSets);
    expect(Buffer.from(written, 'base64')).toEqual(Buffer.from(POINTS));
    expect(new Ajv2020({ strict: false }).validate(projectSchema, JSON.parse(text))).toBe(true);
  });

  it('are taken in without their points too, and bring none that nothing refers to', () => {
    expect(readProjectFile(writeProjectFile(alone(withSet())))).toEqual({ ok: true, value: alone(withSet()) });
    const more = { project: withCurve([0, 1, 0]), pointSets: new Map([[NAME, POINTS]]) };
    expect(readProjectFile(writeProjectFile(more))).toEqual({ ok: true, value: alone(more.project) });
  });

  it.each<[unknown, string, string]>([
    [[], '/pointSets', 'under the names of their content'],
    [{ [NAME]: 7 }, `/pointSets/${NAME}`, 'base64'],
    [{ [NAME]: '§§' }, `/pointSets/${NAME}`, 'base64'],
    [{ [NAME]: 'AAAA' }, `/pointSets/${NAME}`, '3 bytes are no whole number of points'],
  ])('whose points are %j are refused in words', (pointSets, path, words) => {
    const read = readProjectFile(JSON.stringify({ ...withSet(), pointSets }));
    expect(read).toMatchObject({ ok: false, failure: [{ path, message: expect.stringContaining(words) as string }] });
  });
});

describe('project files', () => {
  it('come back to the last bit', () => {
    const coordinate = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 2, maxLength: 12 }), (coordinates) => {
        const project = withCurve(coordinates);
        const read = readProjectFile(writeProjectFile(alone(project)));
        expect(read).toEqual({ ok: true, value: alone(project) });
      }),
    );
  });

  it.each([
    ['{ "format": ', '', 'This is not a project file: it is not JSON'],
    ['[]', '/format', "This is not a project file: its format is not 'pencil-bend-project'"],
    ['null', '/format', 'This is not a project file'],
    [
      '{"format":"pencil-bend-project","version":8}',
      '/version',
      'made by a newer Pencil Bend (file version 8; this one reads up to 7)',
    ],
    ['{"format":"pencil-bend-project","version":7}', '', "the member 'name' is missing"],
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
    expect(read).toEqual({ ok: true, value: alone(withCurve([0, 4, 0])) });
  });

  it('names the coordinate that is not finite: 1e999 is no number a drawing can hold', () => {
    const text = writeProjectFile(alone(withCurve([0, 12345, 0]))).replace('12345', '1e999');
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
    expect(readProjectFile(text)).toMatchObject({ ok: true, value: { project: { name: 'Kettle' } } });
  });

  it('has no members that JavaScript takes for something else', () => {
    const text = JSON.stringify(emptyProject('x')).replace('"items":{}', '"items":{"__proto__":{}}');
    expect(readProjectFile(text)).toMatchObject({ ok: false, failure: [{ path: '/items/__proto__' }] });
  });
});
