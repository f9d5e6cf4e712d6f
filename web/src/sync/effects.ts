import { GONE } from '../api/conflict';
import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  debounceTime,
  EMPTY,
  exhaustMap,
  filter,
  firstValueFrom,
  from,
  map,
  mergeMap,
  of,
  switchMap,
  take,
  takeUntil,
  tap,
  timer,
  withLatestFrom,
} from 'rxjs';
import { explain, ProjectsApi } from '../api/projectsApi';
import { solvedAhead } from './solvedAhead';
import { SyncQueue } from './syncQueue';
import { drawingActions, savingActions, steppingActions, viewActions } from '../state/actions';
import { firstBatch, type QueuedBatch } from '../api/batch';
import type { BenchState } from '../state/reducers';
import { type Conflict } from '../state/saving';
import { selectDrawing, selectHistory, selectHeld, selectSaving, selectUnsaved, selectView } from '../state/selectors';

const RETRY_MS = 2000;
const VIEW_RESTS_MS = 500;
/** With fewer steps than this left to undo, the ones before them are fetched. */
const FEW_STEPS = 50;

/** Sends what waits from an earlier visit; answers what came too late. Throws when the server cannot take it now. */
async function sendQueued(id: string, api: ProjectsApi, queue: SyncQueue): Promise<Conflict | null> {
  let conflict: Conflict | null = null;
  // A browser that forbids storage has nothing waiting; that is said when something is to be stored.
  for (const batch of await queue.batches(id).catch((): QueuedBatch[] => [])) {
    try {
      for (let sent = 0; sent < batch.steps.length;) {
        const steps = firstBatch(batch.steps.slice(sent));
        await firstValueFrom(api.append(id, batch.base + sent, steps));
        sent += steps.length;
      }
    } catch (error) {
      const { again, theirs } = explain(error);
      if (again) throw error;
      // Of several the last is offered now, the others with the next visit.
      conflict = { theirs: theirs ?? GONE, mine: await queue.setAside(batch).catch(() => batch) };
      continue;
    }
    // What cannot be forgotten here is sent again, and kept once.
    await queue.drop(batch).catch(() => undefined);
  }
  return conflict;
}

async function open(id: string, api: ProjectsApi, queue: SyncQueue): Promise<Action[]> {
  const conflict = await sendQueued(id, api, queue);
  const found = await firstValueFrom(api.open(id));
  await solvedAhead(found.project);
  const opened = drawingActions.opened(found);
  return conflict ? [opened, savingActions.conflictFound(conflict)] : [opened];
}

export const drawingEffects = {
  open: createEffect(
    (actions = inject(Actions), api = inject(ProjectsApi), queue = inject(SyncQueue)) =>
      actions.pipe(
        ofType(drawingActions.entered),
        switchMap(({ id }) =>
          from(open(id, api, queue)).pipe(
            mergeMap((all) => all),
            catchError((error: unknown) => of(drawingActions.couldNotOpen({ id, ...explain(error) }))),
            takeUntil(actions.pipe(ofType(drawingActions.left))),
          ),
        ),
      ),
    { functional: true },
  ),

  openAgain: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(drawingActions.couldNotOpen),
        filter(({ again }) => again),
        switchMap(({ id }) =>
          timer(RETRY_MS).pipe(
            map(() => drawingActions.entered({ id })),
            takeUntil(actions.pipe(ofType(drawingActions.left, drawingActions.entered))),
          ),
        ),
      ),
    { functional: true },
  ),

  /** Fetches earlier steps before they are needed, and when somebody looks for them. */
  earlier: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(drawingActions.opened, drawingActions.earlierWanted, ...steppingActions),
        withLatestFrom(store.select(selectHistory), store.select(selectDrawing)),
        filter(
          ([{ type }, { stacks, more }]) =>
            (more.undo > 0 && (stacks.undo.length < FEW_STEPS || type === drawingActions.earlierWanted.type)) ||
            (more.redo > 0 && stacks.redo.length < FEW_STEPS),
        ),
        exhaustMap(([, , { id, base, more }]) =>
          (id ? api.history(id, base, more) : EMPTY).pipe(
            map((history) => drawingActions.earlierCame({ history })),
            // It is tried again with the next step; a step that cannot be taken back until then says so.
            catchError(() => EMPTY),
            takeUntil(actions.pipe(ofType(drawingActions.left, drawingActions.entered))),
          ),
        ),
      ),
    { functional: true },
  ),
};

export const savingEffects = {
  /** Stores in this browser what the server has not kept yet, and forgets it when it has. */
  storeHere: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), queue = inject(SyncQueue)) =>
      actions.pipe(
        ofType(...steppingActions, savingActions.saved),
        concatMap(() =>
          store
            .select((state) => state)
            .pipe(
              take(1),
              concatMap(async ({ drawing: { id, base, log }, saving: { saved, stored } }) => {
                if (!id) return savingActions.stored({ steps: 0 });
                const first = Math.max(saved, stored);
                if (log.length > first) await queue.put(id, base + first, log.slice(first));
                if (saved > 0) await queue.saved(id, base + saved);
                return savingActions.stored({ steps: log.length });
              }),
              catchError((error: unknown) => of(savingActions.notStored({ why: whyNotStored(error) }))),
              // What was stored for one project must not be counted for the next.
              takeUntil(actions.pipe(ofType(drawingActions.left, drawingActions.entered))),
            ),
        ),
      ),
    { functional: true },
  ),

  /** Sends what is not kept yet, one batch at a time and in order; each answer looks for more. */
  save: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(...steppingActions, savingActions.saved, savingActions.tryAgain),
        concatMap(() =>
          // What is left to send is read when its turn comes, not when it was asked for.
          store.select(selectUnsaved).pipe(
            take(1),
            filter((unkept) => unkept !== null),
            switchMap(({ id, revision, steps }) =>
              api
                .append(id, revision, steps)
                .pipe(map(() => savingActions.saved({ steps: steps.length, time: new Date().toISOString() }))),
            ),
            catchError((error: unknown) => {
              const { why, again, theirs } = explain(error);
              if (again) return of(savingActions.putOff({ why }));
              if (!theirs) return of(savingActions.refused({ why }));
              // Who reads it may leave at once: what came too late lies in this browser by then, if it stores anything.
              return store.select(selectHeld).pipe(
                filter(Boolean),
                take(1),
                map(() => savingActions.conflictFound({ theirs, mine: null })),
              );
            }),
            // Nor what was saved: going from one bench to another, as to a copy, the page is not left.
            takeUntil(actions.pipe(ofType(drawingActions.left, drawingActions.entered))),
          ),
        ),
      ),
    { functional: true },
  ),

  tryAgain: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(savingActions.putOff),
        switchMap(() => timer(RETRY_MS).pipe(map(() => savingActions.tryAgain()))),
      ),
    { functional: true },
  ),

  /** Lets go what came too late; this window then shows what the others made. */
  takeTheirs: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), queue = inject(SyncQueue)) =>
      actions.pipe(
        ofType(savingActions.theirsTaken),
        withLatestFrom(store.select(selectDrawing), store.select(selectSaving)),
        concatMap(async ([, { id }, { conflict }]) => {
          if (!id || !conflict) return savingActions.settled();
          // Without storage there is nothing to forget.
          await (conflict.mine ? queue.drop(conflict.mine) : queue.dropOwn(id)).catch(() => undefined);
          return conflict.mine ? savingActions.settled() : drawingActions.entered({ id });
        }),
      ),
    { functional: true },
  ),

  /** Makes a project of what came too late. */
  keepAsCopy: createEffect(
    (
      actions = inject(Actions),
      store: Store<BenchState> = inject(Store),
      api = inject(ProjectsApi),
      queue = inject(SyncQueue),
    ) =>
      actions.pipe(
        ofType(savingActions.copyWanted),
        withLatestFrom(store.select(selectDrawing), store.select(selectSaving)),
        exhaustMap(([, { id, base, log, project }, { conflict, saved }]) => {
          if (!id || !conflict) return EMPTY;
          const { mine } = conflict;
          const own = { base: base + saved, steps: log.slice(saved) };
          return api.copy(id, (mine ?? own).base, (mine ?? own).steps).pipe(
            catchError((error: unknown) => {
              // Where the original is gone, this window still has its drawing.
              if (explain(error).theirs === GONE && !mine && project) return api.bringIn(JSON.stringify(project));
              throw error;
            }),
            concatMap(async (copy) => {
              await (mine ? queue.drop(mine) : queue.dropOwn(id)).catch(() => undefined);
              return savingActions.copied({ id: copy.id, steps: mine ? 0 : own.steps.length });
            }),
            catchError((error: unknown) =>
              of(drawingActions.noticeGiven({ message: `The copy was not made: ${explain(error).why}` })),
            ),
          );
        }),
      ),
    { functional: true },
  ),

  goToCopy: createEffect(
    (actions = inject(Actions), router = inject(Router)) =>
      actions.pipe(
        ofType(savingActions.copied),
        tap(({ id }) => void router.navigate(['bench', id])),
      ),
    { functional: true, dispatch: false },
  ),

  /** View settings are no part of the drawing: losing the last half second of them is no loss. */
  saveView: createEffect(
    (actions = inject(Actions), store: Store<BenchState> = inject(Store), api = inject(ProjectsApi)) =>
      actions.pipe(
        ofType(...Object.values(viewActions)),
        debounceTime(VIEW_RESTS_MS),
        withLatestFrom(store.select(selectDrawing), store.select(selectView)),
        switchMap(([, { id }, view]) => (id ? api.saveView(id, view).pipe(catchError(() => of(null))) : of(null))),
      ),
    { functional: true, dispatch: false },
  ),
};

const whyNotStored = (error: unknown): string =>
  error instanceof DOMException && error.name === 'QuotaExceededError' ? 'its storage is full' : 'it forbids storage';
