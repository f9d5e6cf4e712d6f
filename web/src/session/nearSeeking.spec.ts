import { LIVE_TARGETS, selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, settled, through, until } from './bench.fixture';
import { NearSeeking } from './nearSeeking';
import { ShownItems } from './shownItems';
import { Trial } from './trial';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const wave = (count: number) =>
  Array.from({ length: count }, (_, i) => [i * 3, 20 * Math.sin(i / 12) + Math.sin(9 * i) / 10] as const);

function open(count: number) {
  const bench = openBench(projectWith(through('a', ...wave(count))));
  bench.editing.select(selectionOf(['a']));
  const recipe = () => {
    const item = bench.editing.project()?.items['a'];
    if (item?.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Error('no curve through points');
    return item.recipe;
  };
  const within = (mm: number) => bench.editing.doToSelected('setFitTolerance', { within: mm });
  return { ...bench, recipe, within, seeking: bench.inject(NearSeeking), shown: bench.inject(ShownItems) };
}

describe('a curve near many points', () => {
  it('of few is done at once', () => {
    const { within, recipe, seeking } = open(20);
    within(0.5);
    expect(recipe().near?.within).toBe(0.5);
    expect(seeking.call()).toBeNull();
  });

  it('waits for the worker, and is seen meanwhile', async () => {
    const { within, recipe, seeking, shown, stepHistory } = open(LIVE_TARGETS + 10);
    within(0.5);
    expect(recipe().near).toBeUndefined();
    expect(seeking.call()?.command).toBe('setFitTolerance');
    const [seen] = shown.inHand();
    expect(seen.item).toMatchObject({ recipe: { near: { within: 0.5 } } });
    await until(() => seeking.call() === null);
    expect(recipe().near?.parameters).toHaveLength(LIVE_TARGETS + 10);
    stepHistory.undo();
    expect(recipe().near).toBeUndefined();
  });

  it('is done before whatever is done next', async () => {
    const { within, recipe, seeking, editing } = open(LIVE_TARGETS + 10);
    within(0.5);
    editing.do({ command: 'renameItem', args: { item: 'a', name: 'Lip' } });
    expect(recipe().near?.within).toBe(0.5);
    expect(editing.project()?.items['a'].name).toBe('Lip');
    await settled();
    expect(seeking.call()).toBeNull();
  });

  it('is not done where it was left', async () => {
    const { within, recipe, seeking } = open(LIVE_TARGETS + 10);
    within(0.5);
    seeking.leave();
    await settled();
    expect(recipe().near).toBeUndefined();
  });

  it('says where no curve comes so near', async () => {
    const { within, recipe, seeking, state } = open(LIVE_TARGETS + 70);
    within(1e-4);
    await until(() => seeking.call() === null);
    expect(recipe().near).toBeUndefined();
    expect(state().drawing.notice).toContain('mm can be reached');
  });

  it('is seen while a control is slid, and nothing is changed', () => {
    const { recipe, shown, inject } = open(20);
    const trial = inject(Trial);
    trial.call.set({ command: 'setFitTolerance', args: { item: 'a', within: 0.5 } });
    expect(shown.inHand()[0].item).toMatchObject({ recipe: { near: { within: 0.5 } } });
    expect(recipe().near).toBeUndefined();
    trial.call.set(null);
    expect(shown.inHand()).toEqual([]);
  });
});
