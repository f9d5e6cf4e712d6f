import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { whenIdle } from '../ui/whenIdle';
import { Editing } from './editing';

/** So long after the sheet was drawn a user looks at it before anything else is wanted. */
const LOOK_MS = 1500;

/** Tells when a project has been opened and drawn: what its first picture did without is fetched then. */
@Injectable()
export class Opening {
  private readonly drawn = signal(false);
  private readonly over = signal(false);
  /** The sheet and the list are there, and the main thread has nothing more to do for them. */
  readonly isDrawn = this.drawn.asReadonly();
  readonly isOver = this.over.asReadonly();

  constructor() {
    const editing = inject(Editing);
    const hasProject = computed(() => editing.project() !== null);
    effect((onCleanup) => {
      if (!hasProject()) return;
      let cancel: () => void = () => undefined;
      const frame = requestAnimationFrame(() => {
        const notDrawn = whenIdle(() => this.drawn.set(true));
        const timer = setTimeout(() => (cancel = whenIdle(() => this.over.set(true))), LOOK_MS);
        cancel = () => {
          notDrawn();
          clearTimeout(timer);
        };
      });
      onCleanup(() => {
        cancelAnimationFrame(frame);
        cancel();
      });
    });
  }
}
