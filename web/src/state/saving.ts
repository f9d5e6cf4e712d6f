import { createReducer, on } from '@ngrx/store';
import { benchActions, savingActions } from './actions';

/** How far the log has reached the server. */
export interface Saving {
  /** Steps of the log that the server has kept. */
  readonly kept: number;
  /** When the server last said so, ISO 8601. */
  readonly keptAt: string | null;
  /** Why the rest is not kept; null while nothing is wrong. */
  readonly why: string | null;
}

const START: Saving = { kept: 0, keptAt: null, why: null };

export const savingReducer = createReducer<Saving>(
  START,
  on(benchActions.entered, benchActions.left, () => START),
  on(benchActions.opened, (_saving, { changedAt }) => ({ ...START, keptAt: changedAt })),
  on(savingActions.kept, (saving, { steps, at }) => ({ kept: saving.kept + steps, keptAt: at, why: null })),
  on(savingActions.notKept, (saving, { why }) => ({ ...saving, why })),
);
