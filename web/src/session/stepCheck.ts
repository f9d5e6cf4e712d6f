import { DestroyRef, DOCUMENT, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { canCheck } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';

const AT_FIRST = ['pointerdown', 'keydown'] as const;

/** The code that checks each step: it comes when a first step may be on its way, or the project has been looked at. */
@Injectable()
export class StepCheck {
  private readonly store: Store<BenchState> = inject(Store);
  private loading: Promise<unknown> | null = null;

  constructor() {
    const page = inject(DOCUMENT);
    const load = () => void this.load().catch(() => undefined);
    for (const event of AT_FIRST) page.addEventListener(event, load, { capture: true, once: true });
    inject(DestroyRef).onDestroy(() => {
      for (const event of AT_FIRST) page.removeEventListener(event, load, { capture: true });
    });
  }

  load(): Promise<unknown> {
    if (canCheck()) return Promise.resolve();
    this.loading ??= import('@pencil-bend/document/validators').catch((error: unknown) => {
      this.loading = null;
      throw error;
    });
    return this.loading;
  }

  /** Does something at once, or as soon as steps can be checked; where they cannot be, that is said. */
  whenReady(work: () => void): void {
    if (canCheck()) return work();
    this.load().then(work, () => {
      const message = 'nothing was changed: a part of this page is missing, and the server is away';
      this.store.dispatch(drawingActions.noticeGiven({ message }));
    });
  }
}
