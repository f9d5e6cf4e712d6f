import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { type CommandCall, type FitRecipe, LIVE_TARGETS, type Project, steps } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectProject } from '../state/selectors';
import { FitWorkService } from '../work/fitWorkService';

interface Waiting {
  readonly call: CommandCall;
  readonly done: () => void;
}

/**
 * Commands that wait until a worker has found how a curve comes near its many points. What was seen while they were
 * prepared stays on the sheet meanwhile; whatever is done next is done after them.
 */
@Injectable()
export class NearSeeking {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly work = inject(FitWorkService);
  private readonly waiting = signal<Waiting | null>(null);
  /** What waits; null for nothing. */
  readonly call = computed((): CommandCall | null => this.waiting()?.call ?? null);

  /** Whether a command has to wait; `done` is called when it can be done. */
  begin(call: CommandCall, done: () => void): boolean {
    const recipes = this.sought(call);
    if (recipes.length === 0) return false;
    const waiting = { call, done };
    this.waiting.set(waiting);
    void this.seek(waiting, recipes);
    return true;
  }

  /** What waits is done here and now: something else is to be done. */
  now(): void {
    const waiting = this.waiting();
    this.waiting.set(null);
    waiting?.done();
  }

  /** What waits is not done. */
  leave(): void {
    this.waiting.set(null);
  }

  private async seek(waiting: Waiting, recipes: readonly FitRecipe[]): Promise<void> {
    const isWanted = () => this.waiting() === waiting;
    try {
      for (const recipe of recipes) {
        const outcome = await this.work.ask('near', () => ({ recipe }), { isWanted });
        if (!isWanted()) return;
        // Taken off the worker by something else: it is done here.
        if (outcome.kind === 'given-up') break;
        if (!outcome.answer.ok) return this.refuse(outcome.answer.failure);
        steps().rememberNear(recipe, outcome.answer.value);
      }
      this.now();
    } catch (error) {
      if (isWanted()) this.refuse(error instanceof Error ? error.message : String(error));
    }
  }

  private refuse(message: string): void {
    this.leave();
    this.store.dispatch(drawingActions.noticeGiven({ message }));
  }

  /** The curves near so many points that the command concerns, as it would leave them. */
  private sought(call: CommandCall): readonly FitRecipe[] {
    const project = this.project();
    if (!project || (call.command !== 'setFitTolerance' && !hasNear(project))) return [];
    const tried = steps().preview(project, call);
    return tried.ok ? tried.value.near.filter(({ points }) => points.length > LIVE_TARGETS) : [];
  }
}

const hasNear = ({ items }: Project): boolean =>
  Object.values(items).some(
    (item) =>
      item.kind === 'curve' &&
      item.recipe.kind === 'fit' &&
      item.recipe.near !== undefined &&
      item.recipe.points.length > LIVE_TARGETS,
  );
