import { File as NodeFile } from 'node:buffer';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { emptyProject, type Project, selectionOf } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { ProjectsApi } from '../api/projectsApi';
import { newStamp } from '../state/ids';
import { openBench, projectWith, until } from './bench.fixture';
import { PointImport } from './pointImport';
import { PointSets } from './pointSets';
import { Remarks } from './remarks';
import { ShownItems } from './shownItems';
import { Viewports } from './viewports';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

beforeAll(() => (window.matchMedia = () => ({ matches: true }) as MediaQueryList));

const CONTENT = '0123456789abcdef0123456789abcdef';
const OTHER = 'ffffffffffffffffffffffffffffffff';
const POINTS = Float64Array.of(1, 2, 3, 4, 5, 6);

function withSets(...contents: readonly string[]): Project {
  const items = contents.map((content, i) => ({
    id: `s${i}`,
    pointSet: { content, count: 2, box: { least: [1, 2, 3], largest: [4, 5, 6] }, map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] }, thinning: 1 }, // prettier-ignore
  }));
  const args = { layer: 'sheet', plane: 'front', shape: 'measured-set', items } as never;
  const outcome = perform(emptyProject('Sets'), { command: 'drawItems', args }, newStamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

function openWith(project: Project, api: Partial<Record<'pointSet' | 'savePointSet', jest.Mock>>) {
  TestBed.overrideProvider(ProjectsApi, { useValue: api });
  const bench = openBench(project);
  bench.inject(Viewports).resize(800, 500);
  return {
    ...bench,
    sets: bench.inject(PointSets),
    points: bench.inject(PointImport),
    shown: bench.inject(ShownItems),
  };
}

/** That of the browser's stand-in here cannot be read. */
const file = (text: string, name: string): File => new NodeFile([text], name) as unknown as File;

const missing = () =>
  throwError(() => new HttpErrorResponse({ status: 404, error: { title: 'There is no measured set' } }));

describe('the points of measured sets', () => {
  it('are fetched once for each content, and are one buffer for all who use it', async () => {
    const pointSet = jest.fn(() => of(POINTS));
    const { shown } = openWith(withSets(CONTENT, CONTENT), { pointSet });
    await until(() => shown.kept().every(({ points }) => points !== null));
    expect(pointSet.mock.calls).toEqual([['k', CONTENT]]);
    const [first, second] = shown.kept();
    expect(first.points).toBe(POINTS);
    expect(second.points).toBe(POINTS);
  });

  it('that are missing are said so, can be asked for again, and come back with the same table', async () => {
    const pointSet = jest.fn(missing);
    const savePointSet = jest.fn(() => of({ id: CONTENT }));
    const { sets, shown, points, inject } = openWith(withSets(CONTENT), { pointSet, savePointSet });
    await until(() => sets.whyNot(CONTENT) !== null);
    expect(sets.whyNot(CONTENT)).toBe('they did not come along with the project');
    expect(shown.kept()[0]).toMatchObject({ points: null, pointSet: { count: 2 } });
    await sets.fetch(CONTENT);
    expect(pointSet).toHaveBeenCalledTimes(2);
    await points.bring(file('1 2 3\n4 5 6', 'scan.txt'));
    await points.take();
    expect(shown.kept().map((each) => each.points)).toEqual([POINTS, POINTS]);
    expect(sets.whyNot(CONTENT)).toBeNull();
    expect(inject(Remarks).aside()).toContain('2 points taken in');
  });
});

describe('the points of a measured set that is pasted', () => {
  it('come along from another project, once', async () => {
    const kept = { savePointSet: jest.fn(() => of({ id: OTHER })), pointSet: jest.fn(() => of(POINTS)) };
    const bench = openWith(projectWith(), kept);
    await bench.points.adopt('k', [OTHER]);
    expect(kept.pointSet).not.toHaveBeenCalled();
    await bench.points.adopt('elsewhere', [OTHER, OTHER]);
    expect(kept.pointSet.mock.calls).toEqual([['elsewhere', OTHER]]);
    expect(kept.savePointSet.mock.calls).toEqual([['k', POINTS]]);
    expect(bench.sets.of(OTHER)).toBe(POINTS);
    // What cannot be had is said on the card of its set, not here.
    const gone = openWithAgain(kept, missing);
    await gone.adopt('elsewhere', [CONTENT]);
    expect(bench.state().drawing.notice).toBeNull();
    bench.editing.select(selectionOf([]));
  });
});

function openWithAgain(kept: { pointSet: jest.Mock }, answer: () => unknown): PointImport {
  kept.pointSet.mockImplementation(answer);
  return TestBed.inject(PointImport);
}
