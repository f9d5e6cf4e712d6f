import type { PointerInput } from '../tools/contract';
import { openBench, projectWith, settled, through } from './bench.fixture';
import { Editing } from './editing';
import { ToolView } from './toolView';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';
import { ToolStore } from './toolStore';

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

describe('what outlives a reload', () => {
  it('is the tool with what it has placed, not where the pointer is', async () => {
    const { hand, inject } = opened();
    hand.takeUp('through');
    hand.feed(at('press', 3, 4));
    hand.feed(at('move', 9, 9));
    await settled();
    expect(await inject(ToolStore).take('k')).toMatchObject({ tool: 'through', places: [{ at: [3, 4, 0] }], pointer: null }); // prettier-ignore
    hand.putDown();
    await settled();
    expect(await inject(ToolStore).take('k')).toBeNull();
  });
});
