import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { type Curve, packCurve, type Vector3 } from '@pencil-bend/core';
import { crossingPlaces } from '../work/crossingPlaces';
import { ReadingWorkService } from '../work/readingWorkService';
import { Readings } from './readings';
import { ShownItems } from './shownItems';

/** Curves of more control points are searched by the worker, and only where they rest. */
const MOST_HERE = 80;
const NOWHERE: readonly Vector3[] = [];

/** The places where the read curve crosses itself; each curve is searched once. */
@Injectable()
export class SelfCrossings {
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly worker = inject(ReadingWorkService);
  private readonly known = new WeakMap<Curve, readonly Vector3[]>();
  /** Counts the answers of the worker. */
  private readonly answers = signal(0);
  private running = false;

  readonly places = computed((): readonly Vector3[] => {
    const curve = this.readings.curve();
    this.answers();
    if (!curve) return NOWHERE;
    const found = this.known.get(curve);
    if (found || curve.points.length > 4 * MOST_HERE) return found ?? NOWHERE;
    const places = crossingPlaces(curve);
    this.known.set(curve, places);
    return places;
  });

  /** The large curve that the worker is to search next. */
  private readonly wanted = computed(() => {
    const curve = this.readings.curve();
    this.answers();
    const isMoving = this.shown.inHand().some((each) => each.curve === curve && !each.made);
    const isLarge = curve !== null && curve.points.length > 4 * MOST_HERE;
    return isLarge && !isMoving && !this.known.has(curve) ? curve : null;
  });

  constructor() {
    effect(() => {
      // Asked again with every answer: what was wanted meanwhile had to wait.
      this.answers();
      const curve = this.wanted();
      if (curve) void this.search(curve);
    });
  }

  /** The one that is under way is waited for; then the latest is asked for. */
  private async search(curve: Curve): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      const outcome = await this.worker.run('self-crossings', { curve: packCurve(curve) });
      if (outcome.kind === 'answered') this.known.set(curve, outcome.answer);
    } catch {
      // The worker cannot be had, as when the server went away before it was fetched: nothing is marked.
      this.known.set(curve, NOWHERE);
    } finally {
      this.running = false;
      this.answers.update((count) => count + 1);
    }
  }
}
