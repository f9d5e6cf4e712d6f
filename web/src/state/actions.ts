import type { Theirs } from '../api/conflict';
import type { ViewedStage } from './viewedStage';
import type { QueuedBatch } from '../api/batch';
import type {
  Camera,
  CombCurves,
  ComparisonSettings,
  HandOverSettings,
  IntendedLump,
  MarkKind,
  Measurement,
  MeetingThresholds,
  SavedView,
  SnapKind,
  TracedPicture,
} from '../api/savedView';
import type { CommandCall, HistoryPart, Id, Project, Stamp, Selection } from '@pencil-bend/document';
import { createActionGroup, emptyProps, props } from '@ngrx/store';

export const drawingActions = createActionGroup({
  source: 'Drawing',
  events: {
    Entered: props<{ id: string }>(),
    Opened: props<{
      id: string;
      revision: number;
      changedAt: string;
      project: Project;
      view: Partial<SavedView>;
      history: HistoryPart;
    }>(),
    /** `again`: it is worth another try by itself. */
    'Could not open': props<{ id: string; why: string; again: boolean }>(),
    Left: emptyProps(),
    /** A change of the drawing: one action for all commands. */
    'Command called': props<{ call: CommandCall; stamp: Stamp }>(),
    Undone: props<{ stamp: Stamp }>(),
    Redone: props<{ stamp: Stamp }>(),
    /** To another place of the history: a step back or forth for each stamp. */
    Walked: props<{ direction: 'undo' | 'redo'; stamps: readonly Stamp[] }>(),
    'Earlier wanted': emptyProps(),
    'Earlier came': props<{ history: HistoryPart }>(),
    'Notice given': props<{ message: string }>(),
    'Notice read': emptyProps(),
    Selected: props<{ selection: Selection }>(),
    /** A stage is shown in place of the drawing, which stays as it is. */
    'Stage viewed': props<{ viewed: ViewedStage }>(),
    'Stage left': emptyProps(),
  },
});

export const viewActions = createActionGroup({
  source: 'View',
  events: {
    'Comb shown': props<{ shown: boolean }>(),
    'Comb scaled': props<{ scale: number }>(),
    'Comb scale freed': emptyProps(),
    'Comb density set': props<{ teeth: number }>(),
    'Comb curves chosen': props<{ of: CombCurves }>(),
    'Mark set': props<{ kind: MarkKind; on: boolean }>(),
    /** Lumps are listed from this share on. */
    'Lumps listed': props<{ least: number }>(),
    /** The smallest radius that is allowed, in mm; null for none. */
    'Radius limited': props<{ limit: number | null }>(),
    'Circle shown': props<{ shown: boolean }>(),
    'Lump intended': props<{ lump: IntendedLump }>(),
    'Threshold set': props<{ name: keyof MeetingThresholds; value: number }>(),
    'Comparison set': props<{ settings: Partial<ComparisonSettings> }>(),
    'Hand over set': props<{ settings: Partial<HandOverSettings> }>(),
    'Intended forgotten': props<{ curve: Id }>(),
    'Snap set': props<{ kind: SnapKind; on: boolean }>(),
    'Picture placed': props<{ picture: TracedPicture }>(),
    'Snapping set': props<{ on: boolean }>(),
    'Names shown': props<{ shown: boolean }>(),
    Measured: props<{ measurement: Measurement }>(),
    'Measurement removed': props<{ id: Id }>(),
    'Camera moved': props<{ camera: Camera }>(),
  },
});

export const savingActions = createActionGroup({
  source: 'Saving',
  events: {
    Saved: props<{ steps: number; time: string }>(),
    /** The server does not answer, or cannot now. */
    'Put off': props<{ why: string }>(),
    Refused: props<{ why: string }>(),
    'Try again': emptyProps(),
    /** Others changed the project before: `mine` are steps of a window that was closed, or null for this one's. */
    'Conflict found': props<{ theirs: Theirs; mine: QueuedBatch | null }>(),
    'Theirs taken': emptyProps(),
    'Copy wanted': emptyProps(),
    /** What came too late is a project of its own; `steps` of this window's log went there. */
    Copied: props<{ id: string; steps: number }>(),
    /** What came too late was let go. */
    Settled: emptyProps(),
    /** So many steps of the log lie in the browser, or lay there until the server had them. */
    Stored: props<{ steps: number }>(),
    'Not stored': props<{ why: string }>(),
    'Not stored read': emptyProps(),
  },
});

/** Everything that makes the log longer. */
export const steppingActions = [
  drawingActions.commandCalled,
  drawingActions.undone,
  drawingActions.redone,
  drawingActions.walked,
] as const;
