import type { PointerInput } from '../tools/contract';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { ToolView } from './toolView';
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
const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));
  const [hand, editing] = [bench.inject(ToolInHand), bench.inject(Editing)];
  return { ...bench, hand, editing, toolView: bench.inject(ToolView), stepHistory: bench.inject(StepHistory) };
};

describe('what the tool in hand shows', () => {
  it('follows its state: what it accepts, says and would do', () => {
    const { hand, toolView } = opened();
    expect([toolView.reads(), toolView.preview().call, toolView.accepts().places]).toEqual(['selection', null, false]);
    hand.takeUp('bezier');
    expect([toolView.reads(), toolView.accepts().places]).toEqual(['preview', true]);
    hand.feed(at('press', 0, 0));
    // While a handle is pulled no snap comes between.
    expect(toolView.accepts().places).toBe(false);
    hand.feed(at('release', 0, 0));
    expect(toolView.prompt().text).toContain('next anchor');
    expect(toolView.options().map(({ name }) => name)).toEqual(['kind']);
    hand.feed(at('move', 9, 0));
    expect(toolView.preview().call).toMatchObject({ command: 'drawItems' });
  });

  it("what a number means is the tool's own", () => {
    const { hand, toolView } = opened();
    hand.takeUp('conic');
    expect(toolView.meaning([0, 0, 0])).toBeNull();
    for (const [x, y] of [
      [0, 0],
      [9, 0],
      [4, 5],
    ] as const)
      hand.feed(at('press', x, y));
    expect(toolView.meaning(null)).toMatchObject({ label: 'fullness, 0 to 1', plain: true });
  });
});
