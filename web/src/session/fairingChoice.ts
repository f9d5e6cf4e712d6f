import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { Level, Stretch } from '@pencil-bend/core';
import type { FairingEnergy } from '@pencil-bend/core/reading';
import { boundLevels, type End, type Id } from '@pencil-bend/document';
import { Editing } from './editing';
import type { FairTarget } from './refitTarget';

/** How the next curve is faired: chosen on the card, and on the strip. */
@Injectable()
export class FairingChoice {
  private readonly editing = inject(Editing);
  private readonly item = computed((): Id | null => this.editing.selection().items.at(0) ?? null);

  private readonly ofSheet = computed(() => this.editing.project()?.tolerance ?? 0.01);

  /** In mm: that of the sheet until another one is chosen. */
  readonly tolerance = linkedSignal(() => this.ofSheet());
  readonly energy = signal<FairingEnergy>('both');
  private readonly chosen = signal<Readonly<Record<End, Level>>>({ start: 2, end: 2 });

  /** What joints ask of the ends of the selected curve. */
  readonly bound = computed(() => {
    const [project, item] = [this.editing.project(), this.item()];
    return project && item ? boundLevels(project, item) : {};
  });
  /** To which level its ends are held. */
  readonly levels = computed((): Readonly<Record<End, Level>> => {
    const { start = 0, end = 0 } = this.bound();
    const chosen = this.chosen();
    return { start: Math.max(start, chosen.start) as Level, end: Math.max(end, chosen.end) as Level };
  });

  /** The stretch of the selected curve that is in hand; null for all of it. */
  readonly stretch = linkedSignal<Id | null, Stretch | null>({ source: () => this.item(), computation: () => null });

  /** Control points of the selected curve, by their indices, that have a tolerance of their own, in mm. */
  readonly own = linkedSignal<unknown, Readonly<Record<number, number>>>({
    source: () => this.editing.project()?.items[this.item() ?? ''],
    computation: () => ({}),
  });

  giveOwn(index: number, tolerance: number | null): void {
    this.own.update(({ [index]: _, ...others }) => (tolerance === null ? others : { ...others, [index]: tolerance }));
  }

  /** What comes after the stretch goes along, when its curvature is pulled, instead of staying where it is. */
  readonly rides = signal(false);
  /** An end that is joined does not. */
  readonly mayRide = computed(() => this.bound().end === undefined);

  hold(end: End, level: Level): void {
    this.chosen.update((levels) => ({ ...levels, [end]: level }));
  }

  target(): FairTarget {
    const { start, end } = this.levels();
    return {
      kind: 'fair',
      tolerance: this.tolerance(),
      energy: this.energy(),
      startLevel: start,
      endLevel: end,
      stretch: this.stretch(),
      own: this.own(),
    };
  }
}
