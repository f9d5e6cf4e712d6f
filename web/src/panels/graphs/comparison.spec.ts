import { HttpErrorResponse } from '@angular/common/http';
import { Injector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { domainOf, evaluate } from '@pencil-bend/core';
import { type NewItem, type Project, selectionOf } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { of, throwError } from 'rxjs';
import type { ComparisonSettings } from '../../api/savedView';
import { ProjectsApi } from '../../api/projectsApi';
import { drawingActions, viewActions } from '../../state/actions';
import { newStamp } from '../../state/ids';
import { at, openBench, projectWith, through, until } from '../../session/bench.fixture';
import { shownSet } from '../../view/pointSets.fixture';
import { Comparison } from './comparison';
import { DeviationShown } from '../../session/deviationShown';
import { Readings } from '../../session/readings';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** Level, and 2 mm above it, the other way round. */
const LEVEL = through('a', [0, 0], [100, 0], [200, 0]);
const ABOVE = through('b', [200, 2], [100, 2], [0, 2]);
const ARCH = through('c', [-30, 0], [0, 20], [30.5, 0]);

function withPoints(project: Project, ...places: [number, number][]): Project {
  const items: NewItem[] = places.map(([x, y], i) => ({ id: `dot${i}`, at: [x, y, 0] }) as unknown as NewItem);
  const call = { command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape: 'point', items } } as const;
  const outcome = perform(project, call as never, newStamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

/** A measured set with the points as they are kept. */
function withSet(project: Project, count: number): Project {
  const { pointSet } = shownSet(null, { count });
  const args = { layer: 'sheet', plane: 'front', shape: 'measured-set', items: [{ id: 'scan', pointSet }] } as never;
  const outcome = perform(project, { command: 'drawItems', args }, newStamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

function opened(project: Project, selected: readonly string[], settings: Partial<ComparisonSettings> = {}) {
  const bench = openBench(project);
  bench.editing.select(selectionOf([...selected]));
  bench.store.dispatch(viewActions.comparisonSet({ settings }));
  // It lives as long as the panel that shows it.
  const injector = Injector.create({ providers: [Comparison], parent: TestBed.inject(Injector) });
  const comparison = injector.get(Comparison);
  return { ...bench, comparison, close: () => injector.destroy() };
}

describe('a comparison', () => {
  it('with a second selected curve reads the distance, whichever way that runs, and has its proof a moment later', async () => {
    const { comparison } = opened(projectWith(LEVEL, ABOVE), ['a', 'b']);
    await until(() => comparison.figures() !== null);
    const figures = comparison.figures();
    expect(figures?.mean).toBeCloseTo(2, 9);
    // The other runs the other way, and is taken round: the curve lies on its right then.
    expect(figures?.away.every((away) => Math.abs(away + 2) < 1e-9)).toBe(true);
    await until(() => comparison.proven() !== null);
    expect(comparison.proven()).toMatchObject({
      certified: true,
      max: expect.closeTo(2, 9),
      bound: expect.closeTo(2, 6),
    });
  });

  it('is nothing, in words, without a second curve, or without any', () => {
    const { comparison, editing } = opened(projectWith(LEVEL, ABOVE), ['a']);
    expect(comparison.compared()).toEqual({ kind: 'nothing', why: expect.stringContaining('Select a second curve') });
    expect(comparison.figures()).toBeNull();
    editing.select(selectionOf([]));
    expect(comparison.compared()).toMatchObject({ why: expect.stringContaining('Select a curve') });
  });

  it('is shown on the sheet as long as it is there', async () => {
    const { inject, close } = opened(projectWith(LEVEL, ABOVE), ['a', 'b'], { tolerance: 0.5 });
    const { onSheet } = inject(DeviationShown);
    await until(() => onSheet() !== null);
    expect(onSheet()).toMatchObject({ scale: 10, tolerance: 0.5, elsewhere: null, curve: inject(Readings).curve() });
    close();
    expect(onSheet()).toBeNull();
  });

  it('with a chosen curve stays with it when another is selected; mirrored, with its other half', async () => {
    const { comparison, store } = opened(projectWith(LEVEL, ABOVE, ARCH), ['a'], {
      reference: { kind: 'item', item: 'b' },
    });
    await until(() => comparison.figures() !== null);
    expect(comparison.figures()?.mean).toBeCloseTo(2, 9);
    store.dispatch(viewActions.comparisonSet({ settings: { mirrored: true } }));
    expect(comparison.compared()).toMatchObject({ kind: 'curve', name: expect.stringMatching(/, mirrored$/) });
    // Its other half reaches from 0 to −200: the end of the curve is 200 mm and 2 mm away from it.
    expect(comparison.figures()?.most.distance).toBeCloseTo(Math.hypot(200, 2), 6);
  });

  it('with its mirror image shows how far it is from being symmetric', async () => {
    const { comparison, inject } = opened(projectWith(ARCH), ['c'], { reference: { kind: 'mirror' } });
    await until(() => comparison.proven() !== null);
    const curve = inject(Readings).curve();
    if (!curve) throw new Error('a curve');
    // Its ends are 0.5 mm out of symmetry, and it is no more anywhere else.
    expect(evaluate(curve, domainOf(curve)[1])[0]).toBeCloseTo(30.5, 9);
    expect(comparison.proven()?.max).toBeGreaterThan(0.2);
    expect(comparison.proven()?.max).toBeLessThanOrEqual(0.5 + 1e-9);
  });

  it('with points that are selected, or lie on a layer', async () => {
    const project = withPoints(projectWith(LEVEL), [50, 1], [100, -3], [150, 0.2]);
    const { comparison, editing, store } = opened(project, ['a', 'dot0', 'dot1']);
    await until(() => comparison.figures() !== null);
    expect(comparison.compared()).toMatchObject({ kind: 'points', name: '2 points' });
    expect(comparison.figures()).toMatchObject({
      isOfPoints: true,
      mean: 2,
      most: { distance: 3, s: expect.closeTo(100) },
    });
    editing.select(selectionOf(['a']));
    store.dispatch(
      viewActions.comparisonSet({ settings: { reference: { kind: 'points', layer: 'sheet' }, tolerance: 1 } }),
    );
    expect(comparison.figures()?.within).toBeCloseTo(2 / 3, 9);
    expect(comparison.proven()).toBeNull();
  });

  it('with a measured set, at once with some of many points, then with all of them', async () => {
    const points = Float64Array.from({ length: 3 * 5001 }, (_, i) => [(200 * Math.floor(i / 3)) / 5000, 1, 0][i % 3]);
    // One of them lies off by far, and is not among the first that are looked at.
    points[3 * 2501 + 1] = -7;
    const pointSet = jest.fn(() => of(points));
    TestBed.overrideProvider(ProjectsApi, { useValue: { pointSet } });
    const { comparison, store } = opened(withSet(projectWith(LEVEL), 5001), ['a', 'scan']);
    await until(() => comparison.figures() !== null);
    expect(comparison.compared()).toMatchObject({ kind: 'points', name: 'Measured set 1' });
    expect(comparison.figures()?.away).toHaveLength(2000);
    expect(comparison.figures()?.most.distance).toBeCloseTo(1, 9);
    await until(() => comparison.figures()?.away.length === 5001);
    expect(comparison.figures()?.most).toMatchObject({ distance: expect.closeTo(7, 9), s: expect.closeTo(100.04, 6) });
    expect(comparison.figures()?.mean).toBeCloseTo((5000 + 7) / 5001, 9);
    store.dispatch(viewActions.comparisonSet({ settings: { reference: { kind: 'points', layer: 'sheet' }, tolerance: 2 } })); // prettier-ignore
    await until(() => comparison.figures()?.away.length === 5001);
    expect(comparison.compared()).toMatchObject({ name: 'points of Sheet' });
    expect(comparison.figures()?.within).toBeCloseTo(5000 / 5001, 9);
  });

  it('with a measured set that was chosen stays with it', async () => {
    const pointSet = jest.fn(() => of(Float64Array.of(50, 3, 0, 150, -1, 0)));
    TestBed.overrideProvider(ProjectsApi, { useValue: { pointSet } });
    const { comparison } = opened(withSet(projectWith(LEVEL), 2), ['a'], { reference: { kind: 'item', item: 'scan' } });
    await until(() => comparison.figures() !== null);
    expect(comparison.compared()).toMatchObject({ kind: 'points', name: 'Measured set 1' });
    expect(comparison.figures()).toMatchObject({
      mean: expect.closeTo(2, 9),
      most: { distance: expect.closeTo(3, 9) },
    });
  });

  it('with a measured set whose points are missing says so', async () => {
    const pointSet = jest.fn(() => throwError(() => new HttpErrorResponse({ status: 404, error: { title: 'gone' } })));
    TestBed.overrideProvider(ProjectsApi, { useValue: { pointSet } });
    const { comparison } = opened(withSet(projectWith(LEVEL), 3), ['a', 'scan']);
    expect(comparison.compared()).toEqual({ kind: 'nothing', why: 'The measured points are not here.' });
    await until(() => pointSet.mock.calls.length > 0);
  });

  it('with a stage has the curve as it was then; one that cannot be had says why', async () => {
    const stageDrawing = jest.fn(
      () => of(projectWith(through('a', [0, 0], [100, 5], [200, 0]))) as ReturnType<ProjectsApi['stageDrawing']>,
    );
    TestBed.overrideProvider(ProjectsApi, { useValue: { stageDrawing } });
    const reference = { kind: 'stage', stage: 's1' } as const;
    const { comparison, store } = opened(projectWith(LEVEL, ABOVE), ['a'], { reference });
    await until(() => comparison.figures() !== null);
    expect(comparison.figures()?.most.distance).toBeCloseTo(5, 6);
    expect(comparison.then()?.itemOrder).toEqual(['a']);
    stageDrawing.mockReturnValue(throwError(() => new HttpErrorResponse({ status: 0 })));
    store.dispatch(viewActions.comparisonSet({ settings: { reference: { kind: 'stage', stage: 's2' } } }));
    const why = () => {
      const compared = comparison.compared();
      return compared.kind === 'nothing' ? compared.why : '';
    };
    expect(why()).toBe('The stage is coming.');
    await until(() => why() !== 'The stage is coming.');
    expect(why()).toContain('The stage cannot be shown');
    expect(stageDrawing).toHaveBeenCalledTimes(2);
    // It is asked for again once it is chosen again.
    stageDrawing.mockReturnValue(of(projectWith(ABOVE)));
    store.dispatch(viewActions.comparisonSet({ settings: { reference: { kind: 'stage', stage: 's2' } } }));
    await until(() => why().includes('was not there'));
    expect(stageDrawing).toHaveBeenCalledTimes(3);
  });

  it('with the drawing before a step tells what that and all after it have moved', async () => {
    const { comparison, store } = opened(projectWith(LEVEL), ['a']);
    const moved = (to: number) => {
      const stamp = newStamp();
      const args = { item: 'a', moves: [{ point: 'p2', to: [100, to, 0] }] } as const;
      store.dispatch(drawingActions.commandCalled({ call: { command: 'movePoints', args }, stamp }));
      return stamp.id;
    };
    const [first, second] = [moved(3), moved(7)];
    const against = (step: string) =>
      store.dispatch(viewActions.comparisonSet({ settings: { reference: { kind: 'before', step } } }));
    const most = () => comparison.figures()?.most.distance ?? NaN;
    against(first);
    await until(() => most() > 0);
    expect(most()).toBeCloseTo(7, 1);
    against(second);
    expect(most()).toBeCloseTo(4, 1);
    // What is taken back is no step any more.
    store.dispatch(drawingActions.undone({ stamp: newStamp() }));
    expect(comparison.compared()).toMatchObject({ kind: 'nothing', why: expect.stringContaining('was taken back') });
    against(first);
    expect(most()).toBeCloseTo(3, 1);
  });

  it('follows a drag, with the scale of its lines at rest', async () => {
    const { comparison, hand } = opened(projectWith(LEVEL, ABOVE), ['a'], { reference: { kind: 'item', item: 'b' } });
    await until(() => comparison.figures() !== null);
    const before = comparison.scale();
    expect(before).toBe(10);
    const located = { handle: { kind: 'fit', id: 'p2' }, at: [100, 0, 0] } as const;
    hand.feed(at('press', 100, 0, { hits: [{ kind: 'handle', item: 'a', located }] }));
    hand.feed(at('move', 100, 12));
    expect(comparison.figures()?.most.distance).toBeCloseTo(10, 1);
    expect(comparison.scale()).toBe(before);
    hand.feed(at('release', 100, 12));
    expect(comparison.figures()?.s.length).toBeGreaterThan(200);
    expect(comparison.scale()).toBe(2);
  });
});
