import { TestBed } from '@angular/core/testing';
import { type CommandCall, fitRecipe, selectionOf } from '@pencil-bend/document';
import { ProjectsApi } from '../api/projectsApi';
import { saveFile } from '../ui/saveFile';
import { openBench, projectWith } from './bench.fixture';
import { PointExport } from './pointExport';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));
jest.mock('../ui/saveFile');

function open() {
  TestBed.overrideProvider(ProjectsApi, { useValue: {} });
  const bench = openBench(projectWith());
  const draw = (shape: string, items: readonly object[]) => {
    const call = { command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape, items } };
    if (!bench.editing.do(call as unknown as CommandCall)) throw new Error('not drawn');
  };
  draw('point', [
    { id: 'a', name: '=A', at: [1, 2, 0] },
    { id: 'b', name: 'B', at: [3.5, 4, 0] },
  ]);
  const places = [0, 10, 20].map((x, i) => ({ id: `p${i}`, at: [x, 5 * (i % 2), 0] as const }));
  draw('curve', [{ id: 'c', name: 'Rim', recipe: fitRecipe(places, false) }]);
  const saving = bench.inject(PointExport);
  const ask = (items: readonly string[], which?: 'fit' | 'control') => {
    bench.editing.select(selectionOf(items));
    saving.ask(which);
    return saving.asked();
  };
  return { ...bench, saving, ask, refused: () => bench.state().drawing.notice };
}

const textOf = (content: Blob): Promise<string> =>
  new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.readAsText(content);
  });

describe('points that are saved as a table', () => {
  it('are the selected ones with their names, written as is wanted', async () => {
    const { saving, ask } = open();
    expect(ask(['a', 'b'])).toMatchObject({ names: ['=A', 'B'] });
    await saving.save({ decimal: ',', mark: false });
    const [[content, name]] = jest.mocked(saveFile).mock.calls;
    expect(name).toMatch(/ points\.csv$/);
    expect(await textOf(content)).toBe("name;x [mm];y [mm];z [mm]\r\n'=A;1;2;0\r\nB;3,5;4;0\r\n");
    expect(saving.asked()).toBeNull();
  });

  it('are those that a curve goes through, or its control points', () => {
    const { ask } = open();
    expect([...(ask(['c'])?.points ?? [])]).toEqual([0, 0, 0, 10, 5, 0, 20, 0, 0]);
    const control = ask(['c'], 'control');
    expect(control?.points).toHaveLength(15);
    expect(control).not.toHaveProperty('weights');
  });

  it('are told where there are none', () => {
    const { ask, refused } = open();
    expect(ask([])).toBeNull();
    expect(refused()).toContain('select a curve, points, or a measured set first');
    expect(ask(['a', 'c'])).toBeNull();
    expect(refused()).toContain('select it alone');
  });
});
