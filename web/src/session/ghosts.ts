import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Curve } from '@pencil-bend/core';
import { type CommandCall, steps } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectProject, selectSelection } from '../state/selectors';
import { curveIn } from '../view/curveIn';
import { StepLoader } from './stepLoader';

/** What a choice would lead to, seen as a ghost for as long as it is pointed at. */
@Injectable()
export class Ghosts {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly loader = inject(StepLoader);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly selection = this.store.selectSignal(selectSelection);
  private readonly call = signal<CommandCall | null>(null);

  /** The curves that it would change, as they would be. */
  readonly curves = computed((): readonly Curve[] => {
    const [project, call] = [this.project(), this.call()];
    if (!project || !call || !this.loader.isReady()) return [];
    const attempted = steps().attempt(project, call);
    return attempted.ok ? attempted.value.changed.flatMap((id) => curveIn(attempted.value.project, id) ?? []) : [];
  });

  constructor() {
    // Whoever asked for it is gone with what was selected.
    effect(() => {
      this.project();
      this.selection();
      untracked(() => this.call.set(null));
    });
  }

  show(call: CommandCall | null): void {
    this.call.set(call);
  }
}
