import { perform, selectionOf } from '@pencil-bend/document';
import { newStamp } from '../state/ids';
import type { PointerInput } from '../tools/contract';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { Readings } from './readings';
import { ShownItems } from './shownItems';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const at = (type: PointerInput['type'], x: number, y: number, more: Partial<PointerInput> = {}): PointerInput => ({
  type,
  at: [x, y, 0],
  hits: [],
  reach: 1,
  ...more,
});
const P2 = { handle: { kind: 'fit', id: 'p2' }, at: [10, 5, 0] } as const;

/** A curve, its mirror, and another one. */
const opened = () => {
  const drawn = projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 30]));
  const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
  const mirrored = perform(drawn, { command: 'mirrorItems', args: { items: ['a'], id: 'm', about } }, newStamp());
  if (!mirrored.ok) throw new Error(mirrored.failure);
  const bench = openBench(mirrored.value.project);
  const [editing, hand, shown] = [bench.inject(Editing), bench.inject(ToolInHand), bench.inject(ShownItems)];
  const drag = (x: number, y: number) => {
    editing.select(selectionOf(['a']));
    hand.feed(at('press', 10, 5, { hits: [{ kind: 'handle', item: 'a', grip: P2 }] }));
    hand.feed(at('move', x, y));
  };
  return { ...bench, editing, hand, shown, drag, stepHistory: bench.inject(StepHistory) };
};

describe('readings', () => {
  it('of items are proven at rest and sampled in a drag, each curve read once', () => {
    const { shown, drag, inject } = opened();
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
    const { drag, inject, editing } = opened();
    const readings = inject(Readings);
    editing.select(selectionOf(['a']));
    const scale = readings.combScale();
    const before = readings.reading()?.tightest?.kappa;
    drag(10, 15);
    expect(readings.reading()?.tightest?.kappa).not.toBe(before);
    expect(readings.combScale()).toBe(scale);
    expect(readings.comb()?.comb).toBeDefined();
  });

  it('at the shared cursor: length and parameter of the read curve', () => {
    const { inject, editing } = opened();
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
