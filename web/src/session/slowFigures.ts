import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { type Curve, distinctOf, packCurve, unpackCurve, type Vector3 } from '@pencil-bend/core';
import type { Lump } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import { isCurve, type ShownCurve } from '../view/shownItem';
import type { Answer } from '../work/jobs';
import { ReadingWorkService } from '../work/readingWorkService';
import { Answers } from './answers';
import { Editing } from './editing';
import { Fairness } from './fairness';
import { Opening } from './opening';
import { endsThatStay, ironOptions } from './fairOptions';
import { wholeCurve } from './lossyPreview';
import { Readings } from './readings';
import { ShownItems } from './shownItems';

/** So many lumps are priced. */
const MOST_PRICED = 6;
/** Curves of more control points are read where they are selected. */
const MOST_POINTS = 60;
/** The list has come to rest when nothing has changed for so long. */
const LIST_REST_MS = 1000;
/** The read curve has come to rest when nothing has changed for so long. */
const REST_MS = 300;

/**
 * Figures that are too dear for the page: of the read curve how far ironing each lump would move it; of that and of those
 * whose rows are in sight the roughness, and how few control points would do. From the worker, where the curve rests.
 */
@Injectable()
export class SlowFigures {
  private readonly editing = inject(Editing);
  private readonly fairness = inject(Fairness);
  private readonly opening = inject(Opening);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
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

  /** Items whose rows of the list are in sight. */
  readonly inSight = signal<readonly Id[]>([]);
  /** Their curves: none while something is in hand, and none that would take the worker long. */
  private readonly rows = computed((): readonly ShownCurve[] => {
    if (!this.opening.isOver() || this.shown.inHand().length > 0) return [];
    const inSight = new Set(this.inSight());
    return this.shown
      .kept()
      .filter(isCurve)
      .filter(({ id, curve }) => inSight.has(id) && distinctOf(curve) <= MOST_POINTS);
  });

  /** How far ironing a lump would move the curve, in mm; undefined while that is found out, null where none would do. */
  ironing(lump: Lump): number | null | undefined {
    return this.ironed.of(lump);
  }

  /** How rough a curve is beside the fairest within the tolerance, 1 for none; undefined while it is not known. */
  roughnessOf(curve: Curve): number | null | undefined {
    return this.rough().of(curve);
  }

  /** Has it found out, also of a curve that is only offered. */
  findRoughness(curve: Curve, normal: () => Vector3 | null, rank: number, isWanted: () => boolean): void {
    const [rough, tolerance] = [this.rough(), this.tolerance()];
    if (rough.isAsked(curve) || tolerance === null) return;
    const asked = () => ({ curve: packCurve(curve), tolerance, options: { normal: normal() } });
    const work = this.worker.ask('roughness', asked, { rank, isWanted });
    void rough.wait([curve], work, (found) => [Number.isFinite(found) ? found : null], null);
  }

  /** How many control points lightening a curve would leave; null where it leaves all, undefined while it is not known. */
  fewestOf(curve: Curve): number | null | undefined {
    return this.lighter().of(curve);
  }

  /** Those of the read curve. */
  readonly roughness = computed(() => {
    const curve = this.readings.curve();
    return curve ? this.roughnessOf(curve) : null;
  });
  readonly fewest = computed(() => {
    const curve = this.readings.curve();
    return curve ? this.fewestOf(curve) : null;
  });

  constructor() {
    effect((onCleanup) => {
      const curve = this.resting();
      const tolerance = this.tolerance();
      const listed = this.fairness.lumps()?.listed ?? [];
      if (!curve || tolerance === null) return;
      const timer = setTimeout(() => {
        const shown = this.shown.selected();
        if (!shown || !isCurve(shown)) return;
        this.price(shown, listed.slice(0, MOST_PRICED));
        this.find(shown, tolerance, 3, () => this.resting() === curve);
      }, REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
    effect((onCleanup) => {
      const tolerance = this.tolerance();
      const rows = this.rows();
      if (tolerance === null || rows.length === 0) return;
      const timer = setTimeout(() => {
        for (const shown of rows) {
          this.find(shown, tolerance, 6, () => this.rows().some(({ curve }) => curve === shown.curve));
        }
      }, LIST_REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  private price({ id, curve }: ShownCurve, listed: readonly Lump[]): void {
    const isWanted = () => this.resting() === curve;
    for (const lump of listed) {
      if (this.ironed.isAsked(lump)) continue;
      const asked = () => ({
        curve: packCurve(curve),
        wrinkle: { from: lump.from, to: lump.to },
        options: this.held(id, curve),
      });
      const work = this.worker.ask('ironing-tolerance', asked, { rank: 2, isWanted });
      void this.ironed.wait([lump], work, (found) => [found?.enough ?? null], null);
    }
  }

  private find(shown: ShownCurve, tolerance: number, rank: number, isWanted: () => boolean): void {
    const { id, curve } = shown;
    const lighter = this.lighter();
    this.findRoughness(curve, () => this.readings.normalOf(shown), rank, isWanted);
    if (!lighter.isAsked(curve)) {
      const { startLevel, endLevel } = this.ends(id);
      const asked = () => ({ curve: packCurve(curve), tolerance, options: { startLevel, endLevel } });
      const work = this.worker.ask('lighten', asked, { rank: rank + 1, isWanted });
      void lighter.wait([curve], work, (found) => [controlPointsLeft(found)], null);
    }
  }

  /** What stays where a lump is ironed: a corner takes from the ends of a curve what is not seen of it. */
  private held(id: Id, curve: Curve) {
    const project = this.editing.project();
    const item = project?.items[id];
    const isWhole = project && item?.kind === 'curve' && wholeCurve(project, id) === curve;
    return isWhole ? ironOptions(project, id, curve) : { normal: this.readings.normal() };
  }

  private ends(id: Id) {
    const project = this.editing.project();
    const { start = 0, end = 0 } = project ? endsThatStay(project, id) : {};
    return { startLevel: start, endLevel: end };
  }
}

const controlPointsLeft = (found: Answer<'lighten'>): number | null =>
  found.ok ? distinctOf(unpackCurve(found.value.curve)) : null;
