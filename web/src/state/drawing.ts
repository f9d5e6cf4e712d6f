import { type Outcome, perform, type Project, redo, type Step, undo } from '@pencil-bend/document';
import { createReducer, on } from '@ngrx/store';
import { benchActions } from './actions';

/** The open project with the log of this session's steps. */
export interface Drawing {
  readonly id: string | null;
  readonly project: Project | null;
  /** The server's revision when the project was opened: step i of the log leads to revision `base + i + 1`. */
  readonly base: number;
  readonly log: readonly Step[];
  /** Why the last order was not done, or the project could not be opened; null when all is well. */
  readonly notice: string | null;
}

const CLOSED: Drawing = { id: null, project: null, base: 0, log: [], notice: null };

export const drawingReducer = createReducer<Drawing>(
  CLOSED,
  on(benchActions.entered, benchActions.left, () => CLOSED),
  on(benchActions.opened, (_drawing, { id, project, revision }) => ({ ...CLOSED, id, project, base: revision })),
  on(benchActions.couldNotOpen, (_drawing, { why }) => ({ ...CLOSED, notice: why })),
  on(benchActions.noticeRead, (drawing) => ({ ...drawing, notice: null })),
  on(benchActions.ordered, (drawing, { order, stamp }) =>
    drawing.project ? after(drawing, perform(drawing.project, order, stamp)) : drawing,
  ),
  on(benchActions.undone, (drawing, { stamp }) =>
    drawing.project ? after(drawing, undo(drawing.project, drawing.log, stamp)) : drawing,
  ),
  on(benchActions.redone, (drawing, { stamp }) =>
    drawing.project ? after(drawing, redo(drawing.project, drawing.log, stamp)) : drawing,
  ),
);

function after(drawing: Drawing, outcome: Outcome): Drawing {
  if (!outcome.ok) return { ...drawing, notice: outcome.failure };
  const { project, step } = outcome.value;
  // An order that changes nothing leaves no step.
  if (step.patch.length === 0) return { ...drawing, notice: null };
  return { ...drawing, project, log: [...drawing.log, step], notice: null };
}
