import { NOTHING, type Selection } from '@pencil-bend/document';
import { createReducer, on } from '@ngrx/store';
import { benchActions } from './actions';

export const selectionReducer = createReducer<Selection>(
  NOTHING,
  on(benchActions.entered, benchActions.left, () => NOTHING),
  on(benchActions.selected, (_selection, { selection }) => selection),
);
