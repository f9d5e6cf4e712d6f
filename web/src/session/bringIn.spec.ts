import { File as NodeFile } from 'node:buffer';
import { domainOf, evaluate } from '@pencil-bend/core';
import { handOver, HAND_OVER_DEFAULTS, type HandOverOptions } from '@pencil-bend/exchange';
import { openBench, projectWith, through, until } from './bench.fixture';
import { BringIn, MANY_CURVES } from './bringIn';
import { HandOver } from './handOver';
import { IncomingFiles } from './incomingFiles';
import { PointImport } from './pointImport';
import { Remarks } from './remarks';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** That of the browser's stand-in here cannot be read. */
const file = (content: string | Uint8Array, name: string, type = ''): File =>
  new NodeFile([content], name, { type }) as unknown as File;

/** What others handed over: two curves, 'Wall' and 'Rim'. */
async function handed(more: Partial<HandOverOptions> = {}): Promise<Uint8Array> {
  const drawn = projectWith(
    { ...through('a', [10, 10], [20, 15], [30, 10]), name: 'Wall' },
    { ...through('b', [10, 40], [20, 50], [30, 40]), name: 'Rim' },
  );
  const made = await handOver(drawn, { ...HAND_OVER_DEFAULTS, format: 'step', time: '2026-12-02T06:00:00Z', ...more });
  if (!made.ok) throw new Error(made.failure);
  return made.value.bytes;
}

const SQUARE = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0H96V-96"/><text>Kettle</text></svg>';

function open() {
  const bench = openBench(projectWith());
  return {
    ...bench,
    bringIn: bench.inject(BringIn),
    items: () => Object.values(bench.editing.project()?.items ?? {}),
    refused: () => bench.state().drawing.notice,
  };
}

describe('a file of curves', () => {
  it('is looked at first: nothing is drawn until it is taken in, as one step with its names', async () => {
    const { bringIn, items, editing, stepHistory, inject } = open();
    await bringIn.bring(file(await handed(), 'Kettle.step'));
    expect(bringIn.coming()).toMatchObject({ name: 'Kettle.step', share: null, report: { format: 'step', brought: { curves: 2 } } }); // prettier-ignore
    expect([bringIn.curves().length, items()]).toEqual([2, []]);
    expect(await bringIn.take()).toBe(true);
    expect(items().map(({ name }) => name)).toEqual(['Wall', 'Rim']);
    expect(editing.selection().items).toHaveLength(2);
    expect([inject(Remarks).aside(), bringIn.coming()]).toEqual(['2 taken in from Kettle.step', null]);
    stepHistory.undo();
    expect(items()).toEqual([]);
  });

  it('lies as in the file, to the last bit, or is scaled, or set down by its middle', async () => {
    const { bringIn, items } = open();
    const bytes = await handed();
    const startOfFirst = () => {
      const [item] = items().slice(-2);
      return item.kind === 'curve' && item.recipe.kind === 'control' ? item.recipe.points[0].at : null;
    };
    await bringIn.bring(file(bytes, 'Kettle.step'));
    await bringIn.take();
    expect(startOfFirst()).toEqual([10, 10, 0]);
    await bringIn.bring(file(bytes, 'Kettle.step'));
    bringIn.set({ scale: 2 });
    await bringIn.take();
    expect(startOfFirst()).toEqual([20, 20, 0]);
    await bringIn.bring(file(bytes, 'Kettle.step'));
    const { middle } = bringIn.coming() ?? { middle: [0, 0, 0] };
    bringIn.setDown([100, 0, 0]);
    expect(evaluate(bringIn.curves()[0], domainOf(bringIn.curves()[0])[0])).toEqual([
      110 - middle[0],
      10 - middle[1],
      0,
    ]);
    await bringIn.take();
    expect(startOfFirst()).toEqual([110 - middle[0], 10 - middle[1], 0]);
  });

  it('is read in the unit that is said, where it names none', async () => {
    const { bringIn } = open();
    await bringIn.bring(file(SQUARE, 'square.svg'));
    expect(bringIn.coming()?.report?.units).toMatchObject([{ assumed: true }]);
    const width = () => bringIn.coming()?.middle[0];
    expect(width()).toBeCloseTo(12.7, 9);
    await bringIn.assume({ name: 'mm', toMm: 1, assumed: true });
    expect(width()).toBeCloseTo(48, 9);
    expect(bringIn.coming()?.report?.leftOut).toMatchObject([{ what: 'text' }]);
  });

  it('comes without the layers that stay away, on its own or on the one that is drawn on', async () => {
    const { bringIn, items, editing } = open();
    const bytes = await handed();
    await bringIn.bring(file(bytes, 'Kettle.step'));
    const [layer] = bringIn.coming()?.items.map((item) => item.layer) ?? [];
    bringIn.set({ without: new Set([layer ?? '']) });
    expect([bringIn.count(), await bringIn.take()]).toEqual([0, false]);
    bringIn.set({ without: new Set(), layers: 'on-one' });
    await bringIn.take();
    expect(items().map((item) => item.layer)).toEqual(['sheet', 'sheet']);
    expect(editing.project()?.layerOrder).toHaveLength(projectWith().layerOrder.length);
  });

  it('of very many is asked about once more', async () => {
    const { bringIn, items } = open();
    const path = Array.from({ length: MANY_CURVES + 1 }, (_, i) => `M${i} 0h.5`).join('');
    await bringIn.bring(file(`<svg xmlns="http://www.w3.org/2000/svg"><path d="${path}"/></svg>`, 'many.svg'));
    expect([await bringIn.take(), bringIn.isAsking(), items().length]).toEqual([false, true, 0]);
    expect([await bringIn.take(), items().length]).toEqual([true, MANY_CURVES + 1]);
  });

  it('that cannot be read is told, and nothing changes', async () => {
    const { bringIn, refused, editing } = open();
    const before = editing.project();
    await bringIn.bring(file('%PDF-1.7', 'sheet.pdf'));
    expect(refused()).toBe('sheet.pdf cannot be brought in: it is a PDF document');
    await bringIn.bring(file('ISO-10303-21;\nHEADER;', 'cut.step'));
    expect(refused()).toMatch('cut.step cannot be brought in: ');
    await bringIn.bring({ name: 'gone.step', slice: () => ({ arrayBuffer: () => Promise.reject(new Error('gone')) }) } as unknown as File); // prettier-ignore
    expect(refused()).toBe('gone.step cannot be brought in: it cannot be read now');
    const huge = { name: 'huge.step', size: 2e8, slice: () => file('ISO-10303-21;', 'huge.step') } as unknown as File;
    await bringIn.bring(huge);
    expect(refused()).toBe('huge.step cannot be brought in: it has 200 MB; up to 100 MB are read');
    expect([bringIn.coming(), editing.project()]).toEqual([null, before]);
  });

  it('is left in the middle of being read, for another one too', async () => {
    const { bringIn, refused } = open();
    const bytes = await handed();
    const first = bringIn.bring(file(bytes, 'first.step'));
    bringIn.close();
    await first;
    expect(bringIn.coming()).toBeNull();
    const second = bringIn.bring(file(bytes, 'second.step'));
    await bringIn.bring(file(SQUARE, 'third.svg'));
    await second;
    expect(bringIn.coming()?.name).toBe('third.svg');
    // One that fails late takes nothing of what is looked at by then.
    let fail: (why: Error) => void = () => undefined;
    const slow = {
      name: 'slow.step',
      slice: () => ({ arrayBuffer: () => new Promise((_, reject) => (fail = reject)) }),
    };
    const fourth = bringIn.bring(slow as unknown as File);
    await bringIn.bring(file(SQUARE, 'fifth.svg'));
    fail(new Error('gone'));
    await fourth;
    expect([bringIn.coming()?.name, refused()]).toEqual(['fifth.svg', null]);
  });
});

describe('files that come in', () => {
  it('of points go to where points are looked at, of curves to where curves are, whatever they are called', async () => {
    const { bringIn, inject } = open();
    const files = inject(IncomingFiles);
    files.bring(file('1 2\n3 4\n', 'curves.step'));
    const points = inject(PointImport);
    await until(() => points.coming()?.table instanceof Object);
    expect(bringIn.coming()).toBeNull();
    files.bring(file(SQUARE, 'square.svg', 'image/svg+xml'), [5, 6, 0]);
    await until(() => bringIn.coming()?.report instanceof Object);
    bringIn.setDown('somewhere');
    expect(bringIn.how().place).toEqual([5, 6, 0]);
  });

  it('take the place of what is being handed over', async () => {
    const { bringIn, inject } = open();
    const handOverNow = inject(HandOver);
    handOverNow.toggle();
    await bringIn.bring(file(SQUARE, 'square.svg'));
    await until(() => !handOverNow.isOpen());
    handOverNow.toggle();
    expect([handOverNow.isOpen(), bringIn.coming()]).toEqual([true, null]);
  });
});
