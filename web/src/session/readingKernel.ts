import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type * as kernel from '../view/readingKernel';
import { Editing } from './editing';
import { Opening } from './opening';

/** What reads lumps, marks, meetings, deviations and measurements: it comes once a curve is selected, or the project has been looked at. */
@Injectable()
export class ReadingKernel {
  private readonly editing = inject(Editing);
  private readonly opening = inject(Opening);
  private readonly loaded = signal<typeof kernel | null>(null);
  private readonly isUrgent = signal(false);
  private readonly isWanted = computed(
    () => this.isUrgent() || this.opening.isOver() || this.editing.selection().items.length > 0,
  );

  /** Null until it has come. */
  readonly functions = this.loaded.asReadonly();

  constructor() {
    effect(() => {
      if (this.isWanted()) void this.load();
    });
  }

  /** It is needed now. */
  hurry(): void {
    this.isUrgent.set(true);
  }

  private async load(): Promise<void> {
    try {
      this.loaded.set(await import('../view/readingKernel'));
    } catch {
      // The server went away before it was fetched: nothing is marked until the page is loaded again.
    }
  }
}
