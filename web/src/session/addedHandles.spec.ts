import { AddedHandles } from './addedHandles';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { StepHistory } from './stepHistory';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 9], [20, 9])));
  return { ...bench, editing: bench.inject(Editing), stepHistory: bench.inject(StepHistory) };
};

describe('added handles', () => {
  it('are those of the last step, until the next one', () => {
    const { editing, inject } = opened();
    editing.do({ command: 'insertFitPoint', args: { item: 'a', u: 0.3, id: 'new' } });
    expect(inject(AddedHandles).keys()).toContain('fit:new');
    expect(inject(AddedHandles).keys()).not.toContain('fit:p1');
    editing.do({ command: 'renameItem', args: { item: 'a', name: 'Spout' } });
    expect(inject(AddedHandles).keys().size).toBe(0);
  });
});
