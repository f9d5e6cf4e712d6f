import { at, openArch } from './bench.fixture';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('undo and redo', () => {
  it('go inside a drawing place by place, and outside of one by the steps of the log', () => {
    const { hand, editing, toolView, stepHistory } = openArch();
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
    const { editing, stepHistory } = openArch();
    for (const name of ['One', 'Two', 'Three']) editing.do({ command: 'renameProject', args: { name } });
    stepHistory.walk('undo', 2);
    expect([editing.project()?.name, stepHistory.stacks().stacks.redo.length]).toEqual(['One', 2]);
    stepHistory.walk('redo', 1);
    expect(editing.project()?.name).toBe('Two');
  });
});
