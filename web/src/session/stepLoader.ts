import { DestroyRef, DOCUMENT, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { canDoSteps } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { hasTools } from '../tools/table';

const AT_FIRST = ['pointerdown', 'keydown'] as const;

/** The code of steps, and of the tools that lead to them: it comes with the first press, or when the project has been looked at. */
@Injectable()
export class StepLoader {
  private readonly store: Store<BenchState> = inject(Store);
  private loading: Promise<unknown> | null = null;
  private readonly isLoaded = signal(canDoSteps() && hasTools());
  /** Whether steps can be done and tried on the side, and every tool can be taken up. */
  readonly isReady = this.isLoaded.asReadonly();

  constructor() {
    const page = inject(DOCUMENT);
    const load = () => void this.load().catch(() => undefined);
    for (const event of AT_FIRST) page.addEventListener(event, load, { capture: true, once: true });
    inject(DestroyRef).onDestroy(() => {
      for (const event of AT_FIRST) page.removeEventListener(event, load, { capture: true });
    });
  }

  load(): Promise<unknown> {
    if (untracked(this.isReady)) return Promise.resolve();
    this.loading ??= Promise.all([import('@pencil-bend/document/steps'), import('../tools/otherTools')]).then(
      () => this.isLoaded.set(true),
      (error: unknown) => {
        this.loading = null;
        throw error;
      },
    );
    return this.loading;
  }

  /** Does something at once, or as soon as steps can be done; where they cannot be, that is said. */
  whenReady(work: () => void): void {
    if (untracked(this.isReady)) return work();
    this.load().then(work, () => {
      const message = 'nothing was changed: a part of this page is missing, and the server is away';
      this.store.dispatch(drawingActions.noticeGiven({ message }));
    });
  }

  /** Does something that needs no such code, but not before what waits for it. */
  inTurn(work: () => void): void {
    if (untracked(this.isReady) || !this.loading) return work();
    this.loading.then(work, work);
  }
}
