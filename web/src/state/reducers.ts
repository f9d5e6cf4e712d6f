import type { ActionReducerMap } from '@ngrx/store';
import type { Selection } from '../tools/tool';
import { type Drawing, drawingReducer } from './drawing';
import { type Saving, savingReducer } from './saving';
import { selectionReducer } from './selection';
import { type KeptView, viewReducer } from './view';

export interface BenchState {
  readonly drawing: Drawing;
  readonly selection: Selection;
  readonly view: KeptView;
  readonly saving: Saving;
}

export const reducers: ActionReducerMap<BenchState> = {
  drawing: drawingReducer,
  selection: selectionReducer,
  view: viewReducer,
  saving: savingReducer,
};
