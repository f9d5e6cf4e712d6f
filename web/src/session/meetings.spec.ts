import { translation } from '@pencil-bend/core';
import { selectionOf } from '@pencil-bend/document';
import { viewActions } from '../state/actions';
import { ReadingWorkService } from '../work/readingWorkService';
import { openBench, projectWith, through, until } from './bench.fixture';
import { Meetings } from './meetings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** Three lines in a row, the last two in one direction, and one that ends on the first. */
const opened = () =>
  openBench(
    projectWith(
      through('a', [0, 0], [20, 10]),
      through('b', [20, 10], [50, 10]),
      through('c', [50, 10], [80, 10]),
      through('t', [10, 5], [10, 40]),
    ),
  );

async function reported() {
  const bench = opened();
  const meetings = bench.inject(Meetings);
  meetings.isReported.set(true);
  await until(() => meetings.all().length > 0);
  return { ...bench, meetings };
}
const levels = (meetings: Meetings) =>
  meetings.all().map(({ first, second, figures }) => `${first.item}-${second.item} G${figures.level}`).sort(); // prettier-ignore

describe('meetings', () => {
  it('of all shown curves come from the worker once somebody asks', async () => {
    const { meetings, inject } = await reported();
    expect(levels(meetings)).toEqual(['a-b G0', 'a-t G0', 'b-c G3']);
    expect(meetings.of('t')).toHaveLength(1);
    expect(meetings.isComplete()).toBe(true);
    const ask = jest.spyOn(inject(ReadingWorkService), 'ask');
    await new Promise((resolve) => setTimeout(resolve, 10));
    expect(ask).not.toHaveBeenCalled();
  });

  it('follow a drag: those of the curve in hand are looked at here, the others rest', async () => {
    const { meetings, editing, hand } = await reported();
    editing.select(selectionOf(['c']));
    const located = { handle: { kind: 'fit', id: 'p1' }, at: [50, 10, 0] } as const;
    hand.feed({ type: 'press', at: [50, 10, 0], reach: 1, hits: [{ kind: 'handle', item: 'c', located }] });
    hand.feed({ type: 'move', at: [50, 30, 0], reach: 1, hits: [] });
    hand.feed({ type: 'move', at: [50, 10.05, 0], reach: 1, hits: [] });
    await until(() => levels(meetings).includes('c-b G-1'));
    expect(levels(meetings)).toEqual(['a-b G0', 'a-t G0', 'c-b G-1']);
    expect(meetings.all().find(({ first }) => first.item === 'c')?.figures.gap).toBeCloseTo(0.05, 9);
    // The report is of what is kept: it waits.
    expect(meetings.kept()).toHaveLength(3);
    hand.feed({ type: 'move', at: [50, 30, 0], reach: 1, hits: [] });
    expect(levels(meetings)).toEqual(['a-b G0', 'a-t G0']);
    hand.feed({ type: 'release', at: [50, 30, 0], reach: 1, hits: [] });
    expect(levels(meetings)).toEqual(['a-b G0', 'a-t G0']);
  });

  it('are measured by the thresholds that are set', async () => {
    const { meetings, store, editing } = await reported();
    editing.do({ command: 'transformItems', args: { items: ['c'], how: 'move', map: translation([0, 0.05, 0]) } });
    await until(() => levels(meetings).some((each) => each.endsWith('G-1')));
    store.dispatch(viewActions.thresholdSet({ name: 'gap', value: 0.06 }));
    await until(() => meetings.all().length === 3);
    expect(levels(meetings)).toContain('b-c G3');
    store.dispatch(viewActions.thresholdSet({ name: 'within', value: 0.01 }));
    await until(() => meetings.all().length === 2);
  });

  it('are those found so far where the worker cannot be had', async () => {
    const bench = opened();
    jest.spyOn(bench.inject(ReadingWorkService), 'ask').mockRejectedValue(new Error('away'));
    const meetings = bench.inject(Meetings);
    meetings.isReported.set(true);
    bench.editing.select(selectionOf(['a']));
    // Four curves are few enough to be looked at here.
    await until(() => meetings.all().length > 0);
    expect(levels(meetings)).toEqual(['a-b G0', 'a-t G0', 'b-c G3']);
  });
});
