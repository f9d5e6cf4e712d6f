import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { emptyProject, selectionOf, titleOf } from '@pencil-bend/document';
import { ProjectsApi } from '../api/projectsApi';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { StageView } from './stageView';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const EARLY = { ...emptyProject('Old name'), units: 'in' } as const;
const STAGE = { id: 's', name: 'Early', revision: 1, time: '2026-11-28T12:00:00Z' };
const opened = () => {
  TestBed.overrideProvider(ProjectsApi, { useValue: { stageDrawing: () => of(EARLY) } });
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));
  return { ...bench, stages: bench.inject(StageView), editing: bench.inject(Editing), hand: bench.inject(ToolInHand) };
};

describe('a stage', () => {
  it('is shown in place of the drawing, which is there again when it is left', async () => {
    const { stages, editing } = opened();
    editing.select(selectionOf(['a']));
    await stages.show(STAGE);
    expect([editing.isOnlyViewing(), editing.project()?.units, editing.selection().items]).toEqual([true, 'in', []]);
    stages.leave();
    expect([editing.isOnlyViewing(), editing.project()?.units, editing.selection().items]).toEqual([
      false,
      'mm',
      ['a'],
    ]);
  });

  it('is shown after what is being drawn was kept', async () => {
    const { stages, editing, hand } = opened();
    hand.takeUp('through');
    for (const x of [0, 9]) hand.feed({ type: 'typed', at: [x, 0, 0] });
    await stages.show(STAGE);
    stages.leave();
    expect([hand.name(), editing.project()?.itemOrder.length]).toEqual(['select', 2]);
  });

  it('is restored as a step; the project keeps its name', async () => {
    const { stages, editing, inject } = opened();
    await stages.restore(STAGE.id, STAGE.name);
    expect([editing.project()?.name, editing.project()?.units, editing.project()?.itemOrder]).toEqual([
      'Bench',
      'in',
      [],
    ]);
    expect(
      inject(StepHistory)
        .stacks()
        .stacks.undo.map(({ title }) => titleOf(title)),
    ).toEqual(['Restore the stage Early']);
    inject(StepHistory).undo();
    expect(editing.project()?.itemOrder).toEqual(['a']);
  });
});
