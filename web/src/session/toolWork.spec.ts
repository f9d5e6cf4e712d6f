import type { PointerInput } from '../tools/contract';
import { openBench, projectWith, settled, through } from './bench.fixture';
import { Editing } from './editing';
import { ToolView } from './toolView';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';
import { ToolWork } from './toolWork';

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

describe('heavy work', () => {
  it('is done by the worker, and merged into the state that the tool has by then', async () => {
    const { hand, inject, toolView } = opened();
    inject(ToolWork);
    hand.takeUp('freehand');
    const places = Array.from({ length: 30 }, (_, i) => [i, Math.sin(i / 5)] as const);
    hand.feed(at('press', ...places[0], { reach: 5 }));
    for (const place of places) hand.feed(at('move', ...place, { reach: 5 }));
    hand.feed(at('release', ...places[29], { reach: 5 }));
    expect(toolView.preview().call).toBeNull();
    for (let i = 0; i < 3; i++) await settled();
    expect(toolView.preview().call).toMatchObject({ command: 'drawItems' });
    expect(toolView.facts().map(({ label }) => label)).toEqual(['Deviation', 'Points', 'Stroke']);
  });
});
