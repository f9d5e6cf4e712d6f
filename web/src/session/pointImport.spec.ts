import { File as NodeFile } from 'node:buffer';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { ProjectsApi } from '../api/projectsApi';
import { openBench, projectWith, until } from './bench.fixture';
import { PointImport } from './pointImport';
import { Remarks } from './remarks';
import { ShownItems } from './shownItems';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const CONTENT = '0123456789abcdef0123456789abcdef';

/** That of the browser's stand-in here cannot be read. */
const file = (text: string, name: string): File => new NodeFile([text], name) as unknown as File;

/** A server that keeps points. */
const keeps = () => jest.fn((_project: string, _points: Float64Array): unknown => of({ id: CONTENT }));

function open(savePointSet = keeps()) {
  TestBed.overrideProvider(ProjectsApi, { useValue: { savePointSet } });
  const bench = openBench(projectWith());
  return {
    ...bench,
    savePointSet,
    points: bench.inject(PointImport),
    shown: bench.inject(ShownItems),
    items: () => Object.values(bench.editing.project()?.items ?? {}),
    said: () => bench.inject(Remarks).aside(),
    refused: () => bench.state().drawing.notice,
  };
}

describe('a table of points', () => {
  it('is looked at first: nothing is drawn or kept until it is taken in', async () => {
    const { points, items, savePointSet } = open();
    await points.bring(file('x [in],y [in]\n1,2\nbad,row\n3,4', 'Grip scan.csv'));
    expect(points.coming()).toMatchObject({ name: 'Grip scan.csv', share: null, table: { layout: { unit: 'in' } } });
    expect(points.shown()?.points).toHaveLength(6);
    expect([items(), savePointSet.mock.calls]).toEqual([[], []]);
    points.close();
    expect([points.coming(), points.shown(), await points.take()]).toEqual([null, null, false]);
    expect(items()).toEqual([]);
  });

  it('is kept, drawn under its own name and selected, and what was taken is said', async () => {
    const { points, items, shown, savePointSet, said } = open();
    await points.bring(file('x [in],y [in]\n1,2\nbad,row\n3,4', 'Grip scan.csv'));
    expect(await points.take()).toBe(true);
    const [item] = items();
    expect(item).toMatchObject({ kind: 'pointSet', name: 'Grip scan', pointSet: { content: CONTENT, count: 2, thinning: 1 } }); // prettier-ignore
    expect(shown.selected()?.item).toBe(item);
    expect(said()).toBe("2 points taken in, read as in; 1 row was passed over: line 3 (column 1) 'bad,row'");
    const [[project, kept]] = savePointSet.mock.calls;
    expect([project, ...[...kept].map((value) => Number(value.toFixed(9)))]).toEqual(['k', 25.4, 50.8, 0, 76.2, 101.6, 0]); // prettier-ignore
    expect(points.coming()).toBeNull();
  });

  it('is taken in once, however often that is asked for while it is being kept', async () => {
    const { points, items } = open();
    await points.bring(file('1 2 3\n4 5 6', 'p.xyz'));
    expect(await Promise.all([points.take(), points.take()])).toEqual([true, false]);
    expect(items()).toHaveLength(1);
  });

  it('says that it took the unit of the sheet where the table names none', async () => {
    const { points, said } = open();
    await points.bring(file('1 2 3\n4 5 6', 'p.xyz'));
    await points.take();
    expect(said()).toBe('2 points taken in, read as mm (the table names no unit)');
  });

  it('is read in another way when that is chosen', async () => {
    const { points } = open();
    await points.bring(file('1;2;3\n4;5;6', 'p.csv'));
    await points.readAs({ unit: 'cm', columns: { x: 2, y: 0, z: null, name: null } });
    expect([...(points.shown()?.points ?? [])]).toEqual([30, 10, 0, 60, 40, 0]);
    await points.readAs({ delimiter: '\t' });
    expect(points.coming()?.table?.problem).toContain("no rows of two or three numbers in it; line 1 is '1;2;3'");
    expect([points.shown(), await points.take()]).toEqual([null, false]);
    await points.readAs({});
    expect(points.shown()?.points).toHaveLength(6);
  });

  it('becomes points with their names, or a curve through them', async () => {
    const { points, items } = open();
    await points.bring(file('Rim,0,0\nNeck,10,5\nRim,20,0', 'Handle.csv'));
    points.takeAs('point');
    await points.take();
    expect(items().map((item) => [item.kind, item.name, item.kind === 'point' && item.at])).toEqual([
      ['point', 'Rim', [0, 0, 0]],
      ['point', 'Neck', [10, 5, 0]],
      ['point', 'Rim 1', [20, 0, 0]],
    ]);
    await points.bring(file('Rim,0,0\nNeck,10,5\nRim,20,0', 'Handle.csv'));
    points.takeAs('curve');
    await points.take();
    expect(items()[3]).toMatchObject({ kind: 'curve', name: 'Handle', recipe: { kind: 'fit', points: [{}, {}, {}] } });
  });

  it('of more than 500 points is a curve or a measured set, of more than 5,000 a measured set, whatever was chosen', async () => {
    const { points, items } = open();
    const may = () => (['measured-set', 'point', 'curve'] as const).map(points.mayBe);
    points.takeAs('curve');
    await points.bring(file('1 2\n'.repeat(501), 'part.xyz'));
    expect([...may(), points.takenAs()]).toEqual([true, false, true, 'curve']);
    await points.bring(file(Array.from({ length: 5001 }, (_, i) => `${i} ${i % 7}`).join('\n'), 'scan.xyz'));
    expect([...may(), points.takenAs()]).toEqual([true, false, false, 'measured-set']);
    await points.take();
    expect(items()).toMatchObject([{ kind: 'pointSet', pointSet: { count: 5001 } }]);
  });

  it('of which nothing can be read is told, with the line; nothing changes', async () => {
    const { points, editing, refused } = open();
    const before = editing.project();
    await points.bring(file('Dear all', 'notes.txt'));
    expect(refused()).toBe(
      "notes.txt cannot be taken in as points: there are no rows of two or three numbers in it; line 1 is 'Dear all'",
    );
    expect([points.coming(), editing.project() === before]).toEqual([null, true]);
    const gone = { name: 'gone.csv', size: 8, arrayBuffer: () => Promise.reject(new Error('gone')) } as unknown as File;
    await points.bring(gone);
    expect(refused()).toBe('gone.csv cannot be taken in as points: it cannot be read now');
    await points.bring({ name: 'big.csv', size: 90_000_000 } as File);
    expect(refused()).toBe('big.csv has 90 MB; a table of points may have 60 MB');
  });

  it('that cannot be kept is told, and stays to be taken in again', async () => {
    const away = keeps().mockReturnValue(throwError(() => new HttpErrorResponse({ status: 0 })));
    const { points, items, refused } = open(away);
    await points.bring(file('1 2 3\n4 5 6', 'notes.txt'));
    expect(await points.take()).toBe(false);
    expect(refused()).toBe('notes.txt was not kept: the server is away');
    expect([items(), points.coming()?.name]).toEqual([[], 'notes.txt']);
    away.mockReturnValue(of({ id: CONTENT }));
    expect(await points.take()).toBe(true);
    expect(items()).toHaveLength(1);
  });

  it('gives way to another one that is brought while it is still on its way', async () => {
    const { points } = open();
    let give: (bytes: ArrayBuffer) => void = () => undefined;
    const slow = { name: 'slow.csv', size: 8, arrayBuffer: () => new Promise((resolve) => (give = resolve)) };
    const first = points.bring(slow as unknown as File);
    await points.bring(file('1 2\n3 4', 'quick.csv'));
    give(new TextEncoder().encode('9 9\n8 8').buffer as ArrayBuffer);
    await first;
    await until(() => points.coming()?.table !== null);
    expect(points.coming()).toMatchObject({ name: 'quick.csv' });
    expect([...(points.shown()?.points ?? [])]).toEqual([1, 2, 0, 3, 4, 0]);
  });
});
