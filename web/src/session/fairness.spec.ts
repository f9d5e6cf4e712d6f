import { selectionOf } from '@pencil-bend/document';
import { viewActions } from '../state/actions';
import { ReadingWorkService } from '../work/readingWorkService';
import { lumpyArc, openBench, projectWith, settled, through, until } from './bench.fixture';
import { Fairness } from './fairness';
import { ShownItems } from './shownItems';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () =>
  openBench(projectWith(through('a', ...lumpyArc(0.1)), through('b', ...lumpyArc(-0.2, 300)), through('c', [0, 300], [50, 300]))); // prettier-ignore

async function read() {
  const bench = opened();
  const fairness = bench.inject(Fairness);
  fairness.hurry();
  await until(() => fairness.isComplete());
  return { ...bench, fairness, shown: bench.inject(ShownItems) };
}

describe('fairness', () => {
  it('of every shown curve comes from the worker, each read once, the largest lump first', async () => {
    const bench = opened();
    const ask = jest.spyOn(bench.inject(ReadingWorkService), 'ask');
    const fairness = bench.inject(Fairness);
    expect(fairness.isComplete()).toBe(false);
    expect(ask).not.toHaveBeenCalled();
    fairness.hurry();
    await until(() => fairness.isComplete());
    expect(ask.mock.calls.map(([kind]) => kind)).toEqual(['fairness']);
    const ranked = fairness.ranked();
    expect(new Set(ranked.map(({ item }) => item))).toEqual(new Set(['a', 'b']));
    expect(ranked.map(({ lump }) => lump.share)).toEqual(ranked.map(({ lump }) => lump.share).sort((a, b) => b - a));
    await settled();
    expect(ask).toHaveBeenCalledTimes(1);
  });

  it('of the read curve follows it, and agrees with what the worker finds', async () => {
    const { fairness, editing, hand, shown } = await read();
    editing.select(selectionOf(['a']));
    await until(() => fairness.lumps() !== null);
    const before = fairness.lumps()?.listed.map(({ s }) => s);
    expect(before).toEqual(fairness.listedOf(shown.kept()[0])?.map(({ s }) => s));
    // The pushed point is dragged back onto the arc: the lump in the middle is gone at once.
    expect(before?.some((s) => Math.abs(s - 78.5) < 2)).toBe(true);
    const [x, y] = lumpyArc(0.1)[6];
    const located = { handle: { kind: 'fit', id: 'p7' }, at: [x, y, 0] } as const;
    hand.feed({ type: 'press', at: [x, y, 0], reach: 1, hits: [{ kind: 'handle', item: 'a', located }] });
    hand.feed({ type: 'move', at: [x, y + 20, 0], reach: 1, hits: [] });
    hand.feed({ type: 'move', at: [...lumpyArc(0)[6], 0], reach: 1, hits: [] });
    expect(shown.inHand()).toHaveLength(1);
    expect(fairness.lumps()?.listed.some(({ s }) => Math.abs(s - 78.5) < 2)).toBe(false);
    // The list keeps what rests.
    expect(fairness.listedOf(shown.kept()[0])?.map(({ s }) => s)).toEqual(before);
  });

  it('leaves out what is meant so, until it grows', async () => {
    const { fairness, store, shown } = await read();
    const a = shown.kept()[0];
    const [largest, ...others] = fairness.listedOf(a) ?? [];
    const length = fairness.of(a)?.report.length ?? 1;
    const intended = { curve: 'a', at: largest.s / length, size: largest.prominence };
    store.dispatch(viewActions.lumpIntended({ lump: intended }));
    expect(fairness.listedOf(a)).toEqual(others);
    expect(fairness.ranked().filter(({ item }) => item === 'a')).toHaveLength(others.length);
    store.dispatch(viewActions.intendedForgotten({ curve: 'b' }));
    expect(fairness.listedOf(a)).toEqual(others);
    store.dispatch(viewActions.intendedForgotten({ curve: 'a' }));
    expect(fairness.listedOf(a)).toEqual([largest, ...others]);
  });

  it('lists lumps from the share that is asked for: all curves are read again', async () => {
    const { fairness, store } = await read();
    const count = fairness.ranked().length;
    store.dispatch(viewActions.lumpsListed({ least: 0.3 }));
    expect(fairness.isComplete()).toBe(false);
    await until(() => fairness.isComplete());
    const left = fairness.ranked();
    expect(left.length).toBeLessThan(count);
    expect(left.every(({ lump }) => lump.share >= 0.3)).toBe(true);
  });

  it('is not known where the worker cannot be had, and nobody waits for it', async () => {
    const bench = opened();
    jest.spyOn(bench.inject(ReadingWorkService), 'ask').mockRejectedValue(new Error('away'));
    const fairness = bench.inject(Fairness);
    fairness.hurry();
    await until(() => fairness.isComplete());
    expect(fairness.ranked()).toEqual([]);
  });
});
