import type { QueuedBatch } from '../api/batch';
import { createReducer, on } from '@ngrx/store';
import { drawingActions, savingActions } from './actions';
import type { Theirs } from '../api/conflict';

/** Changes that came too late. */
export interface Conflict {
  readonly theirs: Theirs;
  /** Steps of a window that was closed; null for the steps of this one that are not kept. */
  readonly mine: QueuedBatch | null;
}

/** How far the log has reached the server, and this browser's own storage. */
export interface Saving {
  /** Steps of the log that the server has kept. */
  readonly saved: number;
  /** When the server last said so, ISO 8601. */
  readonly savedAt: string | null;
  /** Steps of the log that this browser has stored. */
  readonly stored: number;
  /** Why this browser stores nothing; null while it does. */
  readonly notStored: string | null;
  /** It is said once. */
  readonly notStoredTold: boolean;
  /** Why the server does not keep the rest now; it is tried again. */
  readonly putOff: string | null;
  /** Why the server refuses the rest. */
  readonly refused: string | null;
  readonly conflict: Conflict | null;
}

const START: Saving = {
  saved: 0,
  savedAt: null,
  stored: 0,
  notStored: null,
  notStoredTold: false,
  putOff: null,
  refused: null,
  conflict: null,
};

/** A fresh start with another project; what this browser cannot do it cannot do there either. */
const anew = ({ notStored, notStoredTold }: Saving): Saving => ({ ...START, notStored, notStoredTold });

export const savingReducer = createReducer<Saving>(
  START,
  on(drawingActions.entered, drawingActions.left, anew),
  on(drawingActions.opened, (saving, { changedAt }) => ({ ...anew(saving), savedAt: changedAt })),
  on(savingActions.saved, (saving, { steps, time }) => ({
    ...saving,
    saved: saving.saved + steps,
    savedAt: time,
    putOff: null,
    refused: null,
  })),
  on(savingActions.putOff, (saving, { why }) => ({ ...saving, putOff: why })),
  on(savingActions.refused, (saving, { why }) => ({ ...saving, refused: why })),
  on(savingActions.conflictFound, (saving, { theirs, mine }) => ({
    ...saving,
    conflict: { theirs, mine },
    putOff: null,
  })),
  on(savingActions.copied, (saving, { steps }) => ({ ...saving, saved: saving.saved + steps, conflict: null })),
  on(savingActions.settled, (saving) => ({ ...saving, conflict: null, refused: null })),
  on(savingActions.stored, (saving, { steps }) => ({
    ...saving,
    stored: Math.max(saving.stored, steps),
    notStored: null,
  })),
  on(savingActions.notStored, (saving, { why }) => ({ ...saving, notStored: why })),
  on(savingActions.notStoredRead, (saving) => ({ ...saving, notStoredTold: true })),
);
