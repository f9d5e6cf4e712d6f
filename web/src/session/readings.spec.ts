import { selectionOf } from '@pencil-bend/document';
import { openMirrored } from './bench.fixture';
import { Combs } from './combs';
import { Readings } from './readings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('readings', () => {
  it('of items are proven at rest and sampled in a drag, each curve read once', () => {
    const { shown, drag, inject } = openMirrored();
    const readings = inject(Readings);
    const resting = readings.of(['a', 'b', 'm-1', 'gone']);
    expect([...resting.keys()].sort()).toEqual(['a', 'b', 'm-1']);
    expect([...resting.values()].every(({ exact }) => exact)).toBe(true);
    expect(readings.of(['a']).get('a')).toBe(resting.get('a'));
    drag(12, 9);
    const moving = readings.of(['a', 'b']);
    expect([moving.get('a')?.exact, moving.get('b')?.exact]).toEqual([false, true]);
    expect(moving.get('b')).toBe(resting.get('b'));
    expect(moving.get('a')?.curve).toBe(shown.selected()?.curve);
  });

  it('of the selected curve follow the drag; the comb keeps its scale', () => {
    const { drag, inject, editing } = openMirrored();
    const readings = inject(Readings);
    editing.select(selectionOf(['a']));
    const combs = inject(Combs);
    const scale = combs.scale();
    const before = readings.reading()?.profile.tightest?.kappa;
    drag(10, 15);
    expect(readings.reading()?.profile.tightest?.kappa).not.toBe(before);
    expect(combs.scale()).toBe(scale);
    expect(combs.movingCombs()).toHaveLength(1);
  });

  it('at the shared cursor: length and parameter of the read curve', () => {
    const { inject, editing } = openMirrored();
    const readings = inject(Readings);
    expect(readings.atCursor()).toBeNull();
    editing.select(selectionOf(['b']));
    // A straight line of 20 mm: its length at the middle is 10 mm.
    readings.cursor.set(10);
    expect(readings.atCursor()).toMatchObject({ s: 10, at: [expect.closeTo(10, 9), expect.closeTo(30, 9), 0] });
    readings.pointAt(null);
    expect(readings.cursorParameter()).toBeNull();
  });
});
