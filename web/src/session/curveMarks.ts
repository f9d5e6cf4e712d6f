import { computed, inject, Injectable, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { CurveStretch } from '@pencil-bend/core/reading';
import { MARK_KINDS, type MarkKind } from '../api/savedView';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import type { CurveMark, Marked } from '../view/curveMarks';
import { isKnot } from '../view/meeting';
import { Editing } from './editing';
import { Fairness, MOST_LISTED } from './fairness';
import { LumpTour } from './lumpTour';
import { Meetings } from './meetings';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';
import { SelfCrossings } from './selfCrossings';

const NONE: readonly CurveMark[] = [];

/** What is marked on the read curve, on the sheet and on the strip. */
@Injectable()
export class CurveMarks {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly fairness = inject(Fairness);
  private readonly kernel = inject(ReadingKernel);
  private readonly meetings = inject(Meetings);
  private readonly readings = inject(Readings);
  private readonly selfCrossings = inject(SelfCrossings);
  private readonly tour = inject(LumpTour);
  private readonly settings = this.store.selectSignal(selectReading);

  private readonly marked = computed((): Marked | null => {
    const reading = this.readings.reading();
    if (!reading || !(reading.profile.length > 0)) return null;
    return {
      curve: reading.curve,
      normal: reading.normal,
      profile: reading.profile,
      report: this.fairness.report(),
      listed: this.fairness.lumps()?.listed ?? [],
      crossings: this.selfCrossings.places(),
      meetings: this.ownMeetings(),
      units: this.editing.project()?.units ?? 'mm',
    };
  });

  private readonly ownMeetings = computed(() => {
    const [item] = this.editing.selection().items;
    return this.meetings.of(item ?? '').flatMap((meeting) => {
      if (isKnot(meeting)) return [];
      return [meeting.first, meeting.second].filter((place) => place.item === item).map((here) => ({ meeting, here }));
    });
  });

  /** Each kind is looked for only where somebody wants it. */
  private readonly ofKind = new Map<MarkKind, Signal<readonly CurveMark[]>>(
    MARK_KINDS.map((kind) => [
      kind,
      computed(() => {
        const marked = this.marked();
        const marksOf = this.kernel.functions()?.marksOf;
        return marked && marksOf ? marksOf(kind, marked, this.readings.isResting(marked.curve)) : NONE;
      }),
    ]),
  );

  /** Those that are switched on; of very many lumps those that are listed, and the one that was gone to. */
  readonly shown = computed((): readonly CurveMark[] => {
    const current = this.current();
    return this.settings()
      .marks.flatMap((kind) => this.of(kind))
      .filter(({ rank }) => rank === null || rank <= MOST_LISTED || rank === current);
  });

  /** The number of the lump that was gone to in the list, from 1; null without one. */
  readonly current = computed((): number | null => {
    const lump = this.tour.current();
    return lump && (this.marked()?.listed.indexOf(lump) ?? -1) + 1;
  });

  /** Where the read curve bends tighter than the limit. */
  readonly tooTight = computed((): readonly CurveStretch[] => {
    const { limit } = this.settings();
    const profile = this.marked()?.profile;
    const stretches = this.kernel.functions()?.curvatureStretches;
    return limit !== null && profile && stretches ? stretches(profile, 'above', 1 / limit) : [];
  });

  of(kind: MarkKind): readonly CurveMark[] {
    return this.ofKind.get(kind)?.() ?? NONE;
  }
}
