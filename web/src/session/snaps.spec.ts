import { selectionOf } from '@pencil-bend/document';
import { at, openBench, projectWith, through } from './bench.fixture';
import { Snaps } from './snaps';
import { ToolView } from './toolView';
import { ToolInHand } from './toolInHand';
import { TypedPlace } from './typedPlace';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const FREE = { free: false, straight: false };
const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));
  const [snaps, typed] = [bench.inject(Snaps), bench.inject(TypedPlace)];
  return { ...bench, snaps, typed, hand: bench.inject(ToolInHand), toolView: bench.inject(ToolView) };
};

describe('snaps', () => {
  it('catch for a tool that takes places, and for no other', () => {
    const { snaps, hand } = opened();
    expect(snaps.catch([20.3, 0.2, 0], 1, FREE)).toBeNull();
    hand.takeUp('through');
    expect(snaps.catch([20.3, 0.2, 0], 1, FREE)).toMatchObject({ kind: 'end', item: 'a', at: [20, 0, 0] });
    expect(snaps.caught()?.kind).toBe('end');
    expect(snaps.catch([20.3, 0.2, 0], 1, { ...FREE, free: true })).toBeNull();
    snaps.letGo();
    expect(snaps.caught()).toBeNull();
  });

  it('can be switched off, all and each', () => {
    const { snaps, hand } = opened();
    hand.takeUp('through');
    snaps.toggle('end');
    expect([snaps.isChosen('end'), snaps.catch([20.3, 0.2, 0], 1, FREE)?.kind]).toEqual([false, 'point']);
    snaps.toggleAll();
    expect([snaps.on(), snaps.catch([20.3, 0.2, 0], 1, FREE)]).toEqual([false, null]);
  });

  it('with Shift go in one of eight directions from the last place', () => {
    const { snaps, hand } = opened();
    hand.takeUp('through');
    hand.feed({ type: 'typed', at: [50, 50, 0] });
    expect(snaps.catch([60, 51, 0], 1, { free: true, straight: true })).toMatchObject({
      label: 'level',
      at: [60, 50, 0],
    });
  });

  describe('of a drag', () => {
    /** A drag of the middle point of 'a', taken up 0.2 mm beside it. */
    const dragged = () => {
      const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [30, 30], [50, 30])));
      bench.editing.select(selectionOf(['a']));
      const located = { handle: { kind: 'fit', id: 'p2' }, at: [10, 5, 0] } as const;
      bench.hand.feed(at('press', 10.2, 5, { hits: [{ kind: 'handle', item: 'a', located }] }));
      bench.hand.feed(at('move', 15, 9));
      return { ...bench, snaps: bench.inject(Snaps) };
    };

    it('catch the place that is carried, by what lies still', () => {
      const { snaps } = dragged();
      // The handle is 0.2 mm to the left of the pointer.
      expect(snaps.catch([30.5, 30.2, 0], 1, FREE)).toMatchObject({ label: 'end of Curve 2', at: [30, 30, 0] });
      expect(snaps.catch([30.5, 30.2, 0], 1, { ...FREE, free: true })).toBeNull();
      // Its own end is no place to be caught by; where it was is one to be level with.
      expect(snaps.catch([20.2, 0.3, 0], 1, FREE)?.item ?? null).toBeNull();
      expect(snaps.catch([17, 5.2, 0], 1, FREE)).toMatchObject({ kind: 'level', at: [expect.closeTo(16.8, 9), 5, 0] });
    });

    it('catch the direction of a tangent from the point that it turns about', () => {
      const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));
      const snaps = bench.inject(Snaps);
      bench.editing.select(selectionOf(['a']));
      const located = { handle: { kind: 'tangent', id: 'p1', side: 1 }, at: [4, 4, 0] } as const;
      bench.hand.feed(at('press', 4, 4, { hits: [{ kind: 'handle', item: 'a', located }] }));
      bench.hand.feed(at('move', 8, 3));
      const found = snaps.catch([20, 0.4, 0], 1, FREE);
      expect(found).toMatchObject({ label: 'level', at: [20, 0, 0] });
      expect(snaps.catch([20, 3, 0], 1, FREE)).toBeNull();
    });

    it('are let go where nothing is carried any more', () => {
      const { snaps, hand } = dragged();
      snaps.catch([30.5, 30.2, 0], 1, FREE);
      hand.feed(at('release', 40, 40));
      expect(snaps.catch([30.5, 30.2, 0], 1, FREE)).toBeNull();
      expect(snaps.caught()).toBeNull();
    });
  });
});
