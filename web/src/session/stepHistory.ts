import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { drawingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectHistory } from '../state/selectors';
import { StepLoader } from './stepLoader';
import { ToolInHand } from './toolInHand';

/** Undo and redo: inside a drawing of its places, else of the steps of the log. */
@Injectable()
export class StepHistory {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly hand = inject(ToolInHand);
  private readonly loader = inject(StepLoader);
  private readonly tool = this.hand.tool;

  /** Steps that can be undone and redone. */
  readonly stacks = this.store.selectSignal(selectHistory);
  /** Something was given to the tool in hand that can be taken back, or given again. */
  readonly canUndo = computed(() => this.tool().canUndo?.(this.hand.now()) ?? false);
  readonly canRedo = computed(() => this.tool().canRedo?.(this.hand.now()) ?? false);

  undo(): void {
    this.hand.feed({ type: 'settle' });
    if (this.canUndo()) this.hand.feed({ type: 'key', key: 'Backspace' });
    else this.loader.inTurn(() => this.store.dispatch(drawingActions.undone({ stamp: newStamp() })));
  }

  redo(): void {
    if (this.canRedo()) this.hand.feed({ type: 'again' });
    // While something is drawn, steps before it are not done again under it.
    else if (!this.canUndo()) {
      this.loader.inTurn(() => this.store.dispatch(drawingActions.redone({ stamp: newStamp() })));
    }
  }

  /** Takes back, or does again, so many steps. */
  walk(direction: 'undo' | 'redo', count: number): void {
    const stamps = Array.from({ length: count }, newStamp);
    this.store.dispatch(drawingActions.walked({ direction, stamps }));
  }
}
