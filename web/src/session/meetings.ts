import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { type Curve, FRONT, packCurve } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { boxOf, itemsTouching } from '../view/itemIndex';
import { type Meeting, meetingOf, thresholdsOf } from '../view/meeting';
import { isCurve, type ShownCurve, type ShownItem } from '../view/shownItem';
import { ReadingWorkService } from '../work/readingWorkService';
import { Opening } from './opening';
import { ReadingKernel } from './readingKernel';
import { ShownItems } from './shownItems';

/** What the worker found: of which curves, within which thresholds. */
interface Found {
  readonly curves: ReadonlyMap<Id, Curve>;
  readonly within: ReturnType<typeof thresholdsOf>;
  readonly list: readonly Meeting[];
}

/** So many changed curves are looked at here, in a drag too; more by the worker. */
const MOST_CHANGED = 12;
/** The knots of a curve of more control points are not looked at in a drag. */
const MOST_KNOTS = 80;
/** The drawing has come to rest when nothing has changed for so long. */
const REST_MS = 200;
const NONE: readonly Meeting[] = [];

/** How the shown curves meet, as they are this instant: what rests from the worker, what changes here. */
@Injectable()
export class Meetings {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly kernel = inject(ReadingKernel);
  private readonly opening = inject(Opening);
  private readonly shown = inject(ShownItems);
  private readonly worker = inject(ReadingWorkService);
  private readonly settings = this.store.selectSignal(selectReading);
  private readonly within = computed(() => thresholdsOf(this.settings().continuity), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  private readonly found = signal<Found | null>(null);
  /** The page has the whole report open: it does not wait until nothing else is to be done. */
  readonly isReported = signal(false);

  /** Curves at rest that the worker has not seen as they are now. */
  private readonly changed = computed((): readonly ShownCurve[] => {
    const found = this.foundNow();
    return this.shown
      .resting()
      .filter((each): each is ShownCurve => isCurve(each) && found?.curves.get(each.id) !== each.curve);
  });

  /** What the worker found, as far as the curves rest as they were. */
  private readonly resting = computed((): readonly Meeting[] => this.foundAmong(this.shown.resting()));

  /** Every meeting of the shown curves, a drag included. */
  readonly all = computed((): readonly Meeting[] => {
    const moving = [...this.changed(), ...this.shown.inHand().filter(isCurve)];
    if (moving.length === 0 || moving.length > MOST_CHANGED) return this.resting();
    return [...this.resting(), ...this.among(moving)];
  });

  /** Every meeting of the curves as they are kept. */
  readonly kept = computed((): readonly Meeting[] =>
    this.shown.inHand().length > 0 ? this.foundAmong(this.shown.kept()) : this.all(),
  );
  /** The meeting that was gone to. */
  readonly current = signal<Meeting | null>(null);

  /** Whether all that rests has been looked at. */
  readonly isComplete = computed(() => this.changed().length === 0 || this.changed().length <= MOST_CHANGED);

  constructor() {
    effect((onCleanup) => {
      if (!this.opening.isOver() && !this.isReported()) return;
      if (this.changed().length === 0 || this.shown.inHand().length > 0) return;
      const timer = setTimeout(() => void this.search(), this.found() ? REST_MS : 0);
      onCleanup(() => clearTimeout(timer));
    });
  }

  /** The meetings that a curve has part in. */
  of(id: Id): readonly Meeting[] {
    return this.all().filter(({ first, second }) => first.item === id || second.item === id);
  }

  private foundNow(): Found | null {
    const found = this.found();
    return found?.within === this.within() ? found : null;
  }

  /** What the worker found of items that are as they were then. */
  private foundAmong(items: readonly ShownItem[]): readonly Meeting[] {
    const found = this.foundNow();
    if (!found) return NONE;
    const now = new Map(items.map(({ id, curve }) => [id, curve]));
    const same = (id: Id) => now.get(id) !== undefined && now.get(id) === found.curves.get(id);
    return found.list.filter(({ first, second }) => same(first.item) && same(second.item));
  }

  private async search(): Promise<void> {
    const items = this.shown.kept().filter(isCurve);
    const within = this.within();
    const asked = () => ({ curves: items.map(({ curve }) => packCurve(curve)), options: within });
    const isWanted = () => this.within() === within && this.changed().length > 0;
    try {
      const outcome = await this.worker.ask('meetings', asked, { rank: 1, isWanted });
      if (outcome.kind !== 'answered') return;
      const ids = items.map(({ id }) => id);
      const list = outcome.answer.map((meeting) => meetingOf(meeting, ids));
      this.found.set({ curves: new Map(items.map(({ id, curve }) => [id, curve])), within, list });
    } catch {
      // The worker cannot be had: what changes is still looked at here.
    }
  }

  /** Meetings of a few curves with each other and with those near them. */
  private among(moving: readonly ShownCurve[]): readonly Meeting[] {
    const continuityAmong = this.kernel.functions()?.continuityAmong;
    if (!continuityAmong) return NONE;
    const within = this.within();
    const ids = new Set(moving.map(({ id }) => id));
    const near = moving.flatMap((each) => {
      const [left, bottom, right, top] = boxOf(each, FRONT);
      const { within: reach } = within;
      return itemsTouching(this.shown.kept(), FRONT, [left - reach, bottom - reach, right + reach, top + reach]);
    });
    const others = [...new Set(near)].filter((each): each is ShownCurve => isCurve(each) && !ids.has(each.id));
    const curves = [...moving, ...others];
    const isLarge = moving.some(({ curve }) => curve.points.length > 4 * MOST_KNOTS);
    const options = { ...within, of: moving.map((_, i) => i), ...(isLarge && { knotsBelow: 0 as const }) };
    const names = curves.map(({ id }) => id);
    return continuityAmong(
      curves.map(({ curve }) => curve),
      options,
    ).map((meeting) => meetingOf(meeting, names));
  }
}
