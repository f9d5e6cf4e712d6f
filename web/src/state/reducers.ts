import type { SavedView } from '../api/savedView';
import type { Selection } from '@pencil-bend/document';
import type { ActionReducerMap } from '@ngrx/store';
import { type Drawing, drawingReducer } from './drawing';
import { type Saving, savingReducer } from './saving';
import { selectionReducer } from './selection';
import { viewReducer } from './view';

export interface BenchState {
  readonly drawing: Drawing;
  readonly selection: Selection;
  readonly view: SavedView;
  readonly saving: Saving;
}

export const reducers: ActionReducerMap<BenchState> = {
  drawing: drawingReducer,
  selection: selectionReducer,
  view: viewReducer,
  saving: savingReducer,
};
