import type { QueuedBatch } from '../api/batch';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { emptyProject, type CommandCall, selectionOf, type Step, titleOf } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { SyncQueue } from './syncQueue';
import { drawingActions, savingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import { type BenchState, reducers } from '../state/reducers';
import { drawingEffects, savingEffects } from './effects';
import {
  selectHistory,
  selectSaveState,
  selectNotice,
  selectProject,
  selectSafe,
  selectSaving,
  selectSelection,
  selectStacks,
} from '../state/selectors';

let store: Store<BenchState>;
let http: HttpTestingController;

const read = <T>(selector: (state: BenchState) => T): T => store.selectSignal(selector)();
const rename = (name: string): CommandCall => ({ command: 'renameProject', args: { name } });
const called = (given: CommandCall) => store.dispatch(drawingActions.commandCalled({ call: given, stamp: newStamp() }));
const NO_HISTORY = { undo: { steps: [], more: 0 }, redo: { steps: [], more: 0 } };
const sent = () => http.expectOne('/api/projects/k/steps');

/** IndexedDB's part, in memory; `broken` is what every use of it fails with. */
class FakeQueue {
  batch: QueuedBatch[] = [];
  stored: Step[] = [];
  broken: Error | null = null;

  /** Writing takes until what is returned is called, with the error it ends with or null. */
  hold(): (error: Error | null) => void {
    let end: (error: Error | null) => void = () => undefined;
    this.held = new Promise((resolve, reject) => (end = (error) => (error ? reject(error) : resolve())));
    return end;
  }

  private held = Promise.resolve();

  private use<T>(value: T): Promise<T> {
    return this.broken ? Promise.reject(this.broken) : Promise.resolve(value);
  }
  async put(_project: string, _base: number, steps: readonly Step[]) {
    await this.use(null);
    await this.held;
    this.stored.push(...steps);
  }
  kept = () => this.use(null);
  batches = () => this.use(this.batch);
  setAside = (batch: QueuedBatch) => this.use({ ...batch, window: 'aside' });
  drop = jest.fn(() => this.use(null));
  dropOwn = jest.fn(() => this.use(null));
}

let queue: FakeQueue;
const router = { navigate: jest.fn() };
/** Promises settle between the store's actions. */
const settled = () => jest.advanceTimersByTimeAsync(0);
const opened = { id: 'k', revision: 5, changedAt: '2026-11-23T12:00:00Z', project: emptyProject('Kettle'), view: {} };
const TITLES = [{ command: 'deleteItem', items: { names: ['Lid'], count: 1 } }];
const tooLate = { title: 'The project was changed elsewhere since', count: 2, titles: TITLES };
const STALE = { status: 412, statusText: 'Precondition Failed' };

beforeEach(() => {
  jest.useFakeTimers();
  queue = new FakeQueue();
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(reducers),
      provideEffects(drawingEffects, savingEffects),
      { provide: SyncQueue, useValue: queue },
      { provide: Router, useValue: router },
    ],
  });
  store = TestBed.inject(Store);
  http = TestBed.inject(HttpTestingController);
  store.dispatch(drawingActions.opened({ ...opened, history: NO_HISTORY }));
});

afterEach(() => {
  http.verify();
  jest.useRealTimers();
});

describe('keeping', () => {
  it('sends each step at once, on the revision it was made on, and says Kept only after the answer', () => {
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
    called(rename('Pot'));
    expect(read(selectSaveState)).toEqual({ state: 'saving' });
    const request = sent();
    expect(request.request.headers.get('If-Match')).toBe('"5"');
    expect(request.request.body.steps).toMatchObject([{ title: { command: 'renameProject', to: 'Pot' }, kind: 'do' }]);
    request.flush({ revision: 6 });
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
  });

  it('steps made while one is on its way follow it, in order and none left out', () => {
    called(rename('One'));
    const first = sent();
    called(rename('Two'));
    called(rename('Three'));
    http.expectNone('/api/projects/k/steps');
    first.flush({ revision: 6 });
    const second = sent();
    expect(second.request.headers.get('If-Match')).toBe('"6"');
    expect(second.request.body.steps).toHaveLength(2);
    second.flush({ revision: 8 });
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
  });

  it('says why when the server is away, tries again by itself, and sends undo like any step', async () => {
    called(rename('One'));
    sent().error(new ProgressEvent('error'));
    await settled();
    expect(read(selectSaveState)).toEqual({ state: 'offline', why: 'the server is away', unsaved: 1, stored: true });
    store.dispatch(drawingActions.undone({ stamp: newStamp() }));
    sent().error(new ProgressEvent('error'));
    jest.advanceTimersByTime(2000);
    const again = sent();
    expect(again.request.body.steps.map(({ kind }: { kind: string }) => kind)).toEqual(['do', 'undo']);
    again.flush({ revision: 7 });
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
  });

  it('says once that the browser stores nothing, and goes on', async () => {
    queue.broken = new DOMException('no', 'QuotaExceededError');
    called(rename('One'));
    sent().error(new ProgressEvent('error'));
    await settled();
    expect(read(selectSaving)).toMatchObject({ notStored: 'its storage is full', notStoredTold: false });
    expect(read(selectSaveState)).toMatchObject({ state: 'offline', stored: false });
    expect(read(selectSafe)).toBe(false);
    store.dispatch(savingActions.notStoredRead());
    called(rename('Two'));
    await settled();
    expect(read(selectSaving).notStoredTold).toBe(true);
    sent().flush({ revision: 7 });
    await settled();
    expect(read(selectSafe)).toBe(true);
  });

  it('a change that came too late is neither sent again nor lost, until somebody decides', async () => {
    called(rename('One'));
    sent().flush(tooLate, STALE);
    await settled();
    expect(read(selectSaveState)).toEqual({ state: 'conflict' });
    expect(read(selectSaving).conflict).toEqual({ theirs: { count: 2, titles: TITLES }, mine: null });
    called(rename('Two'));
    await jest.advanceTimersByTimeAsync(10_000);
    http.expectNone('/api/projects/k/steps');
    expect(queue.stored.map(({ title }) => titleOf(title))).toEqual([
      'Rename the project to One',
      'Rename the project to Two',
    ]);
    expect(read(selectProject)?.name).toBe('Two');
  });

  it('is told that others were first only once what came too late lies in this browser, or cannot', async () => {
    for (const end of [null, new DOMException('no', 'QuotaExceededError')]) {
      const writing = queue.hold();
      called(rename(`One ${end}`));
      sent().flush(tooLate, STALE);
      await jest.advanceTimersByTimeAsync(5000);
      expect(read(selectSaving).conflict).toBeNull();
      expect(read(selectSafe)).toBe(false);
      writing(end);
      await settled();
      expect(read(selectSaving).conflict).not.toBeNull();
      store.dispatch(drawingActions.opened({ ...opened, history: NO_HISTORY }));
    }
  });

  it('keeps mine as a copy: the steps go on from where they were made', async () => {
    called(rename('One'));
    sent().flush(tooLate, STALE);
    await settled();
    called(rename('Two'));
    store.dispatch(savingActions.copyWanted());
    const copy = http.expectOne('/api/projects/k/copies');
    expect(copy.request.body).toMatchObject({ revision: 5, steps: [{ kind: 'do' }, { kind: 'do' }] });
    copy.flush({ id: 'copy' });
    await settled();
    expect(queue.dropOwn).toHaveBeenCalledWith('k');
    expect(router.navigate).toHaveBeenCalledWith(['bench', 'copy']);
    expect(read(selectSafe)).toBe(true);
  });

  it('a copy that fails is said, and can be tried again', async () => {
    called(rename('One'));
    sent().flush(tooLate, STALE);
    await settled();
    store.dispatch(savingActions.copyWanted());
    http.expectOne('/api/projects/k/copies').error(new ProgressEvent('error'));
    await settled();
    expect(read(selectNotice)).toContain('The copy was not made: the server is away');
    expect(read(selectSaving).conflict).not.toBeNull();
    store.dispatch(savingActions.copyWanted());
    http.expectOne('/api/projects/k/copies').flush({ id: 'copy' });
  });

  it('where the project is gone for good, its drawing becomes a new one', async () => {
    called(rename('One'));
    sent().flush({ title: "There is no project 'k'" }, { status: 404, statusText: 'Not Found' });
    await settled();
    store.dispatch(savingActions.copyWanted());
    http.expectOne('/api/projects/k/copies').flush({}, { status: 404, statusText: 'Not Found' });
    await settled();
    const made = http.expectOne('/api/projects');
    expect(JSON.parse(made.request.body as string)).toMatchObject({ format: 'pencil-bend-project', name: 'One' });
    made.flush({ id: 'new' });
  });

  it('takes theirs: mine are let go and the project is opened anew', async () => {
    called(rename('One'));
    sent().flush(tooLate, STALE);
    await settled();
    store.dispatch(savingActions.theirsTaken());
    await settled();
    expect(queue.dropOwn).toHaveBeenCalledWith('k');
    http.expectOne('/api/projects/k').flush({ ...opened, revision: 7, history: NO_HISTORY });
    await settled();
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
    expect(read(selectProject)?.name).toBe('Kettle');
  });
});

describe('opening', () => {
  const step: Step = {
    id: 's1',
    kind: 'do',
    of: null,
    title: { command: 'earlier', text: 'Late' },
    time: '',
    patch: [],
    inverse: [],
  };
  const batch: QueuedBatch = { project: 'k', window: 'old', base: 5, steps: [step] };

  it('first sends what waits from an earlier visit', async () => {
    queue.batch = [batch];
    store.dispatch(drawingActions.entered({ id: 'k' }));
    await settled();
    const request = sent();
    expect(request.request.headers.get('If-Match')).toBe('"5"');
    request.flush({ revision: 6 });
    await settled();
    expect(queue.drop).toHaveBeenCalledWith(batch);
    http.expectOne('/api/projects/k').flush({ ...opened, revision: 6, history: NO_HISTORY });
    await settled();
    expect(read(selectSaving).conflict).toBeNull();
  });

  it('tries again by itself while the server is away, and forgets nothing', async () => {
    queue.batch = [batch];
    store.dispatch(drawingActions.entered({ id: 'k' }));
    await settled();
    sent().error(new ProgressEvent('error'));
    await settled();
    expect(read(selectNotice)).toBe('the server is away');
    expect(queue.drop).not.toHaveBeenCalled();
    await jest.advanceTimersByTimeAsync(2000);
    sent().flush({ revision: 6 });
    await settled();
    http.expectOne('/api/projects/k').flush({ ...opened, revision: 6, history: NO_HISTORY });
    await settled();
    expect(read(selectProject)).not.toBeNull();
  });

  it('sets aside what came too late, shows theirs, and sends what is drawn on it', async () => {
    queue.batch = [batch];
    store.dispatch(drawingActions.entered({ id: 'k' }));
    await settled();
    sent().flush(tooLate, STALE);
    await settled();
    http.expectOne('/api/projects/k').flush({ ...opened, revision: 7, history: NO_HISTORY });
    await settled();
    expect(read(selectSaving).conflict?.mine).toEqual({ ...batch, window: 'aside' });
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
    called(rename('On theirs'));
    const next = sent();
    expect(next.request.headers.get('If-Match')).toBe('"7"');
    next.flush({ revision: 8 });
    store.dispatch(savingActions.copyWanted());
    const copy = http.expectOne('/api/projects/k/copies');
    expect(copy.request.body).toEqual({ revision: 5, steps: [step] });
    copy.flush({ id: 'copy' });
  });
});

describe('going from one project to another without leaving the bench', () => {
  it('counts nothing that was kept or stored for the one as kept or stored for the other', async () => {
    called(rename('One'));
    const first = sent();
    store.dispatch(drawingActions.entered({ id: 'copy' }));
    await settled();
    http.expectOne('/api/projects/copy').flush({ ...opened, id: 'copy', history: NO_HISTORY });
    await settled();
    // The answer comes when the other project is open.
    if (!first.cancelled) first.flush({ revision: 6 });
    await settled();
    expect(read(selectSaving)).toMatchObject({ saved: 0, stored: 0 });
    called(rename('Two'));
    const next = http.expectOne('/api/projects/copy/steps');
    expect(next.request.body.steps).toMatchObject([{ title: { command: 'renameProject', to: 'Two' } }]);
    next.flush({ revision: 6 });
    await settled();
    expect(queue.stored.map(({ title }) => titleOf(title))).toContain('Rename the project to Two');
    expect(read(selectSaveState)).toMatchObject({ state: 'saved' });
  });
});

describe('history', () => {
  const steps = (count: number): Step[] => {
    let project = emptyProject('Kettle');
    return Array.from({ length: count }, (_, i) => {
      const outcome = perform(project, rename(`Name ${i}`), newStamp());
      if (!outcome.ok) throw new Error(outcome.failure);
      project = outcome.value.project;
      return outcome.value.step;
    });
  };

  it('of earlier sessions can be walked, and earlier parts come before they are needed', async () => {
    const all = steps(60);
    const project = { ...opened.project, name: 'Name 59' };
    const history = { undo: { steps: all.slice(20), more: 20 }, redo: { steps: [], more: 0 } };
    store.dispatch(drawingActions.opened({ ...opened, revision: 60, project, history }));
    const earlier = http.expectOne('/api/projects/k/history?revision=60&undo=20&redo=0');
    // Until it has come, what is there can be walked, and no further.
    store.dispatch(drawingActions.walked({ direction: 'undo', stamps: Array.from({ length: 41 }, newStamp) }));
    expect(read(selectProject)?.name).toBe('Name 19');
    expect(read(selectNotice)).toContain('have not come from the server yet');
    earlier.flush({ undo: { steps: all.slice(0, 20), more: 0 }, redo: { steps: [], more: 0 } });
    store.dispatch(drawingActions.walked({ direction: 'undo', stamps: Array.from({ length: 20 }, newStamp) }));
    expect(read(selectProject)?.name).toBe('Kettle');
    store.dispatch(drawingActions.walked({ direction: 'redo', stamps: Array.from({ length: 60 }, newStamp) }));
    expect(read(selectProject)).toEqual(project);
    expect(read(selectHistory)).toMatchObject({ more: { undo: 0, redo: 0 } });
    sent().flush({ revision: 100 });
    await settled();
    sent().flush({ revision: 180 });
  });

  it('a new step ends what could be redone, on the server too', () => {
    const history = { undo: { steps: [], more: 0 }, redo: { steps: steps(1), more: 7 } };
    store.dispatch(drawingActions.opened({ ...opened, history }));
    http.expectOne('/api/projects/k/history?revision=5&undo=0&redo=7').flush(history);
    called(rename('Other'));
    sent().flush({ revision: 6 });
    expect(read(selectHistory)).toMatchObject({ stacks: { redo: [] }, more: { redo: 0 } });
    http.match(() => true);
  });
});

describe('the drawing', () => {
  it('leaves no step for a command that is refused, or that changes nothing', () => {
    called({ command: 'deleteItem', args: { item: 'lost' } });
    expect(read(selectNotice)).toContain("no curve or point 'lost'");
    called(rename('Kettle'));
    expect(read(selectNotice)).toBeNull();
    expect(read(selectStacks).undo).toEqual([]);
  });

  it('forgets a selection that undo has taken away, and knows it again after redo', () => {
    called({ command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape: 'point', items: [{ id: 'dot', at: [1, 2, 0] }] } }); // prettier-ignore
    sent().flush({ revision: 6 });
    store.dispatch(drawingActions.selected({ selection: selectionOf(['dot']) }));
    store.dispatch(drawingActions.undone({ stamp: newStamp() }));
    sent().flush({ revision: 7 });
    expect(read(selectSelection).items).toEqual([]);
    store.dispatch(drawingActions.redone({ stamp: newStamp() }));
    sent().flush({ revision: 8 });
    expect(read(selectSelection).items[0]).toBe('dot');
    expect(read(selectProject)?.itemOrder).toEqual(['dot']);
  });
});
