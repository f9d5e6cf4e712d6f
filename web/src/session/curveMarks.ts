import { computed, inject, Injectable, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { CurveStretch, Lump } from '@pencil-bend/core/reading';
import { MARK_KINDS, type MarkKind } from '../api/savedView';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import type { CurveMark, Marked } from '../view/curveMarks';
import { isKnot } from '../view/meeting';
import { Editing } from './editing';
import { Fairness } from './fairness';
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

  /** Those that are switched on. */
  readonly shown = computed((): readonly CurveMark[] => this.settings().marks.flatMap((kind) => this.of(kind)));

  /** Where the read curve bends tighter than the limit. */
  readonly tooTight = computed((): readonly CurveStretch[] => {
    const { limit } = this.settings();
    const profile = this.marked()?.profile;
    const stretches = this.kernel.functions()?.curvatureStretches;
    return limit !== null && profile && stretches ? stretches(profile, 'above', 1 / limit) : [];
  });

  /** The number of a lump in the list, from 1; 0 where it is not listed. */
  rankOf(lump: Lump): number {
    return (this.marked()?.listed.indexOf(lump) ?? -1) + 1;
  }

  of(kind: MarkKind): readonly CurveMark[] {
    return this.ofKind.get(kind)?.() ?? NONE;
  }
}
