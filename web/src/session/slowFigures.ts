import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { type Curve, distinctOf, packCurve, unpackCurve, type Vector3 } from '@pencil-bend/core';
import type { Lump } from '@pencil-bend/core/reading';
import type { Answer } from '../work/jobs';
import { ReadingWorkService } from '../work/readingWorkService';
import { Answers } from './answers';
import { Editing } from './editing';
import { Fairness } from './fairness';
import { Readings } from './readings';

/** So many lumps are priced. */
const MOST_PRICED = 6;
/** The read curve has come to rest when nothing has changed for so long. */
const REST_MS = 300;

/**
 * Figures of the read curve that are too dear for the page: how far ironing each lump would move it, its roughness, and
 * how few control points would do. From the worker, where the curve rests, as long as somebody looks at them.
 */
@Injectable()
export class SlowFigures {
  private readonly editing = inject(Editing);
  private readonly fairness = inject(Fairness);
  private readonly readings = inject(Readings);
  private readonly worker = inject(ReadingWorkService);
  /** How many look at the figures. */
  readonly lookers = signal(0);

  private readonly tolerance = computed(() => this.editing.project()?.tolerance ?? null);
  private readonly ironed = new Answers<Lump, number | null>();
  private readonly rough = computed(() => {
    this.tolerance();
    return new Answers<Curve, number | null>();
  });
  private readonly lighter = computed(() => {
    this.tolerance();
    return new Answers<Curve, number | null>();
  });
  /** The read curve once it rests. */
  private readonly resting = computed(() => {
    const curve = this.readings.curve();
    return curve && this.lookers() > 0 && this.readings.isResting(curve) ? curve : null;
  });

  /** How far ironing a lump would move the curve, in mm; undefined while that is found out, null where none would do. */
  ironing(lump: Lump): number | null | undefined {
    return this.ironed.of(lump);
  }

  /** How rough the read curve is beside the fairest within the tolerance, 1 for none; undefined while it is found out. */
  readonly roughness = computed(() => {
    const curve = this.readings.curve();
    return curve ? this.rough().of(curve) : null;
  });

  /** How many control points lightening would leave; null where it leaves all. */
  readonly fewest = computed(() => {
    const curve = this.readings.curve();
    return curve ? this.lighter().of(curve) : null;
  });

  constructor() {
    effect((onCleanup) => {
      const curve = this.resting();
      const tolerance = this.tolerance();
      const listed = this.fairness.lumps()?.listed ?? [];
      if (!curve || tolerance === null) return;
      const timer = setTimeout(() => this.find(curve, listed.slice(0, MOST_PRICED), tolerance), REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  private find(curve: Curve, listed: readonly Lump[], tolerance: number): void {
    const normal: Vector3 | null = this.readings.normal();
    const isWanted = () => this.resting() === curve;
    for (const lump of listed) {
      if (this.ironed.isAsked(lump)) continue;
      const asked = () => ({
        curve: packCurve(curve),
        wrinkle: { from: lump.from, to: lump.to },
        options: { normal },
      });
      const work = this.worker.ask('ironing-tolerance', asked, { rank: 2, isWanted });
      void this.ironed.wait([lump], work, (found) => [found?.enough ?? null], null);
    }
    const [rough, lighter] = [this.rough(), this.lighter()];
    if (!rough.isAsked(curve)) {
      const asked = () => ({ curve: packCurve(curve), tolerance, options: { normal } });
      const work = this.worker.ask('roughness', asked, { rank: 3, isWanted });
      void rough.wait([curve], work, (found) => [Number.isFinite(found) ? found : null], null);
    }
    if (!lighter.isAsked(curve)) {
      const asked = () => ({ curve: packCurve(curve), tolerance });
      const work = this.worker.ask('lighten', asked, { rank: 4, isWanted });
      void lighter.wait([curve], work, (found) => [controlPointsLeft(found)], null);
    }
  }
}

const controlPointsLeft = (found: Answer<'lighten'>): number | null =>
  found.ok ? distinctOf(unpackCurve(found.value.curve)) : null;
