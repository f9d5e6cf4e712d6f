import { selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { Target } from './target';
import { Viewports } from './viewports';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5])));
  return { editing: bench.inject(Editing), target: bench.inject(Target), viewports: bench.inject(Viewports) };
};

describe('what is drawn into', () => {
  it('is the chosen layer, else that of the selection, never one that takes no drawings', () => {
    const { editing, target } = opened();
    editing.do({ command: 'addLayer', args: { id: 'body', name: 'Body' } });
    expect(target.layer()).toBe('sheet');
    target.chosenLayer.set('body');
    expect(target.layer()).toBe('body');
    editing.do({ command: 'setLayer', args: { layer: 'body', locked: true } });
    expect(target.layer()).toBe('sheet');
    target.chosenLayer.set(null);
    editing.select(selectionOf(['a']));
    expect(target.layer()).toBe('sheet');
  });

  it('has the grid that was set, or the one that the zoom suggests, at once', () => {
    const { editing, target, viewports } = opened();
    viewports.look({ x: 0, y: 0, scale: 0.25 });
    expect(target.grid()).toBe(5);
    viewports.look({ x: 0, y: 0, scale: 0.05 });
    expect([target.grid(), target.softReach()]).toEqual([1, 8]);
    editing.do({ command: 'setUp', args: { grid: 2.5 } });
    expect(target.grid()).toBe(2.5);
  });
});
