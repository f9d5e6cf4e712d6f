import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  debounceTime,
  filter,
  map,
  of,
  switchMap,
  take,
  takeUntil,
  timer,
  withLatestFrom,
} from 'rxjs';
import { explain, ProjectsApi } from '../projects/projectsApi';
import { benchActions, savingActions, viewActions } from './actions';
import type { BenchState } from './reducers';
import { selectDrawing, selectUnkept, selectView } from './selectors';

const RETRY_MS = 2000;
const VIEW_RESTS_MS = 500;

export const drawingEffects = {
  open: createEffect(
    (actions = inject(Actions), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(benchActions.entered),
        switchMap(({ id }) =>
          api.open(id).pipe(
            map((opened) => benchActions.opened(opened)),
            catchError((error: unknown) => of(benchActions.couldNotOpen({ why: explain(error).why }))),
            takeUntil(actions.pipe(ofType(benchActions.left))),
          ),
        ),
      ),
    { functional: true },
  ),
};

export const savingEffects = {
  /** Sends what is not kept yet, one batch at a time and in order; each answer looks for more. */
  keep: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(
          benchActions.ordered,
          benchActions.undone,
          benchActions.redone,
          savingActions.kept,
          savingActions.tryAgain,
        ),
        concatMap(() =>
          // What is left to send is read when its turn comes, not when it was asked for.
          store.select(selectUnkept).pipe(
            take(1),
            filter((unkept) => unkept !== null),
            switchMap(({ id, revision, steps }) =>
              api
                .append(id, revision, steps)
                .pipe(map(() => savingActions.kept({ steps: steps.length, at: new Date().toISOString() }))),
            ),
            catchError((error: unknown) => of(savingActions.notKept(explain(error)))),
            takeUntil(actions.pipe(ofType(benchActions.left))),
          ),
        ),
      ),
    { functional: true },
  ),

  tryAgain: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(savingActions.notKept),
        filter(({ again }) => again),
        switchMap(() => timer(RETRY_MS).pipe(map(() => savingActions.tryAgain()))),
      ),
    { functional: true },
  ),

  /** View settings are no part of the drawing: losing the last half second of them is no loss. */
  keepView: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(...Object.values(viewActions)),
        debounceTime(VIEW_RESTS_MS),
        withLatestFrom(store.select(selectDrawing), store.select(selectView)),
        switchMap(([, { id }, view]) => (id ? api.keepView(id, view).pipe(catchError(() => of(null))) : of(null))),
      ),
    { functional: true, dispatch: false },
  ),
};
