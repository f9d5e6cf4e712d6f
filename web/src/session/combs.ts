import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  automaticScale,
  controlBox,
  type CurvatureComb,
  curvatureComb,
  type CurvatureProfile,
  vectorAt,
} from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectComb } from '../state/selectors';
import { curveNormal } from '../view/curveNormal';
import { isRead, curveReading, type CurveReading } from '../view/curveReading';
import type { ShownItem } from '../view/shownItem';
import { isSeen } from '../view/viewport';
import { Editing } from './editing';
import { Joints } from './joints';
import { LossyPreview } from './lossyPreview';
import { MirrorCheck } from './mirrorCheck';
import { Readings } from './readings';
import { ShownItems } from './shownItems';
import { Target } from './target';
import { ToolView } from './toolView';
import { Viewports } from './viewports';

/** A comb over a curve. */
export interface CombOf {
  /** Null for a curve that is being made. */
  readonly id: Id | null;
  readonly comb: CurvatureComb;
  readonly profile: CurvatureProfile;
  /** Of a curve that is not there yet: only its outline is drawn. */
  readonly isGhost?: boolean;
}

/** The comb is this share of the curves' size high, or of the view's where that is smaller; its longest teeth more. */
const HEIGHT = 0.13;
const MOST_HEIGHT = 0.32;
/** Of several curves a tiny circle must not cover the others. */
const MOST_OF_SEVERAL = 0.2;
/** View and drag have come to rest when nothing has changed for so long. */
const REST_MS = 180;
/** So many teeth in all: with more the combs of hundreds of curves cost more than anybody sees of them. */
const MOST_TEETH = 8000;
/** Of a short curve beside long ones at least so many. */
const LEAST_TEETH = 4;
/** So many curves are read at once, and with every move of a drag. */
const FEW = 8;
/** So long at a time more of them are read for their combs, in ms, so that the page goes on meanwhile. */
const SLICE_MS = 12;

/** The combs: over which curves, on one scale for all of them, with how many teeth each. */
@Injectable()
export class Combs {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly lossy = inject(LossyPreview);
  private readonly mirrorCheck = inject(MirrorCheck);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly toolView = inject(ToolView);
  private readonly viewports = inject(Viewports);
  private readonly settings = this.store.selectSignal(selectComb);

  /** Which curves carry one; null for all that are shown. */
  private readonly wanted = computed((): ReadonlySet<Id> | null => {
    const { items } = this.editing.selection();
    const { of } = this.settings();
    if (of === 'selected') return new Set([...items, ...this.joints.chain()]);
    if (of === 'all') return null;
    const project = this.editing.project();
    const layers = new Set(items.map((id) => project?.items[id]?.layer));
    if (items.length === 0) layers.add(this.target.layer());
    return new Set(project?.itemOrder.filter((id) => layers.has(project.items[id].layer)));
  });
  private readonly isOfTool = computed(() => this.toolView.reads() === 'preview');
  private readonly isWanted = ({ id, curve }: ShownItem): boolean => curve !== null && (this.wanted()?.has(id) ?? true);
  /** Goes up with every slice of curves that were read. */
  private readonly slices = signal(0);

  private readonly wantedAtRest = computed(() => this.shown.kept().filter(this.isWanted));
  /** Many curves that were not read yet: they are read in slices, and carry their combs once all have been. */
  private readonly unread = computed((): readonly ShownItem[] => {
    this.slices();
    if (!this.settings().shown) return [];
    const unread = this.wantedAtRest().filter(
      (shown) => shown.curve && !isRead(shown.curve, this.readings.normalOf(shown)),
    );
    return unread.length > FEW ? unread : [];
  });

  /** Readings of the curves that rest. */
  private readonly resting = computed(() => {
    if (!this.settings().shown || this.unread().length > 0) return [];
    return this.shown
      .resting()
      .filter(this.isWanted)
      .flatMap((shown) => {
        const reading = this.read(shown);
        return reading ? [{ id: shown.id, reading }] : [];
      });
  });
  private readonly moving = computed(() => {
    if (!this.settings().shown) return [];
    // With each move of a drag; of many curves that go together the first ones carry combs.
    return this.shown
      .inHand()
      .filter((shown) => shown.curve !== null && (shown.made ? this.isOfTool() : this.isWanted(shown)))
      .slice(0, FEW)
      .flatMap((shown) => {
        if (!shown.curve) return [];
        const reading = curveReading(shown.curve, this.readings.normalOf(shown), false);
        return [{ id: shown.made ? null : shown.id, reading }];
      });
  });
  /** Of what a step that is being priced would leave. */
  private readonly offered = computed((): readonly CurveReading[] => {
    if (!this.settings().shown) return [];
    const project = this.editing.project();
    return (this.lossy.offer()?.curves ?? [])
      .filter(({ item }) => this.wanted()?.has(item) ?? true)
      .slice(0, FEW)
      .map(({ item, before, after }) =>
        curveReading(after, curveNormal(project, project?.items[item].plane ?? null, before), false),
      );
  });
  /** Readings of the other halves that a mirror check shows. */
  private readonly ghosts = computed(() =>
    this.settings().shown ? this.mirrorCheck.ghosts().map(({ reading }) => reading) : [],
  );
  /** The scale is found for these: the curves as they are kept, so that it rests in a drag. */
  private readonly scaled = computed((): readonly CurveReading[] => {
    if (this.isOfTool() && this.settings().of === 'selected') return this.moving().map(({ reading }) => reading);
    return this.unread().length > 0 ? [] : this.wantedAtRest().flatMap((shown) => this.read(shown) ?? []);
  });
  /** What the combs are over: a scale that was found for something else does not hold. */
  private readonly subject = computed(() => {
    const { of } = this.settings();
    if (of !== 'selected') return of;
    return this.isOfTool() ? 'preview' : [...this.editing.selection().items, ...this.joints.chain()].join();
  });
  private readonly rested = signal<{ readonly subject: string; readonly scale: number } | null>(null);
  private readonly automatic = computed(() => {
    const rested = this.rested();
    return rested?.subject === this.subject() ? rested.scale : this.scaleNow();
  });

  /** Height of a comb in mm for each 1/mm. */
  readonly scale = computed(() => this.settings().scale ?? this.automatic());

  /** Lengths of the curves that count: as they are kept, so that teeth stay where they are in a drag. */
  private readonly lengths = computed(() => this.scaled().map(({ profile }) => profile.length));
  /** Teeth for each mm of a curve: the longest curve has as many as set, and all together not too many. */
  private readonly teethPerMm = computed(() => {
    const longest = Math.max(0, ...this.lengths());
    return longest > 0 ? (this.thinning() * this.settings().teeth) / longest : 0;
  });
  /** The share of the wanted teeth that is drawn: less than 1 where there are too many curves. */
  readonly thinning = computed(() => {
    const longest = Math.max(0, ...this.lengths());
    const total = this.lengths().reduce((sum, length) => sum + length, 0);
    return longest > 0 ? Math.min(1, (MOST_TEETH * longest) / (this.settings().teeth * total)) : 1;
  });

  /** The combs of curves that rest: the same array as long as a drag goes on. */
  readonly restingCombs = computed(() => this.resting().flatMap(({ id, reading }) => this.combOf(id, reading)));
  /** The combs of curves in hand, and of the other halves of a mirror check. */
  readonly movingCombs = computed(() => [
    ...this.moving().flatMap(({ id, reading }) => this.combOf(id, reading)),
    ...this.ghosts().flatMap((reading) => this.combOf(null, reading)),
    ...this.offered().flatMap((reading) => this.combOf(null, reading).map((comb) => ({ ...comb, isGhost: true }))),
  ]);

  constructor() {
    effect((onCleanup) => {
      const subject = this.subject();
      this.viewports.viewport();
      if (this.scaled().length === 0) return this.rested.set(null);
      const settle = () => this.rested.set({ subject, scale: untracked(() => this.scaleNow()) });
      if (untracked(this.rested)?.subject !== subject) return settle();
      const timer = setTimeout(settle, REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
    effect((onCleanup) => {
      const unread = this.unread();
      if (unread.length === 0) return;
      const timer = setTimeout(() => {
        const start = performance.now();
        for (const shown of unread) {
          this.read(shown);
          if (performance.now() - start > SLICE_MS) break;
        }
        this.slices.update((count) => count + 1);
      });
      onCleanup(() => clearTimeout(timer));
    });
  }

  private read(shown: ShownItem): CurveReading | null {
    return shown.curve && curveReading(shown.curve, this.readings.normalOf(shown), true);
  }

  private combOf(id: Id | null, { curve, profile }: CurveReading): CombOf[] {
    if (!(profile.length > 0)) return [];
    const teeth = Math.max(LEAST_TEETH, Math.round(this.teethPerMm() * profile.length));
    return [{ id, profile, comb: curvatureComb(curve, profile, teeth, this.scale(), this.most()) }];
  }

  /** A scale for the parts of the curves that are seen. */
  private scaleNow(): number {
    const readings = this.scaled();
    if (readings.length === 0) return 1;
    let [least, largest] = [
      [Infinity, Infinity, Infinity],
      [-Infinity, -Infinity, -Infinity],
    ];
    for (const { curve } of readings) {
      const box = controlBox(curve);
      least = least.map((x, c) => Math.min(x, box.least[c]));
      largest = largest.map((x, c) => Math.max(x, box.largest[c]));
    }
    const viewport = this.viewports.viewport();
    const seen = viewport.scale * Math.min(viewport.width, viewport.height);
    const size = Math.min(Math.hypot(...largest.map((x, c) => x - least[c])), seen > 0 ? seen : Infinity);
    const profiles = readings.map(({ profile }) => profile);
    return automaticScale(profiles, HEIGHT * size, (i, number) =>
      isSeen(viewport, vectorAt(profiles[number].points, i)),
    );
  }

  /** Teeth longer than this, in mm, are cut: a comb does not leave the sheet. */
  private readonly most = computed(() => {
    const { width, height, scale } = this.viewports.viewport();
    const share = this.scaled().length > 1 ? MOST_OF_SEVERAL : MOST_HEIGHT;
    return width > 0 && height > 0 ? share * Math.min(width, height) * scale : Infinity;
  });
}
