import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { whenIdle } from '../ui/whenIdle';
import { Editing } from './editing';

/** So long after the sheet was drawn a user looks at it before anything else is wanted. */
const LOOK_MS = 1500;

/** Tells when a project has been opened and drawn: what its first picture did without is fetched then. */
@Injectable()
export class Opening {
  private readonly over = signal(false);
  readonly isOver = this.over.asReadonly();

  constructor() {
    const editing = inject(Editing);
    const hasProject = computed(() => editing.project() !== null);
    effect((onCleanup) => {
      if (!hasProject()) return;
      let cancel: () => void = () => undefined;
      const frame = requestAnimationFrame(() => {
        const timer = setTimeout(() => (cancel = whenIdle(() => this.over.set(true))), LOOK_MS);
        cancel = () => clearTimeout(timer);
      });
      onCleanup(() => {
        cancelAnimationFrame(frame);
        cancel();
      });
    });
  }
}
