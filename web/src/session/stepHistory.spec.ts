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

describe('undo and redo', () => {
  it('go inside a drawing place by place, and outside of one by the steps of the log', () => {
    const { hand, editing, toolView, stepHistory } = opened();
    editing.do({ command: 'renameItem', args: { item: 'a', name: 'Spout' } });
    hand.takeUp('through');
    hand.feed(at('press', 0, 0));
    hand.feed(at('press', 9, 0));
    stepHistory.undo();
    expect(toolView.preview().placed).toHaveLength(1);
    stepHistory.redo();
    expect(toolView.preview().placed).toHaveLength(2);
    hand.putDown();
    expect(editing.project()?.itemOrder).toHaveLength(2);
    stepHistory.undo();
    stepHistory.undo();
    expect(editing.project()?.items['a'].name).toBe('Curve 1');
  });

  it('go to any place of the log at once', () => {
    const { editing, stepHistory } = opened();
    for (const name of ['One', 'Two', 'Three']) editing.do({ command: 'renameProject', args: { name } });
    stepHistory.walk('undo', 2);
    expect([editing.project()?.name, stepHistory.stacks().stacks.redo.length]).toEqual(['One', 2]);
    stepHistory.walk('redo', 1);
    expect(editing.project()?.name).toBe('Two');
  });
});
