import { openBench, projectWith, through } from './bench.fixture';
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
});
