import { NOTHING, type Selection } from '@pencil-bend/document';
import { createReducer, on } from '@ngrx/store';
import { drawingActions } from './actions';

export const selectionReducer = createReducer<Selection>(
  NOTHING,
  on(drawingActions.entered, drawingActions.left, () => NOTHING),
  on(drawingActions.selected, (_selection, { selection }) => selection),
);
