import { distance, vectorAt, type Vector3 } from '@pencil-bend/core';
import { selectionOf } from '@pencil-bend/document';
import { viewActions } from '../state/actions';
import { isSeen } from '../view/viewport';
import { lumpyArc, openBench, projectWith, through, until } from './bench.fixture';
import { Fairness } from './fairness';
import { LumpTour } from './lumpTour';
import { Remarks } from './remarks';
import { Viewports } from './viewports';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));
/** No motion is wanted: the view is there at once. */
beforeAll(() => (window.matchMedia = () => ({ matches: true }) as MediaQueryList));

async function opened(...pushed: readonly number[]) {
  const names = ['a', 'b', 'c'];
  const bench = openBench(projectWith(...pushed.map((by, i) => through(names[i], ...lumpyArc(by, 300 * i)))));
  const inject = bench.inject;
  const [tour, fairness, viewports, remarks] = [inject(LumpTour), inject(Fairness), inject(Viewports), inject(Remarks)];
  viewports.resize(800, 600);
  return { ...bench, tour, fairness, viewports, remarks };
}

describe('a tour of lumps', () => {
  it('goes to the largest of the whole drawing first, selects its curve and brings it into view', async () => {
    const { tour, fairness, viewports, remarks, editing } = await opened(0.05, 0.1);
    viewports.look({ x: -5000, y: 0, scale: 0.1 });
    tour.step(1);
    // What was asked for is done once all curves have been read.
    expect(remarks.aside()).toContain('being read');
    await until(() => tour.current() !== null);
    const [largest] = fairness.ranked();
    expect(editing.selection().items).toEqual([largest.item]);
    expect(tour.current()?.s).toBe(largest.lump.s);
    expect(remarks.aside()).toMatch(/^Lump 1 of \d+: .*(tightens|flattens).*, near \d+ mm: R [\d.]+ mm$/);
    const [x, y] = lumpyArc(0, 300 * ['a', 'b'].indexOf(largest.item))[Math.round((12 * largest.lump.s) / 157)];
    expect(isSeen(viewports.viewport(), [x, y, 0])).toBe(true);
  });

  it('goes on and back through all of them, round and round', async () => {
    const { tour, fairness } = await opened(0.1, -0.2);
    fairness.hurry();
    await until(() => fairness.isComplete());
    const list = fairness.ranked().map(({ item, lump }) => `${item} ${lump.s}`);
    const seen: string[] = [];
    for (let i = 0; i <= list.length; i++) {
      tour.step(1);
      await until(() => tour.current() !== null);
      seen.push(`${fairness.ranked().find(({ lump }) => lump.s === tour.current()?.s)?.item} ${tour.current()?.s}`);
    }
    expect(seen).toEqual([...list, list[0]]);
    tour.step(-1);
    expect(tour.current()?.s).toBe(fairness.ranked()[list.length - 1].lump.s);
  });

  it('stays in the curves that are selected; another selection begins anew', async () => {
    const { tour, fairness, editing } = await opened(0.1, -0.2);
    fairness.hurry();
    await until(() => fairness.isComplete());
    editing.select(selectionOf(['b']));
    const count = fairness.ranked().filter(({ item }) => item === 'b').length;
    for (let i = 0; i < count + 1; i++) {
      tour.step(1);
      expect(editing.selection().items).toEqual(['b']);
    }
    editing.select(selectionOf(['a']));
    expect(tour.current()).toBeNull();
    tour.step(1);
    expect(editing.selection().items).toEqual(['a']);
  });

  it('says where there is none', async () => {
    const { tour, fairness, state, store, editing } = await opened(0);
    store.dispatch(viewActions.lumpsListed({ least: 1 }));
    fairness.hurry();
    await until(() => fairness.isComplete());
    tour.step(1);
    expect(state().drawing.notice).toBe('there is no lump in any curve, as lumps are listed now');
    expect(tour.current()).toBeNull();
    editing.select(selectionOf(['a']));
    tour.step(1);
    expect(state().drawing.notice).toMatch(/^there is no lump in Curve \d, as lumps are listed now$/);
  });

  it('names the points that cause the lump: the control point to blame, and the fit point that was pushed', async () => {
    const { tour, fairness, editing } = await opened(0.1);
    editing.select(selectionOf(['a']));
    await until(() => fairness.lumps() !== null);
    const middle = fairness.lumps()?.listed.find(({ s }) => Math.abs(s - 78.5) < 2);
    if (!middle) throw new Error('the pushed point makes a lump');
    tour.goTo(middle);
    const pushed: Vector3 = [...lumpyArc(0.1)[6], 0];
    const causes = tour.causes();
    expect(causes.some((at) => distance(at, pushed) === 0)).toBe(true);
    // And a control point near it: of all control points the nearest ones stand within a chord.
    expect(distance(causes[0], pushed)).toBeLessThan(14);
    expect(vectorAt(causes[0], 0)).toEqual(causes[0]);
  });
});
