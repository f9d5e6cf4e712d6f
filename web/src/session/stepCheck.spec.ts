import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { reducers } from '../state/reducers';
import { StepCheck } from './stepCheck';

const mockParts = { canCheck: true };
jest.mock('@pencil-bend/document', () => ({
  ...jest.requireActual<object>('@pencil-bend/document'),
  canCheck: () => mockParts.canCheck,
}));
const mockLoaded = jest.fn();
jest.mock('@pencil-bend/document/validators', () => {
  mockLoaded();
  return {};
});

const made = () => {
  TestBed.configureTestingModule({ providers: [provideStore(reducers), StepCheck] });
  return TestBed.inject(StepCheck);
};

beforeEach(() => {
  jest.resetModules();
  mockLoaded.mockReset();
  mockParts.canCheck = true;
});

describe('what checks steps', () => {
  it('is there: work is done at once, and nothing is fetched', () => {
    const work = jest.fn();
    made().whenReady(work);
    expect(work).toHaveBeenCalledTimes(1);
    expect(mockLoaded).not.toHaveBeenCalled();
  });

  it('is fetched with the first press, and work waits for it', async () => {
    mockParts.canCheck = false;
    const check = made();
    document.dispatchEvent(new Event('pointerdown'));
    await check.load();
    expect(mockLoaded).toHaveBeenCalledTimes(1);
    const work = jest.fn();
    check.whenReady(work);
    expect(work).not.toHaveBeenCalled();
    await check.load();
    expect(work).toHaveBeenCalledTimes(1);
    expect(mockLoaded).toHaveBeenCalledTimes(1);
  });

  it('cannot be fetched: that is said, work is not done, and it is tried again', async () => {
    mockParts.canCheck = false;
    const check = made();
    mockLoaded.mockImplementationOnce(() => {
      throw new Error('away');
    });
    const work = jest.fn();
    check.whenReady(work);
    await expect(check.load()).rejects.toThrow('away');
    const notice = TestBed.inject(Store).selectSignal((all) => (all as { drawing: { notice: string } }).drawing.notice);
    expect(notice()).toContain('nothing was changed');
    expect(work).not.toHaveBeenCalled();
    check.whenReady(work);
    await check.load();
    expect(work).toHaveBeenCalledTimes(1);
  });
});
