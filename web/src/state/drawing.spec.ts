import type { ViewedStage } from './viewedStage';
import { emptyProject, type Project } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { drawingActions } from './actions';
import { drawingReducer, VIEWED_ONLY } from './drawing';
import { newStamp } from './ids';
import { selectProject } from './selectors';
import type { BenchState } from './reducers';

const NOTHING_DONE = { undo: { steps: [], more: 0 }, redo: { steps: [], more: 0 } };
const renamed = (name: string) =>
  drawingActions.commandCalled({ call: { command: 'renameProject', args: { name } }, stamp: newStamp() });
const shown = (drawing: BenchState['drawing']): Project | null => selectProject({ drawing } as BenchState);

describe('looking at a stage', () => {
  const project = emptyProject('Kettle');
  const early = perform(project, { command: 'renameProject', args: { name: 'Early' } }, newStamp());
  if (!early.ok) throw new Error(early.failure);
  const stage: ViewedStage = { stage: 's', name: 'First', time: '2026-11-28T12:00:00Z', project: early.value.project };
  const opened = drawingReducer(
    undefined,
    drawingActions.opened({ id: 'k', revision: 3, changedAt: '', project, view: {}, history: NOTHING_DONE }),
  );
  const edited = drawingReducer(opened, renamed('Pot'));
  const looking = drawingReducer(edited, drawingActions.stageViewed({ viewed: stage }));

  it('shows it, and leaves drawing and log as they are', () => {
    expect(shown(edited)?.name).toBe('Pot');
    expect(shown(looking)?.name).toBe('Early');
    expect([looking.project, looking.log]).toEqual([edited.project, edited.log]);
    const back = drawingReducer(looking, drawingActions.stageLeft());
    expect(back).toEqual(edited);
  });

  it.each([
    ['a command', renamed('Teapot')],
    ['undo', drawingActions.undone({ stamp: newStamp() })],
    ['redo', drawingActions.redone({ stamp: newStamp() })],
    ['a walk', drawingActions.walked({ direction: 'undo', stamps: [newStamp()] })],
  ])('%s changes nothing then, and says so', (_what, action) => {
    expect(drawingReducer(looking, action)).toEqual({ ...looking, notice: VIEWED_ONLY });
  });

  it('ends with the project', () => {
    expect(drawingReducer(looking, drawingActions.left()).viewed).toBeNull();
    expect(drawingReducer(looking, drawingActions.entered({ id: 'other' })).viewed).toBeNull();
  });
});
