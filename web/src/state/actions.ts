import type { Order, Project, Stamp } from '@pencil-bend/document';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Selection } from '../tools/tool';
import type { KeptView, SeenCamera } from './view';

export const benchActions = createActionGroup({
  source: 'Bench',
  events: {
    Entered: props<{ id: string }>(),
    Opened: props<{ id: string; revision: number; changedAt: string; project: Project; view: Partial<KeptView> }>(),
    'Could not open': props<{ why: string }>(),
    Left: emptyProps(),
    /** A change of the drawing: one action for all commands. */
    Ordered: props<{ order: Order; stamp: Stamp }>(),
    Undone: props<{ stamp: Stamp }>(),
    Redone: props<{ stamp: Stamp }>(),
    'Notice read': emptyProps(),
    Selected: props<{ selection: Selection }>(),
  },
});

export const viewActions = createActionGroup({
  source: 'View',
  events: {
    'Comb shown': props<{ shown: boolean }>(),
    'Comb scaled': props<{ scale: number }>(),
    'Comb scale freed': emptyProps(),
    'Comb density set': props<{ teeth: number }>(),
    'Camera rested': props<{ camera: SeenCamera }>(),
  },
});

export const savingActions = createActionGroup({
  source: 'Saving',
  events: {
    Sent: emptyProps(),
    Kept: props<{ steps: number; at: string }>(),
    /** `again`: it is worth another try by itself. */
    'Not kept': props<{ why: string; again: boolean }>(),
    'Try again': emptyProps(),
  },
});
