import { stacksOf } from '@pencil-bend/document';
import { createSelector } from '@ngrx/store';
import { NOTHING } from '../tools/tool';
import type { BenchState } from './reducers';

const drawing = (state: BenchState) => state.drawing;

export const selectDrawing = drawing;
export const selectView = (state: BenchState) => state.view;
export const selectSaving = (state: BenchState) => state.saving;
export const selectProject = createSelector(drawing, ({ project }) => project);
export const selectNotice = createSelector(drawing, ({ notice }) => notice);
export const selectStacks = createSelector(drawing, ({ log }) => stacksOf(log));

/** The selection as far as it still exists: undo can take away what was selected. */
export const selectSelection = createSelector(
  selectProject,
  (state: BenchState) => state.selection,
  (project, selection) => {
    const item = selection.item && project ? project.items[selection.item] : undefined;
    if (!item) return NOTHING;
    const points = item.kind === 'curve' ? item.recipe.points : [];
    return points.some(({ id }) => id === selection.point) ? selection : { ...selection, point: null };
  },
);

/** What the header says of keeping. */
export const selectKeeping = createSelector(drawing, selectSaving, ({ log }, { kept, keptAt, why }) =>
  kept === log.length
    ? ({ state: 'kept', at: keptAt } as const)
    : why
      ? ({ state: 'not kept', why } as const)
      : ({ state: 'keeping' } as const),
);

/** The next batch for the server; null when everything is kept. */
export const selectUnkept = createSelector(drawing, selectSaving, ({ id, base, log }, { kept }) =>
  id && kept < log.length ? { id, revision: base + kept, steps: log.slice(kept, kept + 200) } : null,
);
