import { selectionOf } from '@pencil-bend/document';
import type { Hit } from '../tools/contract';
import type { ToolName } from '../tools/catalogue';
import { shownSet } from '../view/pointSets.fixture';
import { at, openBench, projectWith, through, until } from './bench.fixture';
import { Measurements } from './measurements';
import { ReadingKernel } from './readingKernel';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

async function opened() {
  const bench = openBench(
    projectWith(through('a', [0, 0], [50, 0], [100, 0]), through('b', [0, 30], [50, 20], [100, 30])),
  );
  bench.inject(ReadingKernel).hurry();
  await until(() => bench.inject(ReadingKernel).functions() !== null);
  return { ...bench, measurements: bench.inject(Measurements) };
}
type Opened = Awaited<ReturnType<typeof opened>>;

const on = (item: string, x: number, y: number, u: number): Hit => ({ kind: 'curve', item, at: [x, y, 0], u });
function take({ hand }: Opened, tool: ToolName, ...clicks: (readonly [number, number, Hit?])[]) {
  hand.takeUp(tool);
  for (const [x, y, hit] of clicks) hand.feed(at('press', x, y, { hits: hit ? [hit] : [] }));
}
const drag = ({ editing, hand }: Opened, x: number, y: number) => {
  hand.takeUp('select');
  editing.select(selectionOf(['b']));
  const located = { handle: { kind: 'fit', id: 'p2' }, at: [50, 20, 0] } as const;
  hand.feed(at('press', 50, 20, { hits: [{ kind: 'handle', item: 'b', located }] }));
  hand.feed(at('move', x, y));
};

describe('measurements', () => {
  it('are left standing one after the other, and taken away again; the drawing and its history stay as they are', async () => {
    const bench = await opened();
    const { measurements, editing } = bench;
    const before = editing.project();
    take(bench, 'measureDistance', [0, 0], [30, 40], [0, 0], [0, 7]);
    expect(measurements.standing().map(({ value }) => value)).toEqual(['50.000 mm', '7.000 mm']);
    expect(editing.project()).toBe(before);
    measurements.remove(measurements.standing()[0].id);
    expect(measurements.standing().map(({ value }) => value)).toEqual(['7.000 mm']);
    expect(bench.state().drawing.log).toEqual([]);
  });

  it('are shown before the last click', async () => {
    const bench = await opened();
    take(bench, 'measureDistance', [0, 0]);
    expect(bench.measurements.taken()).toBeNull();
    bench.hand.feed(at('move', 6, 8));
    expect(bench.measurements.taken()?.value).toBe('10.000 mm');
    expect(bench.measurements.standing()).toEqual([]);
  });

  it('of a place on a curve follow it, in a drag as well', async () => {
    const bench = await opened();
    const { measurements } = bench;
    take(bench, 'measureDistance', [50, 0, on('a', 50, 0, 0.5)], [50, 20, on('b', 50, 20, 0.5)]);
    expect(measurements.standing()[0].value).toBe('20.000 mm');
    drag(bench, 50, 35);
    expect(measurements.standing()[0].value).toBe('35.000 mm');
  });

  it('from a point of a measured set stay where it was: nothing tells it from the others', async () => {
    const bench = await opened();
    const { pointSet } = shownSet(null);
    if (!pointSet) throw new Error('it is none');
    const args = { layer: 'sheet', plane: 'front', shape: 'measured-set', items: [{ id: 'scan', pointSet }] } as const;
    bench.editing.do({ command: 'drawItems', args });
    bench.hand.takeUp('measureDistance');
    const caught = {
      kind: 'point',
      label: 'point of Scan',
      at: [3, 4, 0],
      item: 'scan',
      ahead: null,
      from: [],
    } as const;
    bench.hand.feed(at('press', 3, 4, { caught }));
    bench.hand.feed(at('press', 3, 14));
    expect(bench.measurements.standing()[0].value).toBe('10.000 mm');
  });

  it('of clearance come from the worker with their proof, and are brought up to date in a drag', async () => {
    const bench = await opened();
    const { measurements, hand } = bench;
    take(bench, 'measureClearance', [10, 0, on('a', 10, 0, 0.1)], [20, 25, on('b', 20, 25, 0.2)]);
    expect(measurements.standing()[0].value).toBe('it is being measured');
    await until(() => measurements.standing()[0].value === '20.000 mm');
    expect(measurements.standing()[0].details).toContain('proven not under');
    drag(bench, 50, 12);
    expect(measurements.standing()[0]).toMatchObject({ value: '12.000 mm', details: '' });
    hand.feed(at('release', 50, 12));
    await until(() => measurements.standing()[0].details !== '');
    expect(measurements.standing()[0].value).toBe('12.000 mm');
  });

  it('say what cannot be measured, and keep what was given', async () => {
    const bench = await opened();
    const notice = () => bench.state().drawing.notice;
    take(bench, 'measureArea', [10, 0, on('a', 10, 0, 0.1)]);
    expect(notice()).toContain('only a closed one encloses an area');
    take(bench, 'measureClearance', [10, 0, on('a', 10, 0, 0.1)], [20, 0, on('a', 20, 0, 0.2)]);
    expect(notice()).toContain('Both are the same');
    bench.hand.feed(at('press', 20, 25, { hits: [on('b', 20, 25, 0.2)] }));
    expect(bench.measurements.standing()).toHaveLength(1);
  });

  it('of what is gone stay, and say so', async () => {
    const bench = await opened();
    take(bench, 'measureDistance', [50, 0, on('a', 50, 0, 0.5)], [50, 20, on('b', 50, 20, 0.5)]);
    bench.editing.do({ command: 'deleteItem', args: { item: 'b' } });
    expect(bench.measurements.standing()[0].value).toBe('gone, or hidden');
    bench.hand.takeUp('select');
    bench.stepHistory.undo();
    expect(bench.measurements.standing()[0].value).toBe('20.000 mm');
  });
});
