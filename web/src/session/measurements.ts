import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { closestPoint, type Curve, packCurve } from '@pencil-bend/core';
import type { Clearance } from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import type { Measurement } from '../api/savedView';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectMeasurements } from '../state/selectors';
import type { Measured } from '../view/measured';
import { edgeShown } from '../view/shownItem';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { ReadingKernel } from './readingKernel';
import { ShownItems } from './shownItems';
import { Target } from './target';
import { ToolView } from './toolView';

interface Found {
  readonly first: Curve;
  readonly second: Curve;
  readonly clearance: Clearance;
}

/** The drawing has come to rest when nothing has changed for so long. */
const REST_MS = 150;
/** With every move of a drag the last clearance is brought up to date by so many steps from curve to curve. */
const STEPS = 3;

/** Measurements that were left standing, and the one that is being taken, as they are this instant. */
@Injectable()
export class Measurements {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly toolView = inject(ToolView);
  private readonly worker = inject(ReadingWorkService);
  private readonly kept = this.store.selectSignal(selectMeasurements);
  /** What the worker found, by measurement. */
  private readonly found = signal<ReadonlyMap<Id, Found>>(new Map());

  readonly isAny = computed(() => this.kept().length > 0 || this.toolView.preview().measurement !== null);
  readonly standing = computed((): readonly Measured[] => this.kept().flatMap((each) => this.now(each) ?? []));
  /** What the tool in hand would measure. */
  readonly taken = computed((): Measured | null => {
    const { measurement } = this.toolView.preview();
    return measurement && this.now(measurement);
  });

  private readonly items = computed(() => new Map(this.shown.all().map((each) => [each.id, each])));
  /** Pairs of curves whose clearance is not known as they are now. */
  private readonly unknown = computed(() =>
    this.kept().flatMap((measurement) => {
      const pair = this.pairOf(measurement);
      const known = this.found().get(measurement.id);
      return pair && !(known?.first === pair[0] && known.second === pair[1]) ? [{ id: measurement.id, pair }] : [];
    }),
  );

  constructor() {
    effect((onCleanup) => {
      const unknown = this.unknown();
      if (unknown.length === 0 || this.shown.inHand().length > 0) return;
      const timer = setTimeout(() => {
        for (const { id, pair } of unknown) void this.find(id, pair);
      }, REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  remove(id: Id): void {
    this.store.dispatch(viewActions.measurementRemoved({ id }));
  }

  private now(measurement: Measurement): Measured | null {
    const measuredNow = this.kernel.functions()?.measuredNow;
    if (!measuredNow) return null;
    return measuredNow(measurement, {
      items: this.items(),
      units: this.editing.project()?.units ?? 'mm',
      plane: this.target.plane(),
      planeOf: ({ item }) => this.target.planeOf(item.plane),
      clearanceOf: (first, second) => this.clearanceOf(measurement.id, first, second),
    });
  }

  private clearanceOf(id: Id, first: Curve, second: Curve): Clearance | null {
    const known = this.found().get(id);
    if (!known) return null;
    if (known.first === first && known.second === second) return known.clearance;
    return stepped(known.clearance, first, second);
  }

  private pairOf({ kind, places }: Measurement): readonly [Curve, Curve] | null {
    if (kind !== 'clearance') return null;
    const [first, second] = places.map((place) => {
      const item = 'item' in place ? this.items().get(place.item) : undefined;
      return item ? edgeShown(item) : null;
    });
    return first && second ? [first, second] : null;
  }

  private async find(id: Id, [first, second]: readonly [Curve, Curve]): Promise<void> {
    const asked = () => ({ first: packCurve(first), second: packCurve(second) });
    const isWanted = () => this.unknown().some(({ pair }) => pair[0] === first && pair[1] === second);
    try {
      const outcome = await this.worker.ask('clearance', asked, { rank: 1, isWanted });
      if (outcome.kind !== 'answered') return;
      this.found.update((found) => new Map(found).set(id, { first, second, clearance: outcome.answer }));
    } catch {
      // The worker cannot be had: what was measured last is still brought up to date from step to step.
    }
  }
}

/** The shortest way near to the last one, without a proof. */
function stepped({ first: last }: Clearance, first: Curve, second: Curve): Clearance {
  let a = closestPoint(first, last.point);
  let b = closestPoint(second, a.point);
  for (let i = 1; i < STEPS; i++) {
    a = closestPoint(first, b.point);
    b = closestPoint(second, a.point);
  }
  return { distance: b.distance, bound: 0, first: a, second: b };
}
