import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Id } from '@pencil-bend/document';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { curveReading } from '../../view/curveReading';
import type { GraphCurve, Quantity } from '../../view/graphCurve';
import { levelShown, thresholdsOf } from '../../view/meeting';
import { type Run, runThrough } from '../../view/run';
import { isCurve, type ShownCurve } from '../../view/shownItem';
import { INK } from './graphLook';
import { Editing, Joints, LossyPreview, MirrorCheck, ReadingKernel, Readings, ShownItems } from '../../session';

/** A stretch of the strip's axis, in mm from the start of the curve that is read. */
export interface AxisStretch {
  readonly from: number;
  readonly to: number;
}

/** Where one curve of a run goes on in the next, with the level reached there. */
export interface RunMeeting {
  readonly s: number;
  readonly text: string;
}

/** The other half in a mirror check. */
const GHOST = '#7d7970';
/** More curves over each other cannot be told apart. */
const MOST_OVERLAID = 6;
/** So much of the axis is seen at least, as a share of it. */
const CLOSEST = 1e-4;
const NONE: readonly GraphCurve[] = [];
const NO_RUN: Run<ShownCurve> = { before: [], after: [] };

/** What the strip shows: which curves, of them what, and which part of the axis. */
@Injectable()
export class StripGraph {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly kernel = inject(ReadingKernel);
  private readonly lossy = inject(LossyPreview);
  private readonly mirrorCheck = inject(MirrorCheck);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly settings = this.store.selectSignal(selectReading);

  readonly quantity = signal<Quantity>('curvature');
  readonly isLogarithmic = signal(false);
  /** Curves that meet are laid end to end instead of over each other. */
  readonly isRun = signal(false);

  /** What gives what is shown as comma-separated values, where that is not curvature; null otherwise. */
  readonly table = signal<(() => string | null) | null>(null);
  /** What gives the graph that is shown as SVG; null without a graph. */
  readonly picture = signal<(() => string | null | Promise<string | null>) | null>(null);

  /** The curve that is read; null for none. */
  readonly own = computed((): GraphCurve | null => {
    const reading = this.readings.reading();
    const item = this.shown.selected()?.item;
    return reading && { id: this.readId(), name: item?.name ?? '', colour: item?.colour ?? '', offset: 0, reading };
  });

  private readonly curves = computed((): readonly ShownCurve[] => this.shown.all().filter(isCurve));

  private readonly run = computed((): Run<ShownCurve> => {
    const { items } = this.editing.selection();
    const chain = this.joints.chain();
    // Of one selected curve the run goes through the whole drawing; of a joint, a blend or a corner through what it joins.
    const taken = items.length > 1 ? items : !this.isRun() && chain.length > 1 ? chain : null;
    const among = this.curves().filter(({ id }) => taken?.includes(id) ?? true);
    // What is being drawn beside the selection is read alone.
    const read = this.readings.reading()?.curve;
    const own = among.find(({ id, curve }) => id === this.readId() && curve === read);
    const runs = this.isRun() || chain.length > 1;
    return runs && own ? runThrough(own, among, this.settings().continuity.within) : NO_RUN;
  });

  /** What stands beside the read curve: the curves of a run, the other half, other selected curves over the same axis. */
  readonly others = computed((): readonly GraphCurve[] => [
    ...this.mirrored(),
    ...this.inRun(),
    ...this.overlaid(),
    ...this.offered(),
  ]);

  private readonly inRun = computed((): readonly GraphCurve[] => {
    const { before, after } = this.run();
    let end = this.own()?.reading.profile.length ?? 0;
    const later = after.map((each) => {
      const curve = this.graphCurve(each, end);
      end += curve.reading.profile.length;
      return curve;
    });
    let start = 0;
    const earlier = [...before].reverse().map((each) => {
      const curve = this.graphCurve(each, 0);
      start -= curve.reading.profile.length;
      return { ...curve, offset: start };
    });
    return [...earlier.reverse(), ...later];
  });

  private readonly overlaid = computed((): readonly GraphCurve[] => {
    const { items } = this.editing.selection();
    if (items.length < 2 || this.isRun()) return NONE;
    const own = this.readId();
    return this.curves()
      .filter(({ id }) => id !== own && items.includes(id))
      .slice(0, MOST_OVERLAID - 1)
      .map((each) => this.graphCurve(each, 0));
  });

  /** The other half of the read curve, where it goes on over the plane of a mirror check. */
  private readonly mirrored = computed((): readonly GraphCurve[] => {
    const ghost = this.mirrorCheck.ghosts().find(({ id }) => id === this.readId());
    if (!ghost) return NONE;
    const { length } = ghost.reading.profile;
    const own = this.own()?.reading.profile.length ?? 0;
    const offset = this.mirrorCheck.meeting()?.end === 'start' ? -length : own;
    return [{ id: null, name: 'other half', colour: GHOST, offset, reading: ghost.reading }];
  });

  /** The read curve as a step that is being priced would leave it. */
  private readonly offered = computed((): readonly GraphCurve[] => {
    const changed = this.lossy.offer()?.curves.find(({ item }) => item === this.readId());
    if (!changed) return NONE;
    const reading = curveReading(changed.after, this.readings.normal(), false);
    return [{ id: null, name: 'as it would be', colour: INK, offset: 0, reading }];
  });

  /** Where the curves of a run go on in each other. */
  readonly meetings = computed((): readonly RunMeeting[] => {
    const own = this.own();
    const continuityOfEnds = this.kernel.functions()?.continuityOfEnds;
    const run = this.inRun();
    if (!own || !continuityOfEnds || run.length === 0) return [];
    const { within: _, ...thresholds } = thresholdsOf(this.settings().continuity);
    const inOrder = [...run.filter(({ offset }) => offset < 0), own, ...run.filter(({ offset }) => offset > 0)];
    return inOrder.slice(1).map((next, i) => {
      const figures = continuityOfEnds(inOrder[i].reading.curve, 'end', next.reading.curve, 'start', thresholds);
      return { s: next.offset, text: levelShown(figures) };
    });
  });

  /** All of the axis that has curves on it. */
  readonly whole = computed((): AxisStretch => {
    let [from, to] = [0, this.own()?.reading.profile.length ?? 0];
    for (const { offset, reading } of this.others()) {
      [from, to] = [Math.min(from, offset), Math.max(to, offset + reading.profile.length)];
    }
    return { from, to };
  });

  /** Zoomed in, the part of the axis that is seen; another curve is seen whole first. */
  private readonly zoomed = linkedSignal<Id | null, AxisStretch | null>({
    source: () => this.readId(),
    computation: () => null,
  });
  readonly isZoomed = computed(() => this.zoomed() !== null);

  /** The part of the axis that is seen. */
  readonly seen = computed((): AxisStretch => {
    const whole = this.whole();
    const zoomed = this.zoomed();
    if (!zoomed) return whole;
    const size = Math.min(zoomed.to - zoomed.from, whole.to - whole.from);
    const from = Math.min(Math.max(zoomed.from, whole.from), whole.to - size);
    return { from, to: from + size };
  });

  /** What is seen of the curve that is read, whatever lies beside it; all of it where nothing is. */
  readonly seenOfOwn = computed((): AxisStretch => {
    const length = this.own()?.reading.profile.length ?? 0;
    const [from, to] = [Math.max(0, this.seen().from), Math.min(length, this.seen().to)];
    return from < to ? { from, to } : { from: 0, to: length };
  });

  /** Shows less of the axis, or more, by a factor; what is at a length stays where it is. */
  zoom(at: number, factor: number): void {
    const { from, to } = this.seen();
    const whole = this.whole();
    const most = whole.to - whole.from;
    const size = Math.max(CLOSEST * most, (to - from) * factor);
    if (!(most > 0)) return;
    if (size >= most) return this.showWhole();
    const start = at - ((at - from) / (to - from)) * size;
    this.zoomed.set({ from: start, to: start + size });
  }

  /** Moves along the axis by mm, as far as there is something to be seen. */
  pan(by: number): void {
    if (!this.isZoomed()) return;
    const { from, to } = this.seen();
    this.zoomed.set({ from: from + by, to: to + by });
    this.zoomed.set(this.seen());
  }

  showWhole(): void {
    this.zoomed.set(null);
  }

  private readonly readId = computed(() => this.editing.selection().items.at(0) ?? null);

  private graphCurve(shown: ShownCurve, offset: number): GraphCurve {
    const { id, item, curve } = shown;
    // In a run it may be turned round, and is another curve then than the one in hand.
    const isMoving = this.shown.inHand().some((each) => each.id === id);
    const reading = curveReading(curve, this.readings.normalOf(shown), !isMoving);
    return { id, name: item.name, colour: item.colour, offset, reading };
  }
}
