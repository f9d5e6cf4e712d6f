import { NOTHING, selectionOf, titleOf } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { LossyPreview } from './lossyPreview';
import { StepHistory } from './stepHistory';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 9], [20, 9])));
  return { ...bench, editing: bench.inject(Editing), stepHistory: bench.inject(StepHistory) };
};

describe('editing', () => {
  it('does a command as one step, and takes it back and forth', () => {
    const { editing, stepHistory, state } = opened();
    expect(editing.do({ command: 'renameItem', args: { item: 'a', name: 'Spout' } })).toBe(true);
    expect(editing.project()?.items['a'].name).toBe('Spout');
    stepHistory.undo();
    expect(editing.project()?.items['a'].name).toBe('Curve 1');
    stepHistory.redo();
    expect(state().drawing.log).toHaveLength(3);
    expect(stepHistory.stacks().stacks.undo.map(({ title }) => titleOf(title))).toEqual(['Rename Curve 1 to Spout']);
  });

  it('says why a command cannot be done, and leaves no step', () => {
    const { editing, state } = opened();
    expect(editing.do({ command: 'deleteItem', args: { item: 'gone' } })).toBe(false);
    expect(state().drawing.notice).toMatch(/gone/);
    expect(state().drawing.log).toEqual([]);
  });

  it('does a command to the curve that is selected alone, and to none of several', () => {
    const { editing, state } = opened();
    editing.select(selectionOf(['a']));
    expect(editing.doToSelected('reverseCurve', {})).toBe(true);
    editing.select(selectionOf(['a', 'b']));
    expect(editing.doToSelected('reverseCurve', {})).toBe(false);
    expect(state().drawing.notice).toBe('this is done to one curve: select it alone');
    editing.select(NOTHING);
    expect(editing.doToSelected('reverseCurve', {})).toBe(false);
    expect(state().drawing.log.map(({ title }) => titleOf(title))).toEqual(['Reverse Curve 1']);
  });

  it('asks the price of a lossy command before it is done', () => {
    const { editing, state, inject } = opened();
    expect(editing.do({ command: 'removeFitPoint', args: { item: 'a', point: 'p2' } })).toBe(true);
    expect(state().drawing.log).toEqual([]);
    expect(inject(LossyPreview).offer()?.title).toMatchObject({ command: 'removeFitPoint', points: { number: 2 } });
  });

  it('changes nothing while a stage is viewed, and says so', () => {
    const { editing, store, state } = opened();
    const viewed = { stage: 's', name: 'Early', time: '', project: projectWith() };
    store.dispatch(drawingActions.stageViewed({ viewed }));
    expect(editing.do({ command: 'renameProject', args: { name: 'Pot' } })).toBe(false);
    expect(state().drawing.notice).toMatch(/only looked at/);
    expect(state().drawing.log).toEqual([]);
  });
});
