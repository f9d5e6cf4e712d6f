import { computed, Injectable, signal } from '@angular/core';
import type { Curve } from '@pencil-bend/core';
import type { ComparisonFigures } from '../work/comparison';

/** How far the read curve lies from another, as the sheet shows it. */
export interface DeviationOnSheet {
  readonly curve: Curve;
  readonly figures: ComparisonFigures;
  /** What it lies off from, where that is not in the drawing itself: as it was then, or mirrored. */
  readonly elsewhere: Curve | null;
  /** So many times as long as they are deviations are drawn. */
  readonly scale: number;
  /** What lies further off, in mm, is marked. */
  readonly tolerance: number;
}

/** The deviation that somebody reads, for the sheet. */
@Injectable()
export class DeviationShown {
  /** What tells it; null while nobody reads one. */
  readonly source = signal<(() => DeviationOnSheet | null) | null>(null);
  readonly onSheet = computed(() => this.source()?.() ?? null);
}
