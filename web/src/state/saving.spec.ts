import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { emptyProject, type Order } from '@pencil-bend/document';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { benchActions } from './actions';
import { savingEffects } from './effects';
import { newStamp } from './ids';
import { type BenchState, reducers } from './reducers';
import { selectKeeping, selectNotice, selectProject, selectSelection, selectStacks } from './selectors';

let store: Store<BenchState>;
let http: HttpTestingController;

const read = <T>(selector: (state: BenchState) => T): T => store.selectSignal(selector)();
const rename = (name: string): Order => ({ command: 'renameProject', args: { name } });
const order = (given: Order) => store.dispatch(benchActions.ordered({ order: given, stamp: newStamp() }));
const sent = () => http.expectOne('/api/projects/k/steps');

beforeEach(() => {
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [provideHttpClient(), provideHttpClientTesting(), provideStore(reducers), provideEffects(savingEffects)],
  });
  store = TestBed.inject(Store);
  http = TestBed.inject(HttpTestingController);
  const project = emptyProject('Kettle');
  store.dispatch(benchActions.opened({ id: 'k', revision: 5, changedAt: '2026-11-23T12:00:00Z', project, view: {} }));
});

afterEach(() => {
  http.verify();
  jest.useRealTimers();
});

describe('keeping', () => {
  it('sends each step at once, on the revision it was made on, and says Kept only after the answer', () => {
    expect(read(selectKeeping)).toMatchObject({ state: 'kept' });
    order(rename('Pot'));
    expect(read(selectKeeping)).toEqual({ state: 'keeping' });
    const request = sent();
    expect(request.request.headers.get('If-Match')).toBe('"5"');
    expect(request.request.body.steps).toMatchObject([{ name: 'Rename the project to Pot', kind: 'do' }]);
    request.flush({ revision: 6 });
    expect(read(selectKeeping)).toMatchObject({ state: 'kept' });
  });

  it('steps made while one is on its way follow it, in order and none left out', () => {
    order(rename('One'));
    const first = sent();
    order(rename('Two'));
    order(rename('Three'));
    http.expectNone('/api/projects/k/steps');
    first.flush({ revision: 6 });
    const second = sent();
    expect(second.request.headers.get('If-Match')).toBe('"6"');
    expect(second.request.body.steps).toHaveLength(2);
    second.flush({ revision: 8 });
    expect(read(selectKeeping)).toMatchObject({ state: 'kept' });
  });

  it('says why when the server is away, tries again by itself, and sends undo like any step', () => {
    order(rename('One'));
    sent().error(new ProgressEvent('error'));
    expect(read(selectKeeping)).toEqual({ state: 'not kept', why: 'the server does not answer' });
    store.dispatch(benchActions.undone({ stamp: newStamp() }));
    sent().error(new ProgressEvent('error'));
    jest.advanceTimersByTime(2000);
    const again = sent();
    expect(again.request.body.steps.map(({ kind }: { kind: string }) => kind)).toEqual(['do', 'undo']);
    again.flush({ revision: 7 });
    expect(read(selectKeeping)).toMatchObject({ state: 'kept' });
  });

  it('does not insist when the project was changed elsewhere', () => {
    order(rename('One'));
    sent().flush(
      { title: 'The project was changed elsewhere since' },
      { status: 412, statusText: 'Precondition Failed' },
    );
    expect(read(selectKeeping)).toEqual({ state: 'not kept', why: 'The project was changed elsewhere since' });
    jest.advanceTimersByTime(10_000);
  });
});

describe('the drawing', () => {
  it('leaves no step for an order that is refused, or that changes nothing', () => {
    order({ command: 'deleteItem', args: { item: 'lost' } });
    expect(read(selectNotice)).toContain("no curve or point 'lost'");
    order(rename('Kettle'));
    expect(read(selectNotice)).toBeNull();
    expect(read(selectStacks).undo).toEqual([]);
  });

  it('forgets a selection that undo has taken away, and knows it again after redo', () => {
    order({ command: 'drawPoint', args: { id: 'dot', layer: 'sheet', plane: 'front', at: [1, 2, 0] } });
    sent().flush({ revision: 6 });
    store.dispatch(benchActions.selected({ selection: { item: 'dot', point: null } }));
    store.dispatch(benchActions.undone({ stamp: newStamp() }));
    sent().flush({ revision: 7 });
    expect(read(selectSelection).item).toBeNull();
    store.dispatch(benchActions.redone({ stamp: newStamp() }));
    sent().flush({ revision: 8 });
    expect(read(selectSelection).item).toBe('dot');
    expect(read(selectProject)?.itemOrder).toEqual(['dot']);
  });
});
