import { NOTHING, present } from '@pencil-bend/document';
import { createSelector } from '@ngrx/store';
import { firstBatch } from '../api/batch';
import type { BenchState } from './reducers';
import { stacksNow } from './stacksNow';

const drawing = (state: BenchState) => state.drawing;

export const selectDrawing = drawing;
export const selectView = (state: BenchState) => state.view;
export const selectComb = (state: BenchState) => state.view.comb;
export const selectReading = (state: BenchState) => state.view.reading;
export const selectMeasurements = (state: BenchState) => state.view.measurements;
export const selectCamera = (state: BenchState) => state.view.camera;
export const selectSnaps = (state: BenchState) => state.view.snaps;
export const selectSnapping = (state: BenchState) => state.view.snapping;
export const selectNames = (state: BenchState) => state.view.names;
export const selectPictures = (state: BenchState) => state.view.pictures;
export const selectHandOver = (state: BenchState) => state.view.handOver;
export const selectProjectId = (state: BenchState) => state.drawing.id;
export const selectSaving = (state: BenchState) => state.saving;
/** What is shown: the drawing, or a stage that is looked at. */
export const selectProject = createSelector(drawing, ({ project, viewed }) => viewed?.project ?? project);
export const selectPlanes = createSelector(selectProject, (project) => project?.planes ?? null);
export const selectViewedStage = createSelector(drawing, ({ viewed }) => viewed);
export const selectNotice = createSelector(drawing, ({ notice }) => notice);
export const selectHistory = createSelector(
  createSelector(drawing, ({ log }) => log),
  createSelector(drawing, ({ past }) => past),
  createSelector(drawing, ({ more }) => more),
  (log, past, more) => stacksNow({ log, past, more }),
);
export const selectStacks = createSelector(selectHistory, ({ stacks }) => stacks);

/** The selection as far as it still exists. */
export const selectSelection = createSelector(
  selectProject,
  (state: BenchState) => state.selection,
  (project, selection) => (project ? present(project, selection) : NOTHING),
);

export const selectSelectedItem = createSelector(selectSelection, ({ items }) => items.at(0) ?? null);

/** What the header says of saving; people read 'Kept'. */
export const selectSaveState = createSelector(
  drawing,
  selectSaving,
  ({ log }, { saved, savedAt, stored, putOff, refused, conflict }) => {
    const unsaved = log.length - saved;
    if (conflict && !conflict.mine) return { state: 'conflict' } as const;
    if (unsaved === 0) return { state: 'saved', time: savedAt } as const;
    if (putOff) return { state: 'offline', why: putOff, unsaved, stored: stored >= log.length } as const;
    if (refused) return { state: 'refused', why: refused } as const;
    return { state: 'saving' } as const;
  },
);

/** Whether the window can be closed without losing a change. */
export const selectSafe = createSelector(
  drawing,
  selectSaving,
  ({ log }, { saved, stored }) => Math.max(saved, stored) >= log.length,
);

/** Whether no change is on its way into this browser's storage any more: it lies there, or cannot. */
export const selectHeld = createSelector(selectSafe, selectSaving, (safe, { notStored }) => safe || notStored !== null);

/** The next batch for the server; null when everything is kept, or when others were first. */
export const selectUnsaved = createSelector(drawing, selectSaving, ({ id, base, log }, { saved, conflict }) =>
  id && saved < log.length && !(conflict && !conflict.mine)
    ? { id, revision: base + saved, steps: firstBatch(log.slice(saved)) }
    : null,
);
