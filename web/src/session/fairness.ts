import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { type Curve, packCurve, type Vector3 } from '@pencil-bend/core';
import type { Lump, LumpReport } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { partedByIntent } from '../view/intendedLumps';
import type { ShownItem } from '../view/shownItem';
import type { CurveFairness } from '../work/curveFairness';
import { ReadingWorkService } from '../work/readingWorkService';
import { Answers } from './answers';
import { Editing } from './editing';
import { Opening } from './opening';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';
import { ShownItems } from './shownItems';

/** Curves of more control points are read by the worker, and only where they rest. */
const MOST_HERE = 40;
/** So many control points are read in one job. */
const BATCH = 1000;

/** A noisy curve has hundreds of lumps, and no more of them are told one by one: fairing takes them out together. */
export const MOST_LISTED = 12;

/** A lump with the curve that has it. */
export interface LumpOf {
  readonly item: Id;
  readonly lump: Lump;
  /** In mm. */
  readonly length: number;
}

/** How fair the curves are: the read one as it is this instant, all others as they rest, each read once. */
@Injectable()
export class Fairness {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly opening = inject(Opening);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly worker = inject(ReadingWorkService);
  private readonly settings = this.store.selectSignal(selectReading);
  private readonly least = computed(() => this.settings().least);
  private readonly known = computed(() => {
    this.least();
    return new Answers<Curve, CurveFairness | null>();
  });
  /** What was found on the page, of curves at rest. */
  private readonly here = computed(() => {
    this.least();
    return new WeakMap<Curve, Pick<CurveFairness, 'normal' | 'report'>>();
  });
  /** All curves are wanted now, though the project was opened just so. */
  private readonly isUrgent = signal(false);
  private readonly isReading = signal(false);
  private readonly isBusy = computed(() => this.shown.inHand().length > 0);

  /** The lumps of the read curve as it is this instant; null while those of a large one are looked for. */
  readonly report = computed((): LumpReport | null => {
    const curve = this.readings.curve();
    if (!curve) return null;
    const normal = this.readings.normal();
    const here = this.here().get(curve);
    if (here && isSame(here.normal, normal)) return here.report;
    const known = this.known().of(curve);
    if (known && isSame(known.normal, normal)) return known.report;
    const report = isLarge(curve) ? null : this.kernel.functions()?.lumps(curve, { normal, least: this.least() });
    // What was said of a curve once is said of it again: its lumps are known to others as these.
    if (report && this.readings.isResting(curve)) this.here().set(curve, { normal, report });
    return report ?? null;
  });

  /** The lumps of the read curve that are listed, the largest first, and those that are meant so. */
  readonly lumps = computed(() => {
    const report = this.report();
    const curve = this.readings.curve();
    return report && curve ? this.parted(this.editing.selection().items[0] ?? null, curve, report) : null;
  });

  /** Every listed lump of the curves that are drawn, the largest first; a mirror has those of its original. */
  readonly ranked = computed((): readonly LumpOf[] => {
    const project = this.editing.project();
    return this.shown
      .kept()
      .flatMap((shown): LumpOf[] => {
        const item = project?.items[shown.id];
        if (item?.kind === 'curve' && item.recipe.kind === 'mirror') return [];
        const length = this.of(shown)?.report.length ?? 0;
        return (this.listedOf(shown) ?? []).map((lump) => ({ item: shown.id, lump, length }));
      })
      .sort((a, b) => b.lump.share - a.lump.share);
  });

  /** Whether every shown curve has been read. */
  readonly isComplete = computed(() => this.shown.kept().every(({ curve }) => !curve || this.isKnown(curve)));

  constructor() {
    effect(() => {
      if ((!this.opening.isOver() && !this.isUrgent()) || this.isBusy()) return;
      const known = this.known();
      const wanted = this.shown.kept().filter(({ curve }) => curve && !this.isKnown(curve) && !known.isAsked(curve));
      // One batch after the other, and none while something is in hand: on a small machine the worker takes the time of
      // the page.
      if (wanted.length > 0 && !this.isReading()) void this.read(firstOf(wanted), known);
    });
  }

  /** How fair a curve is as it rests; null while that is not known. */
  of({ curve }: ShownItem): CurveFairness | null {
    return (curve && this.known().of(curve)) ?? null;
  }

  /** The listed lumps of a curve as it rests, the largest first; null while they are not known. */
  listedOf(shown: ShownItem): readonly Lump[] | null {
    const fairness = this.of(shown);
    return shown.curve && fairness ? this.parted(shown.id, shown.curve, fairness.report).listed : null;
  }

  /** All curves are read now, not when there is nothing else to do. */
  hurry(): void {
    this.kernel.hurry();
    this.isUrgent.set(true);
  }

  private isKnown(curve: Curve): boolean {
    return this.known().of(curve) !== undefined;
  }

  private async read(items: readonly ShownItem[], known: Answers<Curve, CurveFairness | null>): Promise<void> {
    const least = this.least();
    const curves = items.map(({ curve }) => curve as Curve);
    const asked = () => ({
      curves: curves.map(packCurve),
      normals: items.map((item) => this.readings.normalOf(item)),
      least,
    });
    // What was drawn anew meanwhile is asked for by itself.
    const isWanted = () => this.known() === known;
    this.isReading.set(true);
    await known.wait(curves, this.worker.ask('fairness', asked, { rank: 1, isWanted }), (found) => found, null);
    this.isReading.set(false);
  }

  private parted(id: Id | null, curve: Curve, { lumps: all, length }: LumpReport) {
    const intended = this.settings().intended.filter((each) => each.curve === id);
    const wrinkles = all.filter(({ stepped }) => !stepped);
    return partedByIntent(wrinkles, length, curve.closing !== 'open', intended);
  }
}

const isLarge = (curve: Curve): boolean => curve.points.length > 4 * MOST_HERE;
const isSame = (a: Vector3 | null, b: Vector3 | null): boolean => a?.join() === b?.join();

/** As many as one job reads, at least one. */
function firstOf(items: readonly ShownItem[]): readonly ShownItem[] {
  let count = 0;
  let room = BATCH;
  while (count < items.length && (count === 0 || room > 0)) room -= (items[count++].curve?.points.length ?? 0) / 4;
  return items.slice(0, count);
}
