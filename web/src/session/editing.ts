import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  type Id,
  onlyItem,
  type CommandCall,
  plainRecipe,
  type Recipe,
  CommandError,
  type Selection,
  steps,
} from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import { VIEWED_ONLY } from '../state/drawing';
import { newStamp } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectNotice, selectProject, selectSelection, selectViewedStage } from '../state/selectors';
import { AddedHandles } from './addedHandles';
import { Remarks } from './remarks';
import { LossyPreview } from './lossyPreview';
import { NearSeeking } from './nearSeeking';
import { StepLoader } from './stepLoader';

/** Commands that name the curve they are done to as `item`. */
export type CurveCommand = Extract<CommandCall, { readonly args: { readonly item: Id } }>;
type OfCurve<Name extends CurveCommand['command']> = Omit<Extract<CurveCommand, { command: Name }>['args'], 'item'>;

/** Changes of the drawing and of the selection: every command of the bench goes through here. */
@Injectable()
export class Editing {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly lossy = inject(LossyPreview);
  private readonly added = inject(AddedHandles);
  private readonly remarks = inject(Remarks);
  private readonly loader = inject(StepLoader);
  private readonly seeking = inject(NearSeeking);

  readonly project = this.store.selectSignal(selectProject);
  readonly selection = this.store.selectSignal(selectSelection);
  /** A stage is shown, which nothing changes. */
  private readonly viewed = this.store.selectSignal(selectViewedStage);
  /** Why the last command was not done. */
  private readonly notice = this.store.selectSignal(selectNotice);
  readonly isOnlyViewing = computed(() => this.viewed() !== null);

  /**
   * Does a command; whether it was done, or soon will be. Where it would change the shape by an unknown amount, its
   * price is asked first; where it cannot be done, that is said, and nothing changes.
   */
  do(call: CommandCall): boolean {
    if (!this.project() || this.isRefused()) return false;
    let isDone = true;
    this.loader.whenReady(() => {
      this.seeking.now();
      if (steps().isLossy(call.command)) this.lossy.ask(call);
      else if (!this.seeking.begin(call, () => this.done(call))) isDone = this.done(call);
    });
    return isDone;
  }

  private done(call: CommandCall): boolean {
    const before = this.project();
    this.added.during(call, () => this.store.dispatch(drawingActions.commandCalled({ call, stamp: newStamp() })));
    if (this.notice() !== null) return false;
    this.remarks.after(call, before, this.project());
    return true;
  }

  /** Does a command to the curve that is selected alone. */
  doToSelected<Name extends CurveCommand['command']>(command: Name, args: OfCurve<Name>): boolean {
    const item = this.onlySelected();
    return item !== null && this.do({ command, args: { item, ...args } } as unknown as CommandCall);
  }

  /** The item that is selected alone. Where there are several, a notice says so. */
  onlySelected(): Id | null {
    if (this.selection().items.length > 1) this.notify('this is done to one curve: select it alone');
    return onlyItem(this.selection());
  }

  select(selection: Selection): void {
    this.store.dispatch(drawingActions.selected({ selection }));
  }

  /** Does something that may turn out impossible; what was refused is said, and nothing changes. */
  attempt(work: () => void): void {
    try {
      work();
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
      this.notify(error.message);
    }
  }

  notify(message: string): void {
    this.store.dispatch(drawingActions.noticeGiven({ message: message }));
  }

  /** Whether nothing can be changed now; then a notice says why. */
  isRefused(): boolean {
    if (this.isOnlyViewing()) this.notify(VIEWED_ONLY);
    return this.isOnlyViewing();
  }

  /** The recipe that a curve's shape comes from, whether its own or that of the curve it mirrors. */
  readonly recipeOf = (id: Id): Recipe | null => {
    const project = this.project();
    const item = project?.items[id];
    return project && item?.kind === 'curve' ? plainRecipe(project, item) : null;
  };
}
