import { selectionOf } from '@pencil-bend/document';
import { viewActions } from '../state/actions';
import { at, lumpyArc, openBench, projectWith, through, until } from './bench.fixture';
import { Combs } from './combs';
import { Viewports } from './viewports';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const SHORT = [[0, 200], [5, 200.2], [10, 200]] as const; // prettier-ignore
function opened() {
  const bench = openBench(
    projectWith(through('a', ...lumpyArc(0)), through('b', ...lumpyArc(0, 300)), through('s', ...SHORT)),
  );
  bench.inject(Viewports).resize(800, 600);
  return { ...bench, combs: bench.inject(Combs) };
}
const over = (combs: Combs) => [...combs.restingCombs(), ...combs.movingCombs()].map(({ id }) => id);

describe('combs', () => {
  it('stand over what is selected, over its layer, or over all', async () => {
    const { combs, store, editing } = opened();
    expect(over(combs)).toEqual([]);
    editing.select(selectionOf(['a', 's']));
    await until(() => over(combs).length === 2);
    expect(over(combs)).toEqual(['a', 's']);
    store.dispatch(viewActions.combCurvesChosen({ of: 'all' }));
    await until(() => over(combs).length === 3);
    editing.do({ command: 'addLayer', args: { id: 'l', name: 'Other' } });
    editing.do({ command: 'arrange', args: { items: ['b'], layer: 'l', before: null } });
    editing.select(selectionOf(['s']));
    store.dispatch(viewActions.combCurvesChosen({ of: 'layer' }));
    await until(() => over(combs).length === 2);
    expect(over(combs)).toEqual(['a', 's']);
    store.dispatch(viewActions.combShown({ shown: false }));
    expect(over(combs)).toEqual([]);
  });

  it('have one scale: equal curvature is equally high on every curve', async () => {
    const { combs, store } = opened();
    store.dispatch(viewActions.combCurvesChosen({ of: 'all' }));
    await until(() => over(combs).length === 3);
    const heights = combs.restingCombs().map(({ comb }) => {
      const { teethKappa, teethTips: tips, teethFeet: feet } = comb;
      const i = [...teethKappa.keys()].find((k) => k > 0 && !comb.clipped.includes(k)) ?? 0;
      return Math.hypot(tips[3 * i] - feet[3 * i], tips[3 * i + 1] - feet[3 * i + 1]) / Math.abs(teethKappa[i]);
    });
    expect(combs.scale()).toBeGreaterThan(100);
    for (const height of heights) expect(height / combs.scale()).toBeCloseTo(1, 2);
  });

  it('have teeth at equal distances on all curves, and no more than can be drawn', async () => {
    const { combs, store } = opened();
    store.dispatch(viewActions.combCurvesChosen({ of: 'all' }));
    await until(() => over(combs).length === 3);
    const teeth = () => combs.restingCombs().map(({ comb }) => comb.teethKappa.length - 1);
    // The short one is 10 mm long beside 157 mm.
    expect(teeth()).toEqual([80, 80, 5]);
    store.dispatch(viewActions.combDensitySet({ teeth: 300 }));
    expect(teeth()[0]).toBe(300);
    expect(combs.thinning()).toBe(1);
  });

  it('of a curve in hand move, those of the others stay as they are', async () => {
    const { combs, store, editing, hand } = opened();
    store.dispatch(viewActions.combCurvesChosen({ of: 'all' }));
    await until(() => over(combs).length === 3);
    editing.select(selectionOf(['s']));
    const located = { handle: { kind: 'fit', id: 'p2' }, at: [5, 200.2, 0] } as const;
    hand.feed(at('press', 5, 200.2, { hits: [{ kind: 'handle', item: 's', located }] }));
    hand.feed(at('move', 5, 206));
    const resting = combs.restingCombs();
    const scale = combs.scale();
    expect(resting.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(combs.movingCombs().map(({ id }) => id)).toEqual(['s']);
    hand.feed(at('move', 5, 209));
    expect(combs.restingCombs()).toBe(resting);
    expect(combs.scale()).toBe(scale);
  });
});
