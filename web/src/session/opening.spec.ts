import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { drawingActions } from '../state/actions';
import { openBench, projectWith, through } from './bench.fixture';
import { Opening } from './opening';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('opening', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('is over when the project has been there for a frame and a look', () => {
    const { inject } = openBench(projectWith(through('a', [0, 0], [10, 5])));
    const opening = inject(Opening);
    TestBed.tick();
    expect(opening.isDrawn()).toBe(false);
    jest.advanceTimersByTime(100);
    expect([opening.isDrawn(), opening.isOver()]).toEqual([true, false]);
    jest.advanceTimersByTime(1300);
    expect(opening.isOver()).toBe(false);
    jest.advanceTimersByTime(200);
    expect(opening.isOver()).toBe(true);
  });

  it('is not over where the project is left before', () => {
    const { inject } = openBench(projectWith(through('a', [0, 0], [10, 5])));
    const opening = inject(Opening);
    TestBed.tick();
    jest.advanceTimersByTime(1400);
    inject(Store).dispatch(drawingActions.left());
    TestBed.tick();
    jest.advanceTimersByTime(60_000);
    expect(opening.isOver()).toBe(false);
  });
});
