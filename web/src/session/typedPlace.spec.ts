import { openBench, projectWith, through } from './bench.fixture';
import { Snaps } from './snaps';
import { ToolView } from './toolView';
import { ToolInHand } from './toolInHand';
import { TypedPlace } from './typedPlace';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));
  const [snaps, typed] = [bench.inject(Snaps), bench.inject(TypedPlace)];
  return { ...bench, snaps, typed, hand: bench.inject(ToolInHand), toolView: bench.inject(ToolView) };
};

describe('a typed place', () => {
  it('is begun by a number while places are taken, and given by Enter', () => {
    const { typed, hand, toolView } = opened();
    expect(typed.key('3')).toBe(false);
    hand.takeUp('line');
    for (const key of ['3', ',', '4', 'x']) expect(typed.key(key)).toBe(true);
    expect(typed.key('Backspace')).toBe(true);
    expect(typed.text()).toBe('3,4');
    typed.key('Enter');
    expect([typed.text(), toolView.preview().placed]).toEqual([null, [[3, 4, 0]]]);
  });

  it('that is none stays to be mended, and says what is wrong', () => {
    const { typed, hand } = opened();
    hand.takeUp('line');
    typed.text.set('3,');
    typed.give('3,');
    expect(typed.mistake()).not.toBeNull();
    expect(typed.text()).toBe('3,');
    expect(typed.key('Escape')).toBe(true);
    expect([typed.text(), typed.mistake()]).toEqual([null, null]);
  });

  it('of a single number means what the tool says', () => {
    const { typed, hand } = opened();
    hand.takeUp('rotate');
    expect(typed.meaning()).toBeNull();
    hand.takeUp('ellipse');
    hand.feed({ type: 'typed', at: [0, 0, 0] });
    hand.feed({ type: 'typed', at: [10, 0, 0] });
    expect(typed.meaning()?.label).toBe('half axis');
    typed.give('4');
    expect(hand.name()).toBe('select');
  });
});
