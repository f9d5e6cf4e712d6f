import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  cross,
  type Curve,
  domainOf,
  evaluate,
  mirror,
  normalOf,
  type Plane,
  planeFrom,
  reverse,
  type Vector3,
} from '@pencil-bend/core';
import type { Continuity } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { curveReading, type CurveReading } from '../view/curveReading';
import { thresholdsOf } from '../view/meeting';
import { Editing } from './editing';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';
import { ShownItems } from './shownItems';
import { Target } from './target';

/** The other half of a selected curve: only shown, never made. */
export interface MirrorGhost {
  readonly id: Id;
  readonly curve: Curve;
  /** Run through backwards, so that it goes on where the curve ends, with its curvature of the same sign. */
  readonly reading: CurveReading;
}

/** How the read curve goes on over the plane into its other half. */
export interface MirrorMeeting {
  readonly end: 'start' | 'end';
  readonly at: Vector3;
  readonly figures: Continuity;
}

/**
 * Shows what is selected as if it were mirrored: about the first symmetry line of the drawing, else about the upright
 * axis of the plane that is drawn on.
 */
@Injectable()
export class MirrorCheck {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly settings = this.store.selectSignal(selectReading);
  private readonly known = new WeakMap<Curve, { readonly plane: Plane; readonly ghost: Curve }>();

  readonly isOn = signal(false);

  private readonly plane = computed((): Plane => {
    const project = this.editing.project();
    const drawnOn = this.target.plane();
    for (const id of project?.itemOrder ?? []) {
      const item = project?.items[id];
      if (item?.kind !== 'guide' || item.guide.kind !== 'line' || !item.guide.symmetry) continue;
      return planeFrom(item.guide.at, cross(normalOf(drawnOn), item.guide.direction));
    }
    return planeFrom(drawnOn.origin, drawnOn.x);
  });

  /** The other halves of what is selected, as it is this instant. */
  readonly ghosts = computed((): readonly MirrorGhost[] => {
    if (!this.isOn()) return [];
    const { items } = this.editing.selection();
    return this.shown.all().flatMap((shown) => {
      const { id, curve } = shown;
      if (!curve || !items.includes(id)) return [];
      const ghost = this.ghostOf(curve);
      const exact = this.readings.isResting(curve);
      return [{ id, curve: ghost, reading: curveReading(ghost, this.readings.normalOf(shown), exact) }];
    });
  });

  /** How the read curve meets its other half; null where neither end lies on the plane. */
  readonly meeting = computed((): MirrorMeeting | null => {
    const curve = this.readings.curve();
    const continuityOfEnds = this.kernel.functions()?.continuityOfEnds;
    if (!this.isOn() || !curve || !continuityOfEnds || curve.closing !== 'open') return null;
    const ghost = this.ghostOf(curve);
    const { within, ...thresholds } = thresholdsOf(this.settings().continuity);
    for (const end of ['end', 'start'] as const) {
      const figures = continuityOfEnds(curve, end, ghost, end === 'end' ? 'start' : 'end', thresholds);
      const [first, last] = domainOf(curve);
      if (figures.gap <= within) return { end, at: evaluate(curve, end === 'end' ? last : first), figures };
    }
    return null;
  });

  toggle(): void {
    this.isOn.update((on) => !on);
  }

  /** A curve on the other side of the plane, run through backwards; the same one each time. */
  ghostOf(curve: Curve): Curve {
    const plane = this.plane();
    const known = this.known.get(curve);
    if (known?.plane === plane) return known.ghost;
    const ghost = reverse(mirror(curve, plane));
    this.known.set(curve, { plane, ghost });
    return ghost;
  }
}
