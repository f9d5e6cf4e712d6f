import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Editing } from './editing';

/** So long after the sheet was drawn a user looks at it before anything else is wanted. */
const LOOK_MS = 1500;
/** And so long at most until there is nothing else to do: a sheet of many curves is drawn in several frames. */
const BUSY_MS = 10_000;

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

/** Does something when the main thread has nothing to do, in a browser that tells; returns what takes it back. */
function whenIdle(then: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    then();
    return () => undefined;
  }
  const asked = requestIdleCallback(then, { timeout: BUSY_MS });
  return () => cancelIdleCallback(asked);
}
