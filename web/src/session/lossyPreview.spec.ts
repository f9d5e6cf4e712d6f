import { TestBed } from '@angular/core/testing';
import { homogeneous, makeCurve, uniformKnots } from '@pencil-bend/core';
import { controlRecipe, emptyProject, GRAPHITE, type Project, resolveRecipe, selectionOf } from '@pencil-bend/document';
import { provideStore, Store } from '@ngrx/store';
import { drawingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import { type BenchState, reducers } from '../state/reducers';
import { selectNotice, selectProject } from '../state/selectors';
import { HeavyWorkService } from '../work/heavyWorkService';
import { type Asked, type JobKind, runJob } from '../work/jobs';
import { LossyPreview } from './lossyPreview';
import '../tools/otherTools';
import { StepLoader } from './stepLoader';

// The worker of the browser is not there; its jobs are done here, a moment later.
jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

class WorkHere {
  cancelled = 0;
  run = async <Kind extends JobKind>(kind: Kind, asked: Asked<Kind>) => {
    await Promise.resolve();
    return { kind: 'answered', answer: await runJob(kind, asked, () => undefined) };
  };
  cancel = () => void this.cancelled++;
}

/** Check KR: a cubic of 12 control points (10 i, 20 sin(i / 2)) over even knots. */
const KR = controlRecipe(
  makeCurve(
    3,
    uniformKnots(3, 12),
    homogeneous(Array.from({ length: 12 }, (_, i) => [10 * i, 20 * Math.sin(i / 2), 0]).flat()),
  ),
  (i) => `c${i + 1}`,
);
const project: Project = {
  ...emptyProject('Prices'),
  items: {
    c: { kind: 'curve', name: 'Wave', colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front', recipe: KR },
  },
  itemOrder: ['c'],
};

let store: Store<BenchState>;
let lossy: LossyPreview;
let work: WorkHere;
const settled = async () => {
  for (let i = 0; i < 5; i++) await Promise.resolve();
  TestBed.tick();
};
const now = () => store.selectSignal(selectProject)();
const curveNow = () => {
  const item = now()?.items['c'];
  const resolved = item?.kind === 'curve' && item.recipe.kind === 'control' ? resolveRecipe(item.recipe) : null;
  if (!resolved?.ok) throw new Error('no curve');
  return resolved.value.curve;
};
const knot = (u: number) => ({ command: 'removeKnot', args: { item: 'c', u } }) as const;

beforeEach(() => {
  work = new WorkHere();
  TestBed.configureTestingModule({
    providers: [provideStore(reducers), LossyPreview, StepLoader, { provide: HeavyWorkService, useValue: work }],
  });
  store = TestBed.inject(Store) as Store<BenchState>;
  lossy = TestBed.inject(LossyPreview);
  const none = { steps: [], more: 0 };
  store.dispatch(
    drawingActions.opened({
      id: 'p',
      revision: 0,
      changedAt: '',
      project,
      view: {},
      history: { undo: none, redo: none },
    }),
  );
  TestBed.tick();
});

describe('the price of a step', () => {
  // True deviations of check KR. They are those of other ways to choose the points, of which least squares is the best.
  it.each([
    [1 / 3, 0.04275],
    [5 / 9, 0.00663],
    [1 / 9, 0.74969],
  ])('is the proven deviation: the knot at %f of check KR', async (u, known) => {
    lossy.ask(knot(KR.knots.find((each) => Math.abs(each - u) < 1e-12) ?? u));
    expect(lossy.offer()).toMatchObject({ title: { command: 'removeKnot', items: { names: ['Wave'] } }, price: null });
    await settled();
    const price = lossy.offer()?.price;
    expect(price?.deviation.certified).toBe(true);
    expect(price?.deviation.max).toBeGreaterThan(0.2 * known);
    expect(price?.deviation.max).toBeLessThanOrEqual(1.02 * known);
    expect(price?.deviation.bound).toBeGreaterThanOrEqual(price?.deviation.max ?? Infinity);
    expect(Math.abs((price?.deviation.u ?? 9) - u)).toBeLessThan(2 / 9);
  });

  it('is half the height of a parabola that becomes its chord', async () => {
    const bow = makeCurve(2, uniformKnots(2, 3), homogeneous([0, 0, 0, 50, 10, 0, 100, 0, 0]));
    const recipe = controlRecipe(bow, (i) => `c${i + 1}`);
    const refit = { command: 'refit', args: { item: 'c', how: 'relay', recipe } } as const;
    store.dispatch(drawingActions.commandCalled({ call: refit, stamp: newStamp() }));
    TestBed.tick();
    lossy.ask({ command: 'lowerDegree', args: { item: 'c' } });
    await settled();
    const price = lossy.offer()?.price;
    expect(price?.deviation.max).toBeCloseTo(5, 9);
    expect(price?.at).toEqual([50, 5, 0].map((x) => expect.closeTo(x, 6)));
    // Half of its length: s = ∫√(1 + y'²) over half of y = 20 t (1 - t), x = 100 t, in closed form.
    const slope = 0.2;
    const half = 25 * (Math.sqrt(1 + slope * slope) + Math.asinh(slope) / slope);
    expect(price?.s).toBeCloseTo(half, 6);
    // The curvature of the chord is 0, of the apex of y = x (100 - x) / 500 it is 2/500.
    expect(price?.change.max).toBeCloseTo(2 / 500, 9);
  });

  it('is nothing for a knot that was inserted, and its ghost is the curve that comes', async () => {
    store.dispatch(
      drawingActions.commandCalled({ call: { command: 'insertKnot', args: { item: 'c', u: 0.4 } }, stamp: newStamp() }),
    );
    TestBed.tick();
    lossy.ask(knot(0.4));
    await settled();
    expect(lossy.offer()?.price?.deviation.max).toBeLessThan(1e-9);
    const ghost = lossy.offer()?.curves[0].after;
    lossy.apply();
    TestBed.tick();
    expect(lossy.offer()).toBeNull();
    expect(curveNow().points).toEqual(ghost?.points);
    expect(curveNow().knots).toEqual(ghost?.knots);
  });

  it('of several curves is one: that of the curve that moves most', async () => {
    const sheet = { layer: 'sheet', plane: 'front' } as const;
    const drawn = {
      command: 'drawItems',
      args: { ...sheet, shape: 'curve', items: [{ id: 'd', recipe: KR }] },
    } as const;
    store.dispatch(drawingActions.commandCalled({ call: drawn, stamp: newStamp() }));
    TestBed.tick();
    const alone = async (call: Parameters<typeof lossy.ask>[0]) => {
      lossy.ask(call);
      await settled();
      await settled();
      const price = lossy.offer()?.price;
      lossy.leave();
      return price;
    };
    const slight = { item: 'd', points: ['c6'], knots: [] };
    const [less, more] = [
      await alone({ command: 'removeHandles', args: { item: 'd', points: ['c2'], knots: [] } }),
      await alone({ command: 'removeHandles', args: slight }),
    ];
    expect(more?.deviation.max).not.toBeCloseTo(less?.deviation.max ?? 0, 3);
    const both = await alone({
      command: 'removeHandles',
      args: { item: 'c', points: ['c2'], knots: [], also: [slight] },
    });
    expect(both?.deviation.max).toBe(Math.max(less?.deviation.max ?? 0, more?.deviation.max ?? 0));
    expect(both?.name).toBe((more?.deviation.max ?? 0) > (less?.deviation.max ?? 0) ? 'Curve 1' : 'Wave');
  });

  it('changes nothing before it is applied, and Leave ends it', async () => {
    const before = now();
    lossy.ask(knot(KR.knots[5]));
    await settled();
    expect(now()).toBe(before);
    lossy.leave();
    expect(lossy.offer()).toBeNull();
    lossy.apply();
    expect(now()).toBe(before);
  });

  it('is ended by the next edit, also while it is computed', async () => {
    lossy.ask(knot(KR.knots[5]));
    store.dispatch(
      drawingActions.commandCalled({ call: { command: 'reverseCurve', args: { item: 'c' } }, stamp: newStamp() }),
    );
    TestBed.tick();
    expect(lossy.offer()).toBeNull();
    expect(work.cancelled).toBe(1);
    await settled();
    expect(lossy.offer()).toBeNull();
    expect(lossy.busy()).toBeNull();
  });

  it('stands while its own curve is selected, and is ended with another one', () => {
    const select = (...items: string[]) => {
      store.dispatch(drawingActions.selected({ selection: selectionOf(items) }));
      TestBed.tick();
    };
    lossy.ask(knot(KR.knots[5]));
    select('c');
    expect(lossy.offer()).not.toBeNull();
    select();
    expect(lossy.offer()).toBeNull();
  });

  it('of what cannot be done is said in words instead', () => {
    lossy.ask(knot(0.123));
    expect(lossy.offer()).toBeNull();
    expect(store.selectSignal(selectNotice)()).toBe('That knot cannot be taken out');
  });
});
