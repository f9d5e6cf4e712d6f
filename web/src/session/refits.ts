import { effect, inject, Injectable, Injector, runInInjectionContext } from '@angular/core';
import type { Stretch } from '@pencil-bend/core';
import type { CurvatureWish, Way } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import { Editing } from './editing';
import { FairingChoice } from './fairingChoice';
import { LossyPreview } from './lossyPreview';
import { Opening } from './opening';
import type { RefitTarget } from './refitTarget';
import type { RefitRuns } from './refitRuns';

/** The tolerance has come to rest when it has not changed for so long. */
const REST_MS = 200;

/** Curves fitted anew and offered with their price: what does it comes when it is first asked for, or in idle time. */
@Injectable()
export class Refits {
  private readonly choice = inject(FairingChoice);
  private readonly editing = inject(Editing);
  private readonly injector = inject(Injector);
  private readonly lossy = inject(LossyPreview);
  private readonly opening = inject(Opening);
  private loading: Promise<RefitRuns> | null = null;
  private runs: RefitRuns | null = null;
  private resting: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    effect(() => {
      if (this.opening.isOver()) this.load().catch(() => undefined);
    });
  }

  /** Fits a curve anew in the worker, and offers what comes of it. */
  refit(item: Id, target: RefitTarget): void {
    this.go((runs) => runs.refit(item, target));
  }

  /** The same without a question: it was tried, and told what it comes to. */
  refitAtOnce(item: Id, target: RefitTarget): void {
    this.go(async (runs) => {
      const done = runs.refit(item, target);
      this.lossy.apply();
      await done;
    });
  }

  /** Fairs the selected curve, or the stretch of it that is in hand, as it is chosen; of several the run that they make. */
  fair(): void {
    clearTimeout(this.resting);
    const { items } = this.editing.selection();
    const target = this.choice.target();
    if (items.length === 1) this.refit(items[0], target);
    else if (items.length > 1) this.go((runs) => runs.fairRun(items, target));
  }

  /** Shows about what fairing will come to, at once, or of a run as soon as it can; false where it cannot yet. */
  preview(): boolean {
    const { items } = this.editing.selection();
    if (items.length === 0 || !this.runs) return false;
    const target = this.choice.target();
    if (items.length > 1) return this.runs.previewRun(items, target);
    this.runs.preview(items[0], target);
    return true;
  }

  /** While the tolerance is slid about what comes is shown, and once it rests, what comes. */
  fairSoon(): void {
    const { items } = this.editing.selection();
    const isShown = this.preview();
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      // What was left meanwhile is not asked again.
      if (isShown ? this.isFairing() : this.editing.selection().items === items) this.fair();
    }, REST_MS);
  }

  /** With another choice what is asked for already is asked for anew. */
  fairAgain(): void {
    if (this.isFairing()) this.fair();
  }

  /** Irons a stretch of the selected curve, a lump or any other, within the tolerance that is chosen. */
  iron({ from, to }: Stretch): void {
    const [item] = this.editing.selection().items;
    if (item) this.refit(item, { kind: 'iron', tolerance: this.choice.tolerance(), stretch: { from, to } });
  }

  /** Lets the curvature of the selected curve, or of the stretch in hand, go one way. */
  goOneWay(way: Way): void {
    const [item] = this.editing.selection().items;
    const { tolerance, startLevel, endLevel, stretch } = this.choice.target();
    if (item) this.refit(item, { kind: 'oneWay', way, tolerance, startLevel, endLevel, stretch });
  }

  /** Pulls the curvature of the stretch in hand: shown at once, and offered when the pull is over. */
  pull(wish: CurvatureWish, isOver: boolean): void {
    const [item] = this.editing.selection().items;
    const stretch = this.choice.stretch();
    if (!item || !stretch) return;
    const rides = this.choice.rides() && this.choice.mayRide();
    this.go((runs) => runs.pull(item, { kind: 'pull', wish, stretch, rides }, isOver));
  }

  private isFairing(): boolean {
    return this.lossy.how() === 'fair';
  }

  /** At once, or as soon as that has come. */
  private go(run: (runs: RefitRuns) => Promise<void> | void): void {
    if (this.runs) return void run(this.runs);
    this.load().then(run, () =>
      this.lossy.refuse('nothing was changed: a part of this page is missing, and the server is away'),
    );
  }

  private load(): Promise<RefitRuns> {
    this.loading ??= import('./refitRuns').then(
      (module) => {
        return (this.runs = runInInjectionContext(this.injector, () => new module.RefitRuns()));
      },
      (error: unknown) => {
        this.loading = null;
        throw error;
      },
    );
    return this.loading;
  }
}
