import {
  NO_STACKS,
  type Outcome,
  type Project,
  redo,
  type Stacks,
  type Step,
  undo,
  steps,
} from '@pencil-bend/document';
import { createReducer, on } from '@ngrx/store';
import { drawingActions } from './actions';
import { stacksNow } from './stacksNow';
import type { ViewedStage } from './viewedStage';

/** The open project with the log of this session's steps. */
export interface Drawing {
  readonly id: string | null;
  readonly project: Project | null;
  /** The server's revision when the project was opened: step i of the log leads to revision `base + i + 1`. */
  readonly base: number;
  readonly log: readonly Step[];
  /** What could be undone and redone when the project was opened, as far as it has come from the server. */
  readonly past: Stacks;
  /** How many steps of each stack the server has below that. */
  readonly more: { readonly undo: number; readonly redo: number };
  /** Why the last command was not done, or the project could not be opened; null when all is well. */
  readonly notice: string | null;
  /** What is shown in place of the project; null when the project is. */
  readonly viewed: ViewedStage | null;
}

const CLOSED: Drawing = {
  id: null,
  project: null,
  base: 0,
  log: [],
  past: NO_STACKS,
  more: { undo: 0, redo: 0 },
  notice: null,
  viewed: null,
};

export const drawingReducer = createReducer<Drawing>(
  CLOSED,
  // While it is tried again, what was wrong stays in sight.
  on(drawingActions.entered, ({ project, notice }) => ({ ...CLOSED, notice: project ? null : notice })),
  on(drawingActions.left, () => CLOSED),
  on(drawingActions.opened, (_drawing, { id, project, revision, history: { undo: undone, redo: redone } }) => ({
    ...CLOSED,
    id,
    project,
    base: revision,
    past: { undo: undone.steps, redo: redone.steps },
    more: { undo: undone.more, redo: redone.more },
  })),
  on(drawingActions.earlierCame, (drawing, { history: { undo: undone, redo: redone } }) => ({
    ...drawing,
    past: {
      undo: [...undone.steps, ...drawing.past.undo],
      redo: [...redone.steps, ...drawing.past.redo],
    },
    more: { undo: undone.more, redo: redone.more },
  })),
  on(drawingActions.couldNotOpen, (_drawing, { why }) => ({ ...CLOSED, notice: why })),
  on(drawingActions.noticeGiven, (drawing, { message }) => ({ ...drawing, notice: message })),
  on(drawingActions.noticeRead, (drawing) => ({ ...drawing, notice: null })),
  on(drawingActions.commandCalled, (drawing, { call, stamp }) =>
    drawing.project ? (onlyViewed(drawing) ?? after(drawing, steps().perform(drawing.project, call, stamp))) : drawing,
  ),
  on(drawingActions.stageViewed, (drawing, { viewed }) => ({ ...drawing, viewed, notice: null })),
  on(drawingActions.stageLeft, (drawing) => ({ ...drawing, viewed: null, notice: null })),
  on(drawingActions.undone, (drawing, { stamp }) => walked(drawing, 'undo', stamp)),
  on(drawingActions.redone, (drawing, { stamp }) => walked(drawing, 'redo', stamp)),
  on(drawingActions.walked, (drawing, { direction, stamps }) =>
    stamps.reduce((at, stamp) => walked(at, direction, stamp), drawing),
  ),
);

function walked(drawing: Drawing, direction: keyof Stacks, stamp: Parameters<typeof undo>[2]): Drawing {
  if (!drawing.project) return drawing;
  const refused = onlyViewed(drawing);
  if (refused) return refused;
  const { stacks, more } = stacksNow(drawing);
  if (stacks[direction].length === 0 && more[direction] > 0) {
    return { ...drawing, notice: 'the steps before this one have not come from the server yet' };
  }
  return after(drawing, (direction === 'undo' ? undo : redo)(drawing.project, stacks, stamp));
}

/** Why nothing is done while a stage is shown. */
export const VIEWED_ONLY = 'a stage is only looked at; go back to the drawing first, or restore it';

/** What cannot be done now since a stage is shown; null where the drawing is. */
function onlyViewed(drawing: Drawing): Drawing | null {
  return drawing.viewed && { ...drawing, notice: VIEWED_ONLY };
}

function after(drawing: Drawing, outcome: Outcome): Drawing {
  if (!outcome.ok) return { ...drawing, notice: outcome.failure };
  const { project, step } = outcome.value;
  // A command that changes nothing leaves no step.
  if (step.patch.length === 0) return { ...drawing, notice: null };
  return { ...drawing, project, log: [...drawing.log, step], notice: null };
}
