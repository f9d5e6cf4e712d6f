import { createReducer, on } from '@ngrx/store';
import { NOTHING, type Selection } from '../tools/tool';
import { benchActions } from './actions';

export const selectionReducer = createReducer<Selection>(
  NOTHING,
  on(benchActions.entered, benchActions.left, () => NOTHING),
  on(benchActions.selected, (_selection, { selection }) => selection),
);
