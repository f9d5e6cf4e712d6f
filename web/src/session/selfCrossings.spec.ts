import { TestBed } from '@angular/core/testing';
import { selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, settled, through } from './bench.fixture';
import { SelfCrossings } from './selfCrossings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** A loop: x = t² - 1, y = t (t² - 1) crosses itself in the origin (the nodal cubic of textbooks). */
const loop = (count: number) =>
  Array.from({ length: count }, (_, i) => {
    const t = -1.5 + (3 * i) / (count - 1);
    return [20 * (t * t - 1), 20 * t * (t * t - 1)] as const;
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
