import { ToolView } from './toolView';
import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  type ArcLength,
  arcLength,
  automaticScale,
  controlBox,
  type Curve,
  curvatureAt,
  curvatureComb,
  distance,
  evaluate,
  lengthAt,
  liesAlong,
  normalOf,
  parameterAt,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { type Id, type Project, resolveRecipe } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectComb } from '../state/selectors';
import { curveReading, type CurveReading } from '../view/curveReading';
import { Editing } from './editing';
import { ShownItems } from './shownItems';
import type { ShownItem } from '../view/shownItem';
import { isSeen } from '../view/viewport';
import { Target } from './target';
import { Viewports } from './viewports';

/** What is seen at the shared cursor of sheet and graph. */
export interface CursorReading {
  readonly s: number;
  readonly at: Vector3;
  readonly kappa: number;
}

/** A curve leaves its plane where it is farther from it than this, in mm. */
const FLAT = 1e-6;
/** The comb is this share of the curve's size high, or of the view's where that is smaller; its longest teeth more. */
const COMB_HEIGHT = 0.13;
const COMB_MOST = 0.32;
/** View and drag have come to rest when nothing has changed for so long. */
const REST_MS = 180;

/** What is read off the curves as they are this instant. */
@Injectable()
export class Readings {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly viewports = inject(Viewports);
  private readonly settings = this.store.selectSignal(selectComb);

  /** Length along the read curve at the pointer, on the sheet or on the graph; null when it is elsewhere. */
  readonly cursor = signal<number | null>(null);

  /** The selected curve as it is kept, whatever a drag does. */
  readonly keptCurve = computed((): Curve | null => {
    const [item] = this.editing.selection().items;
    const recipe = item ? this.editing.recipeOf(item) : null;
    const resolved = recipe && resolveRecipe(recipe);
    return resolved?.ok ? resolved.value.curve : null;
  });

  /** The curve whose comb and graph are shown: the one being made, else the selected one. */
  readonly curve = computed(() =>
    this.toolView.reads() === 'preview' ? this.shown.drawing() : (this.shown.selected()?.curve ?? null),
  );

  /** The normal that gives its curvature its sign; null for a curve that leaves its plane. */
  readonly normal = computed(
    (): Vector3 | null => {
      const item = this.toolView.reads() === 'preview' ? null : this.shown.selected()?.item;
      return normalAlong(this.curve(), item?.plane ?? null, this.target);
    },
    { equal: (a, b) => a?.join() === b?.join() },
  );

  /** The reading of that curve. */
  readonly reading = computed((): CurveReading | null => {
    const curve = this.curve();
    return curve && curveReading(curve, this.normal(), this.isResting(curve));
  });

  private readonly measured = computed((): ArcLength | null => {
    const curve = this.curve();
    return curve && arcLength(curve);
  });

  /** The comb is scaled to what is seen of this: the kept curve, so that it does not rescale under a drag. */
  private readonly scaled = computed(
    () => (this.toolView.reads() === 'selection' && this.keptCurve()) || this.curve() || null,
  );
  /** What the comb is over: the selected item, or what is being made. */
  private readonly subject = computed(() =>
    this.toolView.reads() === 'preview' ? 'preview' : (this.editing.selection().items.at(0) ?? null),
  );
  /** The automatic scale since view and drag last came to rest, and what it is for. */
  private readonly rested = signal<{ readonly subject: Id | null; readonly scale: number } | null>(null);
  private readonly automaticScale = computed(() => {
    const rested = this.rested();
    return rested?.subject === this.subject() ? rested.scale : this.scaleNow();
  });

  constructor() {
    effect((onCleanup) => {
      const subject = this.subject();
      this.scaled();
      this.viewports.viewport();
      const settle = () => this.rested.set({ subject, scale: untracked(() => this.scaleNow()) });
      if (untracked(this.rested)?.subject !== subject) return settle();
      const timer = setTimeout(settle, REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  /** A scale for the part of the curve that is seen. */
  private scaleNow(): number {
    const curve = this.scaled();
    if (!curve) return 1;
    const { profile } = curveReading(curve, this.normal(), this.isResting(curve));
    const { least, largest } = controlBox(curve);
    const viewport = this.viewports.viewport();
    const seen = viewport.scale * Math.min(viewport.width, viewport.height);
    const size = Math.min(distance(least, largest), seen > 0 ? seen : Infinity);
    return automaticScale([profile], COMB_HEIGHT * size, (i) => isSeen(viewport, vectorAt(profile.points, i)));
  }

  /** Height of the comb in mm for each 1/mm. */
  readonly combScale = computed(() => this.settings().scale ?? this.automaticScale());

  readonly comb = computed(() => {
    const { shown, teeth } = this.settings();
    const reading = this.reading();
    if (!shown || !reading || !(reading.profile.length > 0)) return null;
    const { curve, profile } = reading;
    return { profile, comb: curvatureComb(curve, profile, teeth, this.combScale(), this.combMost()) };
  });

  /** Teeth longer than this, in mm, are cut: a comb does not leave the sheet. */
  private readonly combMost = computed(() => {
    const { width, height, scale } = this.viewports.viewport();
    return width > 0 && height > 0 ? COMB_MOST * Math.min(width, height) * scale : Infinity;
  });

  /** The parameter at the shared cursor; null when it is elsewhere. */
  readonly cursorParameter = computed((): number | null => {
    const s = this.cursor();
    const measured = s === null ? null : this.measured();
    return s === null || !measured ? null : parameterAt(measured, Math.min(measured.total, Math.max(0, s)));
  });

  readonly atCursor = computed((): CursorReading | null => {
    const s = this.cursor();
    const u = this.cursorParameter();
    const curve = this.curve();
    if (s === null || u === null || !curve) return null;
    return { s, at: evaluate(curve, u), kappa: curvatureAt(curve, u, this.normal()).kappa };
  });

  /** The readings of items, each by its id: of those that are no shown curves none. */
  of(ids: readonly Id[]): ReadonlyMap<Id, CurveReading> {
    const wanted = new Set(ids);
    return new Map(
      this.shown.all().flatMap((each) => {
        const { id, curve } = each;
        if (!curve || !wanted.has(id)) return [];
        return [[id, curveReading(curve, this.normalOf(each), this.isResting(curve))]];
      }),
    );
  }

  /** Puts the shared cursor at a parameter of the read curve. */
  pointAt(u: number | null): void {
    // While there is no cursor nothing is measured for it.
    const measured = u === null ? null : this.measured();
    this.cursor.set(u === null || !measured ? null : lengthAt(measured, u));
  }

  /** The normal that gives the curvature of a shown curve its sign; null for one that leaves its plane. */
  normalOf({ curve, item }: ShownItem): Vector3 | null {
    return normalAlong(curve, item.plane, this.target);
  }

  isResting(curve: Curve): boolean {
    return !this.shown.inHand().some((each) => each.curve === curve);
  }
}

/** The normal of the plane that a curve lies along; null for one that leaves it. */
function normalAlong(curve: Curve | null, plane: keyof Project['planes'] | null, target: Target): Vector3 | null {
  const its = target.planeOf(plane);
  return curve && liesAlong(its, curve, FLAT) ? normalOf(its) : null;
}
