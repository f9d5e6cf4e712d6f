import { deviationInStep } from '@pencil-bend/core';
import { selectionOf } from '@pencil-bend/document';
import { at, lumpyArc, openBench, projectWith, through, until } from './bench.fixture';
import { FairestGhost } from './fairestGhost';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('the fairest curve beside the one in hand', () => {
  it('is there on request, stays within the tolerance in a drag, and says when that has been left', async () => {
    const places = lumpyArc(1);
    const bench = openBench({ ...projectWith(through('a', ...places)), tolerance: 0.5 });
    const [ghost, readings] = [bench.inject(FairestGhost), bench.inject(Readings)];
    bench.editing.select(selectionOf(['a']));
    bench.inject(ReadingKernel).hurry();
    await until(() => bench.inject(ReadingKernel).functions() !== null);
    expect(ghost.shown()).toBeNull();
    ghost.isOn.set(true);
    const rest = ghost.shown();
    expect(rest?.roughness).toBeGreaterThan(2);
    expect(rest?.isFar).toBe(false);

    const [x, y] = places[4];
    const located = { handle: { kind: 'fit', id: 'p5' }, at: [x, y, 0] } as const;
    bench.hand.feed(at('press', x, y, { hits: [{ kind: 'handle', item: 'a', located }] }));
    let told = 0;
    for (const by of [0.05, 0.2, 3]) {
      bench.hand.feed(at('move', x, y + by));
      const [now, shown] = [readings.curve(), ghost.shown()];
      if (!now || !shown) throw new Error('nothing is shown');
      expect(deviationInStep(now, shown.curve).bound).toBeLessThanOrEqual(0.5);
      expect(shown.roughness).toBeGreaterThan(1);
      expect(shown.isFar).toBe(by > 0.5);
      told++;
    }
    expect(told).toBe(3);
    ghost.isOn.set(false);
    expect(ghost.shown()).toBeNull();
  });
});
