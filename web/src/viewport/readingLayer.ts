import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { distance, type Vector3 } from '@pencil-bend/core';
import {
  CurveMarks,
  Editing,
  FairestGhost,
  FairingChoice,
  Joints,
  LumpTour,
  Meetings,
  MirrorCheck,
  Readings,
} from '../session';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { levelShown, meetingInWords } from '../view/meeting';
import { isSeen, toPixel, type Viewport } from '../view/viewport';
import { apart } from './apart';
import { curvePath } from './handleMarks';
import { marksShown, stretchPath } from './markOverlay';

/** A larger circle is a line to the eye, in pixels. */
const LARGEST_CIRCLE = 20_000;
/** So many levels of meetings are written on the sheet: more hide it. */
const MOST_LEVELS = 300;
/** In mm. */
const SAME_PLACE = 1e-3;

/** What is read off curves, marked on the sheet: it only shows, and never takes the pointer from a handle. */
@Component({
  selector: 'svg:g[pbReadingLayer]',
  templateUrl: './readingLayer.html',
  styleUrl: './readingLayer.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingLayer {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly curveMarks = inject(CurveMarks);
  private readonly choice = inject(FairingChoice);
  private readonly fairestGhost = inject(FairestGhost);
  private readonly tour = inject(LumpTour);
  private readonly joints = inject(Joints);
  private readonly meetings = inject(Meetings);
  private readonly mirrorCheck = inject(MirrorCheck);
  readonly viewport = input.required<Viewport>();
  private readonly readingSettings = this.store.selectSignal(selectReading);
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  /** What is marked on the read curve. */
  protected readonly marks = computed(() => {
    const curve = this.readings.curve();
    // With the report open every meeting has its level on the sheet.
    const marks = this.curveMarks
      .shown()
      .filter(({ kind, at }) => kind !== 'meeting' || (!this.meetings.isReported() && !this.isJoint(at)));
    return curve ? marksShown(marks, curve, this.viewport()) : [];
  });
  /** Where the read curve bends tighter than the limit. */
  protected readonly tooTight = computed(() => {
    const curve = this.readings.curve();
    const stretches = this.curveMarks.tooTight();
    return curve ? stretches.map(({ from, to }) => stretchPath(curve, [from, to], this.viewport())) : [];
  });
  /** The fairest curve near the one in hand, with how rough that is beside it. */
  protected readonly fairest = computed(() => {
    const near = this.fairestGhost.shown();
    if (!near) return null;
    const text = near.roughness === null ? '' : `roughness ${near.roughness.toPrecision(2)}`;
    return { ...this.pixel(near.at), text, isFar: near.isFar, path: curvePath(near.curve, this.viewport()) };
  });
  /** The stretch of the read curve that is in hand. */
  protected readonly stretch = computed(() => {
    const stretch = this.choice.stretch();
    const curve = this.readings.curve();
    return stretch && curve ? stretchPath(curve, [stretch.from, stretch.to], this.viewport()) : null;
  });
  /** The circle of curvature at the shared cursor. */
  protected readonly circle = computed(() => {
    const at = this.readings.atCursor();
    if (!at?.centre || !this.readingSettings().circle) return null;
    const { x, y } = this.pixel(at.centre);
    const r = 1 / (Math.abs(at.kappa) * this.viewport().scale);
    return r < LARGEST_CIRCLE ? { x, y, r } : null;
  });
  /** Where curves meet, with the level reached, while all of them are listed. */
  protected readonly levels = computed(() => {
    if (!this.meetings.isReported()) return [];
    const viewport = this.viewport();
    const seen = this.meetings.all().filter(({ at }) => isSeen(viewport, at) && !this.isJoint(at));
    // What has the lowest level is written where there is no room for all.
    const levels = seen
      .map(({ at, figures }) => ({ ...this.pixel(at), level: figures.level, text: levelShown(figures) }))
      .sort((a, b) => a.level - b.level)
      .slice(0, MOST_LEVELS);
    const legible = apart(levels, 26, 15);
    return levels.map((each) => ({ ...each, text: legible.has(each) ? each.text : '' }));
  });
  /** How the read curve goes on into its other half. */
  protected readonly mirrored = computed(() => {
    const meeting = this.mirrorCheck.meeting();
    return (
      meeting && {
        ...this.pixel(meeting.at),
        text: levelShown(meeting.figures),
        label: meetingInWords(meeting.figures, this.units()),
      }
    );
  });
  protected readonly met = computed(() => {
    const meeting = this.meetings.current();
    return meeting && this.pixel(meeting.at);
  });
  /** The number of the lump that was gone to. */
  protected readonly current = this.curveMarks.current;
  /** The points that cause it. */
  protected readonly causes = computed(() => this.tour.causes().map((at) => this.pixel(at)));

  /** Where a joint has its own mark, with the level that is wanted. */
  private isJoint(at: Vector3): boolean {
    return this.joints.all().some((each) => distance(each.at, at) < SAME_PLACE);
  }

  private pixel(at: readonly [number, number, number]): { x: number; y: number } {
    const [x, y] = toPixel(this.viewport(), at);
    return { x, y };
  }
}
