import { controlRecipe, type NewItem, titleOf } from '@pencil-bend/document';
import { homogeneous, makeCurve, uniformKnots } from '@pencil-bend/core';
import { openBench, projectWith, through, until } from './bench.fixture';
import { LossyPreview } from './lossyPreview';
import { Meetings } from './meetings';
import { TidyUp } from './tidyUp';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** A gentle wave of 60 control points, as other programs write it, which ends at 100, 0. */
function heavy(id: string): NewItem {
  const points = Array.from({ length: 60 }, (_, i) => {
    const x = (100 * i) / 59;
    return [x, 8 * Math.sin((Math.PI * x) / 50), 0];
  });
  const curve = makeCurve(3, uniformKnots(3, 60), homogeneous(points.flat()));
  return { id, recipe: controlRecipe(curve, (i) => `c${i + 1}`) };
}

function open() {
  const bench = openBench(projectWith(heavy('a'), through('b', [100, 0.004], [130, 20], [160, 0])));
  bench.inject(Meetings).isReported.set(true);
  return { ...bench, tidy: bench.inject(TidyUp), lossy: bench.inject(LossyPreview) };
}

describe('what came in', () => {
  it('is looked at for curves that are heavier than they need be, and for ends that meet', async () => {
    const { tidy, editing } = open();
    const before = editing.project();
    await tidy.begin(['a', 'b']);
    await until(() => tidy.ends().length > 0);
    expect(tidy.lighter()).toMatchObject([{ id: 'a', before: 60 }]);
    expect(tidy.lighter()[0].after).toBeLessThan(30);
    expect(tidy.ends().map(({ figures }) => figures.gap)).toEqual([expect.closeTo(0.004, 9)]);
    expect(editing.project()).toBe(before);
    tidy.leave();
    expect([tidy.isAny(), tidy.left()]).toEqual([false, 0]);
  });

  it('becomes lighter in one step, whose price is asked first; then nothing is offered any more', async () => {
    const { tidy, lossy } = open();
    await tidy.begin(['a', 'b']);
    tidy.lighten();
    await until(() => lossy.offer()?.price instanceof Object);
    const offer = lossy.offer();
    expect(offer && titleOf(offer.title)).toBe('Lighten Curve 1 within 0.01 mm');
    expect(offer?.price?.deviation.bound).toBeLessThanOrEqual(0.01);
    lossy.apply();
    await until(() => tidy.lighter().length === 0);
  });

  it('is not offered what was changed meanwhile, or taken back', async () => {
    const { tidy, editing } = open();
    await tidy.begin(['a']);
    expect(tidy.lighter()).toHaveLength(1);
    editing.do({ command: 'deleteItems', args: { items: ['a'] } });
    expect([tidy.lighter(), tidy.ends()]).toEqual([[], []]);
  });
});
