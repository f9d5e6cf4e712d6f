import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { reducers } from '../state/reducers';
import { StepLoader } from './stepLoader';

const mockParts = { canDoSteps: true };
jest.mock('@pencil-bend/document', () => ({
  ...jest.requireActual<object>('@pencil-bend/document'),
  canDoSteps: () => mockParts.canDoSteps,
}));
const mockLoaded = jest.fn();
jest.mock('@pencil-bend/document/steps', () => {
  mockLoaded();
  return {};
});
jest.mock('../tools/table', () => ({ hasTools: () => true }));
const mockTools = jest.fn();
jest.mock('../tools/otherTools', () => {
  mockTools();
  return {};
});

const made = () => {
  TestBed.configureTestingModule({ providers: [provideStore(reducers), StepLoader] });
  return TestBed.inject(StepLoader);
};

beforeEach(() => {
  jest.resetModules();
  mockLoaded.mockReset();
  mockTools.mockReset();
  mockParts.canDoSteps = true;
});

describe('what does steps', () => {
  it('is there: work is done at once, and nothing is fetched', () => {
    const work = jest.fn();
    made().whenReady(work);
    expect(work).toHaveBeenCalledTimes(1);
    expect(mockLoaded).not.toHaveBeenCalled();
  });

  it('is fetched with the first press, and work waits for it', async () => {
    mockParts.canDoSteps = false;
    const steps = made();
    document.dispatchEvent(new Event('pointerdown'));
    const work = jest.fn();
    steps.whenReady(work);
    expect([steps.isReady(), work.mock.calls.length]).toEqual([false, 0]);
    await steps.load();
    expect([steps.isReady(), work.mock.calls.length]).toEqual([true, 1]);
    steps.whenReady(work);
    expect(work).toHaveBeenCalledTimes(2);
    expect([mockLoaded.mock.calls.length, mockTools.mock.calls.length]).toEqual([1, 1]);
  });

  it('keeps an undo behind the steps that wait for it, and holds it up for nothing else', async () => {
    mockParts.canDoSteps = false;
    const steps = made();
    const done: string[] = [];
    steps.inTurn(() => done.push('undo before'));
    expect(done).toEqual(['undo before']);
    steps.whenReady(() => done.push('step'));
    steps.inTurn(() => done.push('undo'));
    expect(done).toHaveLength(1);
    await steps.load();
    expect(done).toEqual(['undo before', 'step', 'undo']);
  });

  it('cannot be fetched: that is said, work is not done, and it is tried again', async () => {
    mockParts.canDoSteps = false;
    const steps = made();
    mockLoaded.mockImplementationOnce(() => {
      throw new Error('away');
    });
    const work = jest.fn();
    steps.whenReady(work);
    await expect(steps.load()).rejects.toThrow('away');
    const notice = TestBed.inject(Store).selectSignal((all) => (all as { drawing: { notice: string } }).drawing.notice);
    expect(notice()).toContain('nothing was changed');
    expect(work).not.toHaveBeenCalled();
    steps.whenReady(work);
    await steps.load();
    expect(work).toHaveBeenCalledTimes(1);
  });
});
