import { of } from 'rxjs';
import { PreloadWhenIdle } from './preloadWhenIdle';

describe('what is fetched ahead', () => {
  const idle: (() => void)[] = [];
  beforeEach(() => {
    idle.length = 0;
    Object.assign(globalThis, {
      requestIdleCallback: (then: () => void) => idle.push(then),
      cancelIdleCallback: () => idle.pop(),
    });
  });
  afterEach(() => Reflect.deleteProperty(globalThis, 'requestIdleCallback'));

  it('is a page that says so, once nothing else is to be done', () => {
    const load = jest.fn(() => of('page'));
    const loaded: unknown[] = [];
    new PreloadWhenIdle().preload({ data: { ahead: true } }, load).subscribe((page) => loaded.push(page));
    expect(load).not.toHaveBeenCalled();
    idle[0]();
    expect(loaded).toEqual(['page']);
  });

  it('is no other page', () => {
    const load = jest.fn(() => of('page'));
    new PreloadWhenIdle().preload({}, load).subscribe();
    expect([idle.length, load.mock.calls.length]).toEqual([0, 0]);
  });
});
