import { ironingTolerance, roughness } from '@pencil-bend/core/reading';
import { selectionOf } from '@pencil-bend/document';
import { ReadingWorkService } from '../work/readingWorkService';
import { lumpyArc, openBench, projectWith, through, until } from './bench.fixture';
import { Fairness } from './fairness';
import { Opening } from './opening';
import { Readings } from './readings';
import { ShownItems } from './shownItems';
import { SlowFigures } from './slowFigures';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

async function selected() {
  const bench = openBench(projectWith(through('a', ...lumpyArc(0.3)), through('b', [0, 300], [50, 300])));
  const [fairness, slow] = [bench.inject(Fairness), bench.inject(SlowFigures)];
  const ask = jest.spyOn(bench.inject(ReadingWorkService), 'ask');
  bench.editing.select(selectionOf(['a']));
  await until(() => fairness.lumps() !== null);
  return { ...bench, fairness, slow, ask };
}

describe('figures that take long', () => {
  it('are found of the curve that is read, while somebody looks, each once', async () => {
    const { slow, fairness, ask, inject } = await selected();
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(ask.mock.calls.some(([kind]) => kind === 'roughness')).toBe(false);
    expect(slow.roughness()).toBeUndefined();
    slow.lookers.set(1);
    await until(() => typeof slow.fewest() === 'number');
    const [largest] = fairness.lumps()?.listed ?? [];
    // As the kernel says of the same curve.
    const curve = inject(Readings).curve();
    if (!curve) throw new Error('a curve is read');
    const tolerance = ironingTolerance(curve, largest, { normal: [0, 0, 1] });
    expect(slow.ironing(largest)).toBe(tolerance?.enough);
    expect(slow.roughness()).toBe(roughness(curve, 0.01, { normal: [0, 0, 1] }));
    expect(slow.fewest()).toBeLessThanOrEqual(15);
    const asked = () => ask.mock.calls.map(([kind]) => kind).filter((kind) => ['roughness', 'lighten', 'ironing-tolerance'].includes(kind)); // prettier-ignore
    const before = asked();
    expect(new Set(before).size).toBe(3);
    slow.lookers.set(0);
    slow.lookers.set(1);
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(asked()).toEqual(before);
  });

  it('are none of a line, which has no lump and cannot be lighter', async () => {
    const { slow, editing } = await selected();
    slow.lookers.set(1);
    editing.select(selectionOf(['b']));
    await until(() => slow.fewest() !== undefined && slow.roughness() !== undefined);
    expect(slow.fewest() ?? 2).toBe(2);
  });

  it('are found of the rows in sight as well, once the list rests, but for those that take long', async () => {
    const { slow, inject, ask } = await selected();
    const shown = inject(ShownItems).kept();
    await until(() => inject(Opening).isOver());
    expect(ask.mock.calls.some(([kind]) => kind === 'roughness')).toBe(false);
    slow.inSight.set(['b']);
    const line = shown.find(({ id }) => id === 'b')?.curve;
    if (!line) throw new Error('a line');
    await until(() => slow.fewestOf(line) !== undefined && slow.roughnessOf(line) !== undefined);
    // The other is not in sight, and nobody looks at it.
    expect(slow.roughness()).toBeUndefined();
    expect(ask.mock.calls.filter(([kind]) => kind === 'roughness')).toHaveLength(1);
  });
});
