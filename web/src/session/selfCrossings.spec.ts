import { TestBed } from '@angular/core/testing';
import { selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, settled, through } from './bench.fixture';
import { ReadingWorkService } from '../work/readingWorkService';
import { SelfCrossings } from './selfCrossings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** A loop: x = t² - 1, y = t (t² - 1) crosses itself in the origin (the nodal cubic of textbooks). */
const loop = (count: number) =>
  Array.from({ length: count }, (_, i) => {
    const t = -1.5 + (3 * i) / (count - 1);
    return [20 * (t * t - 1), 20 * t * (t * t - 1)] as const;
  });

describe('self-crossings of large curves', () => {
  const crossed = () =>
    openBench(
      projectWith(through('a', ...loop(120)), through('c', ...loop(140).map(([x, y]) => [x + 200, y] as const))),
    );

  it('are found of the one that was selected last, while another is searched', async () => {
    const bench = crossed();
    const crossings = bench.inject(SelfCrossings);
    bench.editing.select(selectionOf(['a']));
    TestBed.tick();
    bench.editing.select(selectionOf(['c']));
    TestBed.tick();
    await settled();
    await settled();
    expect(crossings.places()).toHaveLength(1);
    expect(crossings.places()[0][0]).toBeCloseTo(200, 2);
  });

  it('are not marked where the worker fails, and it is asked once', async () => {
    const bench = crossed();
    const run = jest.spyOn(bench.inject(ReadingWorkService), 'ask').mockRejectedValue(new Error('away'));
    const crossings = bench.inject(SelfCrossings);
    bench.editing.select(selectionOf(['a']));
    for (let i = 0; i < 3; i++) {
      TestBed.tick();
      await settled();
    }
    expect(crossings.places()).toEqual([]);
    expect(run).toHaveBeenCalledTimes(1);
  });
});

describe.each([
  [9, 'here'],
  [120, 'by the worker'],
])('self-crossings of a curve through %i points', (count, where) => {
  it(`are found ${where}`, async () => {
    const bench = openBench(projectWith(through('a', ...loop(count)), through('b', [0, 90], [50, 90])));
    const crossings = bench.inject(SelfCrossings);
    expect(crossings.places()).toEqual([]);
    bench.editing.select(selectionOf(['a']));
    TestBed.tick();
    await settled();
    expect(crossings.places()).toHaveLength(1);
    const [x, y] = crossings.places()[0];
    expect(Math.hypot(x, y)).toBeLessThan(count > 100 ? 1e-3 : 2);
    bench.editing.select(selectionOf(['b']));
    TestBed.tick();
    await settled();
    expect(crossings.places()).toEqual([]);
  });
});
