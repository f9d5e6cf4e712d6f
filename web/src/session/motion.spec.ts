import { TestBed } from '@angular/core/testing';
import type { PointerInput } from '../tools/contract';
import { at, openMirrored, until } from './bench.fixture';
import { Motion } from './motion';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('what is in hand', () => {
  it('is on the move from its second change until it rests for a moment, or is let go', async () => {
    const { hand, inject, drag } = openMirrored();
    const motion = inject(Motion);
    const after = (type: PointerInput['type'], y: number) => {
      hand.feed(at(type, 10, y));
      TestBed.tick();
      return motion.isOn();
    };
    drag(10, 9);
    TestBed.tick();
    expect(motion.isOn()).toBe(false);
    expect([after('move', 10), after('move', 11)]).toEqual([true, true]);
    await until(() => !motion.isOn());
    expect([after('move', 12), after('release', 12)]).toEqual([true, false]);
    // Nothing is left that would begin again, and the next drag begins as the first.
    await new Promise((resolve) => setTimeout(resolve, 200));
    TestBed.tick();
    expect(motion.isOn()).toBe(false);
    drag(10, 9);
    TestBed.tick();
    expect(motion.isOn()).toBe(false);
  });
});
