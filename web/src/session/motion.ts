import { effect, inject, Injectable, signal } from '@angular/core';
import { Editing } from './editing';
import { ToolView } from './toolView';

/** What is in hand has come to rest when it has not changed for so long. */
const REST_MS = 150;

/**
 * Whether what is in hand is on the move: from its second change until it rests for a moment, or is let go. Meanwhile
 * nobody reads what is not under the eyes, and a card whose every number changes costs more than the curve.
 */
@Injectable()
export class Motion {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly on = signal(false);
  readonly isOn = this.on.asReadonly();

  constructor() {
    let before: { readonly selection: unknown; readonly moves: boolean } | null = null;
    effect((onCleanup) => {
      const moves = this.toolView.preview().call !== null;
      const selection = this.editing.selection();
      // What has just been selected, or begins to change, is shown first.
      this.on.set(moves && before !== null && before.moves && before.selection === selection);
      before = { selection, moves };
      if (!moves) return;
      const timer = setTimeout(() => this.on.set(false), REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }
}
