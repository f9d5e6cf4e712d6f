import { computed, DestroyRef, effect, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { type Curve, type Deviation, packCurve, packVectors } from '@pencil-bend/core';
import { isShown, plainItem, type Project, projectBefore } from '@pencil-bend/document';
import { firstValueFrom } from 'rxjs';
import { explain, ProjectsApi } from '../../api/projectsApi';
import type { Reference } from '../../api/savedView';
import type { BenchState } from '../../state/reducers';
import { selectDrawing, selectReading, selectStacks } from '../../state/selectors';
import type { ComparisonFigures } from '../../work/comparison';
import { reversed } from '../../view/run';
import { placesOf } from '../../view/pointSets';
import { isCurve, type ShownItem, shownItem } from '../../view/shownItem';
import { ReadingWorkService } from '../../work/readingWorkService';
import {
  type DeviationOnSheet,
  DeviationShown,
  Editing,
  MirrorCheck,
  ReadingKernel,
  Readings,
  ShownItems,
} from '../../session';

/** What the read curve is compared with, as it is this instant. */
export type Compared =
  | { readonly kind: 'curve'; readonly name: string; readonly curve: Curve }
  | { readonly kind: 'points'; readonly name: string; readonly points: Float64Array }
  /** There is nothing; in the user's words why. */
  | { readonly kind: 'nothing'; readonly why: string };

/** A stage that could not be had when it was asked for. */
interface Failed {
  readonly reference: Reference;
  readonly why: string;
}

/** How far each of many points lies off. */
interface OfAll {
  readonly curve: Curve;
  readonly points: Float64Array;
  readonly tolerance: number;
  readonly figures: ComparisonFigures;
}

interface Proof {
  readonly curve: Curve;
  readonly reference: Curve;
  readonly deviation: Deviation;
}

/** The curve is read at so many places, with every move of a drag at fewer. */
const INTERVALS = { resting: 200, moving: 60 } as const;
/** So many points are looked at with every move of a drag, and at once where it rests; the worker looks at all. */
const POINTS = { resting: 2000, moving: 100 } as const;
/** The curve has come to rest when nothing has changed for so long. */
const REST_MS = 200;

/** How far the read curve lies from what it is compared with; it shows it on the sheet as long as it is there. */
@Injectable()
export class Comparison {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly api = inject(ProjectsApi);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly mirrorCheck = inject(MirrorCheck);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly worker = inject(ReadingWorkService);
  private readonly reading = this.store.selectSignal(selectReading);
  private readonly settings = computed(() => this.reading().comparison);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  private readonly stacks = this.store.selectSignal(selectStacks);
  private readonly stages = signal<ReadonlyMap<string, Project | Failed>>(new Map());
  private readonly proof = signal<Proof | null>(null);
  private readonly ofAll = signal<OfAll | null>(null);

  /** What counts as near enough, in mm. */
  readonly tolerance = computed(() => this.settings().tolerance ?? this.editing.project()?.tolerance ?? 0.01);

  /** The drawing as it was, where that is compared with; null where it is not, or has not come. */
  readonly then = computed((): Project | null => {
    const { reference } = this.settings();
    if (reference.kind === 'before') {
      const project = this.editing.project();
      return project && projectBefore(project, this.stacks(), reference.step);
    }
    const stage = reference.kind === 'stage' ? this.stages().get(reference.stage) : undefined;
    return stage && !('why' in stage) ? stage : null;
  });

  readonly compared = computed((): Compared => {
    const { mirrored, reference } = this.settings();
    const found = this.found();
    if (found.kind !== 'curve' || !mirrored || reference.kind === 'mirror') return found;
    return { ...found, name: `${found.name}, mirrored`, curve: this.mirrorCheck.ghostOf(found.curve) };
  });

  private readonly onSheet = computed((): DeviationOnSheet | null => {
    const curve = this.readings.curve();
    const figures = this.figures();
    const { mirrored, reference } = this.settings();
    const isElsewhere = mirrored || reference.kind === 'mirror' || this.then() !== null;
    if (!curve || !figures) return null;
    const elsewhere = isElsewhere ? this.reference() : null;
    return { curve, figures, elsewhere, scale: this.scale(), tolerance: this.tolerance() };
  });

  private readonly isResting = computed(() => {
    const curve = this.readings.curve();
    return curve !== null && this.readings.isResting(curve) && this.shown.inHand().length === 0;
  });

  /** The reference, the way round that the curve runs; null where it is no curve. */
  readonly reference = computed((): Curve | null => {
    const curve = this.readings.curve();
    const compared = this.compared();
    const runsAlike = this.kernel.functions()?.runsAlike;
    if (!curve || compared.kind !== 'curve' || !runsAlike) return null;
    return runsAlike(curve, compared.curve) ? compared.curve : reversed(compared.curve);
  });

  readonly figures = computed((): ComparisonFigures | null => {
    const curve = this.readings.curve();
    const compared = this.compared();
    const functions = this.kernel.functions();
    if (!curve || !functions) return null;
    const state = this.isResting() ? 'resting' : 'moving';
    if (compared.kind === 'points') {
      const whole = this.ofAll();
      if (whole?.curve === curve && whole.points === compared.points && whole.tolerance === this.tolerance()) {
        return whole.figures;
      }
      return functions.comparedWithPoints(curve, fewer(compared.points, POINTS[state]), this.tolerance());
    }
    const reference = this.reference();
    if (!reference) return null;
    return functions.comparedWithCurve(curve, reference, this.readings.normal(), this.tolerance(), INTERVALS[state]);
  });

  /** The largest deviation with its proof, of the curve as it is now; null while it is found out, and of points. */
  readonly proven = computed((): Deviation | null => {
    const proof = this.proof();
    return proof?.curve === this.readings.curve() && proof.reference === this.reference() ? proof.deviation : null;
  });

  /** So many times as long as they are deviations are drawn: it rests in a drag. */
  readonly scale = linkedSignal<{ readonly set: number | null; readonly resting: number | null }, number>({
    source: () => {
      const most = this.isResting() ? (this.figures()?.most.distance ?? 0) : null;
      return { set: this.settings().scale, resting: most && automatic(most, this.size()) };
    },
    computation: ({ set, resting }, before) => set ?? (resting || (before?.value ?? 1)),
  });

  private readonly size = computed(() => this.readings.reading()?.profile.length ?? 0);

  constructor() {
    const shown = inject(DeviationShown);
    shown.source.set(this.onSheet);
    inject(DestroyRef).onDestroy(() => shown.source.set(null));
    effect(() => {
      const { reference } = this.settings();
      const { id } = this.drawing();
      if (reference.kind !== 'stage' || !id) return;
      const known = this.stages().get(reference.stage);
      // What could not be had is asked for again once it is chosen again.
      if (!known || ('why' in known && known.reference !== reference)) void this.fetch(id, reference.stage, reference);
    });
    effect((onCleanup) => {
      const [curve, reference] = [this.readings.curve(), this.reference()];
      if (!curve || !reference || !this.isResting() || this.proven()) return;
      const timer = setTimeout(() => void this.prove(curve, reference), REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
    effect((onCleanup) => {
      const [curve, compared, tolerance] = [this.readings.curve(), this.compared(), this.tolerance()];
      if (!curve || compared.kind !== 'points' || compared.points.length / 3 <= POINTS.resting || !this.isResting())
        return;
      const timer = setTimeout(() => void this.lookAtAll(curve, compared.points, tolerance), REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  private found(): Compared {
    const { reference } = this.settings();
    const own = this.readings.curve();
    const [id, ...more] = this.editing.selection().items;
    if (!own) return nothing('Select a curve to see how far it lies from another.');
    const items = this.shown.all();
    if (reference.kind === 'selected') {
      const other = items.filter(isCurve).find((each) => more.includes(each.id));
      if (other) return { kind: 'curve', name: other.item.name, curve: other.curve };
      const chosen = items.filter((each) => more.includes(each.id));
      const points = pointsOf(chosen);
      if (points) return { kind: 'points', name: nameOf(chosen, points), points };
      return chosen.some(({ pointSet }) => pointSet)
        ? nothing(NOT_HERE)
        : nothing('Select a second curve, or points, with Shift; or choose what to compare with.');
    }
    if (reference.kind === 'mirror') {
      return { kind: 'curve', name: 'its mirror image', curve: this.mirrorCheck.ghostOf(own) };
    }
    if (reference.kind === 'points') {
      const layer = this.editing.project()?.layers[reference.layer]?.name ?? '';
      const points = pointsOf(items.filter(({ item }) => item.layer === reference.layer));
      if (!points) return nothing(`There are no points on the layer ${layer} now.`);
      return { kind: 'points', name: `points of ${layer}`, points };
    }
    if (reference.kind === 'item') {
      const other = items.find((each) => each.id === reference.item);
      const points = other?.pointSet && pointsOf([other]);
      if (points) return { kind: 'points', name: other.item.name, points };
      if (other?.pointSet) return nothing(NOT_HERE);
      if (!other || !isCurve(other)) return nothing('What it was compared with is hidden, or gone. Choose another.');
      if (reference.item === id) return nothing('This is what others are compared with. Select another curve.');
      return { kind: 'curve', name: other.item.name, curve: other.curve };
    }
    const then = this.then();
    if (!then) {
      if (reference.kind === 'before')
        return nothing('That step was taken back, or lies too far back. Choose what to compare with.');
      const stage = this.stages().get(reference.stage);
      return nothing(stage && 'why' in stage ? stage.why : 'The stage is coming.');
    }
    const item = Object.hasOwn(then.items, id) ? then.items[id] : null;
    const curve = item && isShown(then, item) ? shownItem(id, plainItem(then, item), then).curve : null;
    if (!curve) return nothing('This curve was not there then, or hidden.');
    return { kind: 'curve', name: 'as it was then', curve };
  }

  private async fetch(project: string, stage: string, reference: Reference): Promise<void> {
    const keep = (found: Project | Failed) => this.stages.update((known) => new Map(known).set(stage, found));
    try {
      keep(await firstValueFrom(this.api.stageDrawing(project, stage)));
    } catch (error) {
      keep({ reference, why: `The stage cannot be shown: ${explain(error).why}.` });
    }
  }

  private async lookAtAll(curve: Curve, points: Float64Array, tolerance: number): Promise<void> {
    const asked = () => ({ curve: packCurve(curve), points: points.slice(), tolerance });
    const isWanted = () => {
      const compared = this.compared();
      return this.readings.curve() === curve && compared.kind === 'points' && compared.points === points;
    };
    try {
      const outcome = await this.worker.ask('points-comparison', asked, { rank: 1, isWanted });
      if (outcome.kind === 'answered') this.ofAll.set({ curve, points, tolerance, figures: outcome.answer });
    } catch {
      // The worker cannot be had: what was read of some of the points stands, and says so.
    }
  }

  private async prove(curve: Curve, reference: Curve): Promise<void> {
    const asked = () => ({ first: packCurve(curve), second: packCurve(reference) });
    const isWanted = () => this.readings.curve() === curve && this.reference() === reference;
    try {
      const outcome = await this.worker.ask('deviation', asked, { rank: 1, isWanted });
      if (outcome.kind === 'answered') this.proof.set({ curve, reference, deviation: outcome.answer });
    } catch {
      // The worker cannot be had: what was read at many places stands, without its proof.
    }
  }
}

/** All points that items are, packed x y z: points of their own, and those of measured sets. Null for none. */
function pointsOf(items: readonly ShownItem[]): Float64Array | null {
  const own = packVectors(items.flatMap(({ at }) => (at ? [at] : [])));
  const sets = items.flatMap(({ pointSet, points }) => (pointSet && points ? [placesOf(pointSet, points)] : []));
  // One set is not copied: what is known of its points goes by their array.
  if (own.length === 0 && sets.length <= 1) return sets[0] ?? null;
  const all = new Float64Array(own.length + sets.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const each of [own, ...sets]) {
    all.set(each, at);
    at += each.length;
  }
  return all;
}

/** A set by its name, else points by their number. */
function nameOf([first, ...more]: readonly ShownItem[], points: Float64Array): string {
  return first.pointSet && more.length === 0 ? first.item.name : `${(points.length / 3).toLocaleString('en')} points`;
}

const NOT_HERE = 'The measured points are not here.';

const nothing = (why: string): Compared => ({ kind: 'nothing', why });

/** The longest line is about this share of the curve's length. */
const LONGEST = 0.12;
/** Lines are drawn at most so many times as long. */
const MOST = 1e5;

/** 1, 2 or 5 times a power of ten, so that the largest deviation is well seen; never smaller than it is. */
function automatic(most: number, size: number): number {
  const wanted = (LONGEST * size) / most;
  if (!(wanted > 1)) return 1;
  const power = 10 ** Math.floor(Math.log10(wanted));
  return Math.min(MOST, power * ([5, 2, 1].find((factor) => factor * power <= wanted) ?? 1));
}

/** Some of many points, spread over them all. */
function fewer(points: Float64Array, most: number): Float64Array {
  const count = points.length / 3;
  if (count <= most) return points;
  return Float64Array.from(
    { length: 3 * most },
    (_, i) => points[3 * Math.floor((Math.floor(i / 3) * count) / most) + (i % 3)],
  );
}
