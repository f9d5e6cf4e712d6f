import { computed, effect, inject, Injectable } from '@angular/core';
import { type Curve, packCurve, type Vector3 } from '@pencil-bend/core';
import { crossingPlaces } from '../work/crossingPlaces';
import { ReadingWorkService } from '../work/readingWorkService';
import { Answers } from './answers';
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
  private readonly found = new Answers<Curve, readonly Vector3[]>();

  readonly places = computed((): readonly Vector3[] => {
    const curve = this.readings.curve();
    const known = curve && this.found.of(curve);
    if (!curve || known) return known ?? NOWHERE;
    return isLarge(curve) ? NOWHERE : this.found.put(curve, crossingPlaces(curve));
  });

  /** The large curve that the worker is to search. */
  private readonly wanted = computed(() => {
    const curve = this.readings.curve();
    const isMoving = this.shown.inHand().some((each) => each.curve === curve && !each.made);
    return curve && isLarge(curve) && !isMoving && this.found.of(curve) === undefined ? curve : null;
  });

  constructor() {
    effect(() => {
      const curve = this.wanted();
      if (!curve || this.found.isAsked(curve)) return;
      const asked = () => ({ curve: packCurve(curve) });
      const work = this.worker.ask('self-crossings', asked, { isWanted: () => this.wanted() === curve });
      void this.found.wait([curve], work, (places) => [places], NOWHERE);
    });
  }
}

const isLarge = (curve: Curve): boolean => curve.points.length > 4 * MOST_HERE;
