import { TestBed } from '@angular/core/testing';
import { of as emits } from 'rxjs';
import { missOf } from '@pencil-bend/document/near';
import { type NewItem, type Project, selectionOf } from '@pencil-bend/document';
import { ProjectsApi } from '../api/projectsApi';
import { changed, openBench, projectWith, through, until } from './bench.fixture';
import { TRIED, TryFits } from './tryFits';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const CONTENT = '0123456789abcdef0123456789abcdef';
const WAVE = Array.from({ length: 12 }, (_, i) => [i * 15, 20 * Math.sin(i / 2) + Math.sin(9 * i) / 4] as const);

function open(project: Project) {
  const savePointSet = jest.fn(() => emits({ id: CONTENT }));
  TestBed.overrideProvider(ProjectsApi, { useValue: { savePointSet, pointSet: () => emits(new Float64Array(9)) } });
  const bench = openBench(project);
  const fits = bench.inject(TryFits);
  const notice = () => bench.state().drawing.notice;
  const isDone = () => until(() => !fits.isBusy() && Object.keys(fits.fits()).length === TRIED.length);
  return { ...bench, fits, notice, isDone, savePointSet };
}

const openWave = () => {
  const bench = open(projectWith(through('a', ...WAVE)));
  bench.editing.select(selectionOf(['a']));
  return bench;
};

describe('fits that are tried', () => {
  it('are made one after the other, and two of them compared', async () => {
    const { fits, isDone, editing } = openWave();
    fits.open();
    expect(fits.of()).toMatchObject({ name: 'Curve 1', curve: 'a', closed: false, held: 0 });
    expect(editing.selection().items).toEqual([]);
    expect(fits.isBusy()).toBe(true);
    await isDone();
    for (const method of TRIED) expect(fits.fits()[method]?.state).toBe('done');
    await until(() => fits.laid().apart !== null);
    expect(fits.laid().apart?.max).toBeGreaterThan(0);
    fits.lay('fairest');
    expect([fits.first(), fits.second()]).toEqual(['faded', 'fairest']);
    await until(() => fits.laid().apart !== null);
    fits.lay('faded');
    expect([fits.first(), fits.second()]).toEqual(['fairest', null]);
    expect(fits.laid().apart).toBeNull();
    fits.lay('fairest');
    expect(fits.laid()).toEqual({ first: null, second: null, apart: null });
    fits.lay('chord');
    expect(fits.first()).toBe('chord');
    fits.close();
    expect(fits.of()).toBeNull();
    expect(editing.selection().items).toEqual(['a']);
  });

  it('follow tolerance and stiffness, those that depend on them alone', async () => {
    const { fits, isDone } = openWave();
    fits.open();
    await isDone();
    const before = fits.fits();
    fits.setTolerance(3);
    await isDone();
    expect(fits.fits().chord).toBe(before.chord);
    const [old, now] = [before.fewest, fits.fits().fewest];
    if (old?.state !== 'done' || now?.state !== 'done') throw new Error('not made');
    expect(now.fit.figures.controlPoints).toBeLessThan(old.fit.figures.controlPoints);
    fits.setStiffness(0.4);
    await isDone();
    expect(fits.fits().elastica).not.toBe(before.elastica);
    expect(fits.fits().fewest).toBe(now);
  });

  it('go on where a setting of others is changed meanwhile', async () => {
    const { fits, isDone } = openWave();
    fits.open();
    fits.setTolerance(3);
    fits.setStiffness(0.4);
    await isDone();
    for (const method of TRIED) expect(fits.fits()[method]?.state).toBe('done');
    const fewest = fits.fits().fewest;
    expect(fewest?.state === 'done' && fewest.fit.figures.max).toBeGreaterThan(0.5);
  });

  it('taken near the points keep them as targets', async () => {
    const { fits, isDone, editing, savePointSet } = openWave();
    fits.open();
    await isDone();
    fits.setTolerance(3);
    await isDone();
    await fits.take('fewest');
    const item = editing.project()?.items['a'];
    if (item?.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Error('no curve through points');
    expect(item.recipe.points).toHaveLength(12);
    expect(item.recipe.near?.within).toBe(3);
    expect(missOf(item.recipe).max).toBeLessThanOrEqual(3);
    expect(savePointSet).not.toHaveBeenCalled();
    expect(editing.selection().items).toEqual(['a']);
    expect(fits.of()).toBeNull();
  });

  it('taken by control points leave the points beside the curve, as one step', async () => {
    const { fits, isDone, editing, savePointSet, stepHistory } = openWave();
    fits.open();
    await isDone();
    await fits.take('elastica');
    const items = editing.project()?.items ?? {};
    expect(items['a']).toMatchObject({ recipe: { kind: 'control' } });
    const set = Object.values(items).find(({ kind }) => kind === 'pointSet');
    expect(set).toMatchObject({ name: 'Points of Curve 1', pointSet: { content: CONTENT, count: 12 } });
    expect(editing.project()?.layers[set?.layer ?? '']).toMatchObject({ reference: true });
    expect(savePointSet).toHaveBeenCalledTimes(1);
    stepHistory.undo();
    expect(Object.keys(editing.project()?.items ?? {})).toEqual(['a']);
  });

  it('of points make a new curve; a spacing is kept as it was tried', async () => {
    const points = WAVE.slice(0, 5).map(([x, y], i): NewItem => ({ id: `q${i}`, at: [x, y, 0] }));
    const args = { layer: 'sheet', plane: 'front', shape: 'point', items: points } as const;
    const { fits, isDone, editing } = open(changed(projectWith(), { command: 'drawItems', args }));
    editing.select(selectionOf(points.map(({ id }) => id)));
    fits.open();
    expect(fits.of()).toMatchObject({ name: '5 points', curve: null });
    await isDone();
    await fits.take('centripetal');
    const made = Object.values(editing.project()?.items ?? {}).find(({ kind }) => kind === 'curve');
    expect(made).toMatchObject({ name: 'Curve 1', recipe: { kind: 'fit', parameterisation: 'centripetal' } });
  });

  it('say what has no points to try', () => {
    const { fits, editing, notice } = open(
      projectWith(through('a', [0, 0], [9, 9]), through('b', [0, 9], [5, 5], [9, 0])),
    );
    fits.open();
    expect(notice()).toContain('select a curve through points');
    editing.select(selectionOf(['a']));
    fits.open();
    expect(notice()).toContain('Curve 1 goes through no points');
    editing.select(selectionOf(['a', 'b']));
    fits.open();
    expect(notice()).toContain('select it alone');
    expect(fits.of()).toBeNull();
  });

  it('are given up when they are stopped', async () => {
    const { fits } = openWave();
    fits.open();
    fits.stop();
    await until(() => !fits.isBusy());
    expect(fits.fits()).toEqual({});
    expect(fits.of()).not.toBeNull();
  });
});
