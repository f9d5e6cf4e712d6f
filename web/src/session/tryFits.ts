import { computed, inject, Injectable, signal } from '@angular/core';
import {
  type Curve,
  type Deviation,
  evaluate,
  packCurve,
  packVectors,
  unpackCurve,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import type { FitMethod, TriedFit } from '@pencil-bend/core/changing';
import {
  type CommandCall,
  controlRecipe,
  type FitRecipe,
  fitPointsOf,
  fitRecipe,
  isClosed,
  isFree,
  type Id,
  newPointSet,
  NOTHING,
  type Recipe,
  type Selection,
  selectionOf,
} from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { explain } from '../api/projectsApi';
import { newId } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectDrawing } from '../state/selectors';
import { FitWorkService } from '../work/fitWorkService';
import type { ShareOfWork } from '../work/jobs';
import { fitFailureInWords } from '../view/fitWords';
import { placesShown } from '../view/pointSets';
import { Editing } from './editing';
import { PointSets } from './pointSets';
import { ShownItems } from './shownItems';
import { Target } from './target';

/** The ways to fit that are tried, in the order in which they stand side by side. */
export const TRIED = [
  'faded',
  'chord',
  'centripetal',
  'foley-nielson',
  'uniform',
  'elastica',
  'fairest',
  'euler-spiral',
  'smoothing',
  'fewest',
  'control',
] as const satisfies readonly FitMethod[];

/** Points that fits are tried of. */
export interface TriedPoints {
  /** Packed x y z, in mm. */
  readonly points: Float64Array;
  readonly closed: boolean;
  /** What they are called: that of the curve or set that they are of. */
  readonly name: string;
  /** The curve through them, which a fit that is taken takes the place of; null where they are of no curve. */
  readonly curve: Id | null;
  readonly layer: Id;
  readonly plane: Id;
  /** At so many of them something is held, which no fit keeps. */
  readonly held: number;
}

export type FitState =
  | { readonly state: 'waiting' }
  | { readonly state: 'running'; readonly share: number | null }
  | { readonly state: 'done'; readonly fit: TriedFit }
  | { readonly state: 'failed'; readonly why: string };

/** Two fits that lie over each other on the sheet, with the deviation between them once it is known. */
export interface Laid {
  readonly first: Curve | null;
  readonly second: Curve | null;
  readonly apart: { readonly max: number; readonly at: Vector3 } | null;
}

/** So many points are tried at most. */
const MOST_POINTS = 5000;
const FEWEST = 3;
/** The tolerance to begin with, as a share of how far the points reach. */
const FIRST_TOLERANCE = 1 / 400;

/** The same points fitted by several methods, side by side. */
@Injectable()
export class TryFits {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly pointSets = inject(PointSets);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly work = inject(FitWorkService);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  /** Goes up with every set of points. */
  private run = 0;
  /** What each method was last asked. */
  private readonly asked = new Map<FitMethod, object>();
  /** What was selected when they were opened. */
  private before: Selection = NOTHING;

  /** What is tried; null while nothing is. */
  readonly of = signal<TriedPoints | null>(null);
  readonly tolerance = signal(0.1);
  /** Of bending against stretching: a share of the median chord. */
  readonly stiffness = signal(0.25);
  readonly fits = signal<Readonly<Partial<Record<FitMethod, FitState>>>>({});
  /** What lies on the sheet: the first, and the second over it. */
  readonly first = signal<FitMethod | null>(null);
  readonly second = signal<FitMethod | null>(null);
  private readonly deviation = signal<{ readonly of: string; readonly deviation: Deviation } | null>(null);
  readonly isBusy = computed(() =>
    Object.values(this.fits()).some((each) => each.state === 'waiting' || each.state === 'running'),
  );

  readonly laid = computed((): Laid => {
    const [first, second] = [this.curveOf(this.first()), this.curveOf(this.second())];
    const found = this.deviation();
    const apart = first && second && found?.of === this.pair() ? found.deviation : null;
    return { first, second, apart: apart && first && { max: apart.max, at: evaluate(first, apart.u) } };
  });

  /** Tries the points of what is selected; what has none is told. */
  open(): void {
    const points = this.selectedPoints();
    if (typeof points === 'string') return this.editing.notify(points);
    this.of.set(points);
    this.before = this.editing.selection();
    // Its handles would lie over the fits.
    this.editing.select(NOTHING);
    this.first.set('faded');
    this.second.set('elastica');
    this.tolerance.set(firstTolerance(points.points));
    this.fits.set({});
    this.run++;
    this.ask(TRIED);
  }

  close(): void {
    this.stop();
    if (this.editing.selection().items.length === 0) this.editing.select(this.before);
    this.of.set(null);
    this.fits.set({});
  }

  /** What is not there yet is given up. */
  stop(): void {
    this.run++;
    if (this.isBusy()) this.work.giveUp();
    const left = Object.entries(this.fits()).filter(([, { state }]) => state === 'done' || state === 'failed');
    this.fits.set(Object.fromEntries(left));
  }

  setTolerance(mm: number): void {
    this.tolerance.set(mm);
    this.ask(['smoothing', 'fewest']);
  }

  setStiffness(share: number): void {
    this.stiffness.set(share);
    this.ask(['elastica']);
  }

  /** Lays a fit on the sheet, over the one that lies there; again, and it is taken off. */
  lay(method: FitMethod): void {
    if (this.first() === method) {
      this.first.set(this.second());
      this.second.set(null);
    } else if (this.second() === method) this.second.set(null);
    else if (this.first() === null) this.first.set(method);
    else this.second.set(method);
    this.compare();
  }

  /** Makes a fit the curve; its points stay, beside it where it does not pass them as points of its own. */
  async take(method: FitMethod): Promise<void> {
    const [of, state] = [this.of(), this.fits()[method]];
    if (!of || state?.state !== 'done') return;
    const { fit } = state;
    const recipe = recipeOf(fit, of, this.tolerance());
    const keeps = recipe.kind === 'fit' || of.curve === null;
    try {
      const points = keeps ? undefined : await this.setBeside(of);
      const item = of.curve ?? newId();
      const { layer, plane } = of;
      const args = { item, layer, plane, how: fit.made, recipe, ...(points && { points }) };
      if (!this.editing.do({ command: 'takeFit', args } as CommandCall)) return;
      this.close();
      this.editing.select(selectionOf([item]));
    } catch (error) {
      this.editing.notify(`the points were not kept, and nothing was changed: ${explain(error).why}`);
    }
  }

  private async setBeside({ points, name }: TriedPoints) {
    const { id: project } = this.drawing();
    if (!project) return undefined;
    const content = await this.pointSets.keep(project, points.slice());
    const layer = this.layerOfPoints() ?? newId();
    return { id: newId(), layer, layerName: LAYER, name: `Points of ${name}`, pointSet: newPointSet(content, points) };
  }

  /** The layer that earlier points went to. */
  private layerOfPoints(): Id | null {
    const layers = Object.entries(this.editing.project()?.layers ?? {});
    return layers.find(([, { name, reference }]) => name === LAYER && reference)?.[0] ?? null;
  }

  private curveOf(method: FitMethod | null): Curve | null {
    const state = method && this.fits()[method];
    return state?.state === 'done' ? state.fit.curve : null;
  }

  private readonly pair = computed(() => `${this.first()} ${this.second()} ${this.tolerance()} ${this.stiffness()}`);

  private ask(methods: readonly FitMethod[]): void {
    const of = this.of();
    if (!of) return;
    for (const method of methods) void this.tryOne(of, method);
  }

  private async tryOne(of: TriedPoints, method: FitMethod): Promise<void> {
    const [run, tolerance, stiffness] = [this.run, this.tolerance(), this.stiffness()];
    // Asked anew with another setting, the earlier one of the same method is left out; the other methods go on.
    const asking = {};
    this.asked.set(method, asking);
    const isWanted = () => this.run === run && this.asked.get(method) === asking;
    const tell = (state: FitState) => this.fits.update((all) => ({ ...all, [method]: state }));
    tell({ state: 'waiting' });
    const asked = () => {
      tell({ state: 'running', share: null });
      return { points: of.points.slice(), method, options: { closed: of.closed, tolerance, stiffness } };
    };
    try {
      const onProgress = (step: object) => tell({ state: 'running', share: (step as ShareOfWork).share });
      const outcome = await this.work.ask('try-fit', asked, { isWanted, onProgress });
      if (!isWanted() || outcome.kind === 'given-up') return;
      const { answer } = outcome;
      tell(
        answer.ok
          ? { state: 'done', fit: { ...answer.value, curve: unpackCurve(answer.value.curve) } }
          : { state: 'failed', why: fitFailureInWords(answer.failure) },
      );
      if (method === this.first() || method === this.second()) this.compare();
    } catch (error) {
      if (isWanted()) tell({ state: 'failed', why: error instanceof Error ? error.message : String(error) });
    }
  }

  /** How far the two that lie over each other are apart. */
  private compare(): void {
    const { first, second } = this.laid();
    const pair = this.pair();
    if (!first || !second || this.deviation()?.of === pair) return;
    const isWanted = () => this.pair() === pair;
    const asked = () => ({ first: packCurve(first), second: packCurve(second) });
    void this.work.ask('deviation', asked, { isWanted }).then(
      (outcome) => {
        if (outcome.kind === 'answered' && isWanted()) this.deviation.set({ of: pair, deviation: outcome.answer });
      },
      () => undefined,
    );
  }

  private selectedPoints(): TriedPoints | string {
    const { items } = this.editing.selection();
    const project = this.editing.project();
    if (!project || items.length === 0) return 'select a curve through points, points, or a measured set first';
    const [first] = items;
    const item = project.items[first];
    const base = { layer: this.target.layer(), plane: this.target.planeId(), closed: false, curve: null, held: 0 };
    if (items.every((id) => project.items[id].kind === 'point')) {
      const places = items.map((id) => project.items[id]).flatMap((each) => (each.kind === 'point' ? [each.at] : []));
      if (places.length < FEWEST) return `${FEWEST} points are needed, not ${places.length}`;
      return { ...base, points: packVectors(places), name: `${places.length} points` };
    }
    if (items.length > 1) return 'this is done to one curve or measured set: select it alone';
    if (item.kind === 'pointSet') {
      const shown = this.shown.all().find(({ id }) => id === first);
      const points = shown && placesShown(shown);
      if (!points) return `the points of ${item.name} are not here yet`;
      if (points.length / 3 < FEWEST) return `${FEWEST} points are needed, not ${points.length / 3}`;
      if (points.length / 3 > MOST_POINTS) {
        return `${item.name} shows ${(points.length / 3).toLocaleString('en')} points; ${MOST_POINTS.toLocaleString('en')} can be tried: show fewer of them on its card`;
      }
      return { ...base, points, name: item.name, layer: this.target.layer(), plane: item.plane };
    }
    const recipe = item.kind === 'curve' ? this.editing.recipeOf(first) : null;
    if (!recipe || item.kind !== 'curve') return `${item.name} has no points to try`;
    const fit = isFree(recipe) ? fitPointsOf(recipe) : [];
    if (fit.length < FEWEST)
      return `${item.name} goes through no points: draw through points, or select a measured set`;
    const held = fit.filter(({ kink, tangent, tangents, radius }) => kink ?? tangent ?? tangents ?? radius).length;
    const points = packVectors(fit.map(({ at }) => at));
    const { layer, plane, name } = item;
    return { points, closed: isClosed(recipe), name, curve: first, layer, plane, held };
  }
}

/** The layer that the points of fits go to. */
const LAYER = 'Points of fits';

/** A round tolerance, in proportion to how far points reach. */
function firstTolerance(points: Float64Array): number {
  let size = 0;
  for (let c = 0; c < 3; c++) {
    const along = points.filter((_, i) => i % 3 === c);
    size = Math.max(size, Math.max(...along) - Math.min(...along));
  }
  return Number((FIRST_TOLERANCE * size || 0.1).toPrecision(1));
}

/** The curve of a fit in the designer's own terms: through its points, near them, or by control points. */
function recipeOf({ curve, made, spacing }: TriedFit, { points, closed }: TriedPoints, tolerance: number): Recipe {
  const through: FitRecipe = fitRecipe(
    Array.from({ length: points.length / 3 }, (_, i) => ({ id: `p${i + 1}`, at: vectorAt(points, i) })),
    closed,
  );
  switch (made) {
    case 'uniform':
    case 'chord':
    case 'centripetal':
    case 'foley-nielson':
    case 'faded':
      return { ...through, parameterisation: made };
    case 'fewest': {
      const { parameters = [], knots = [], smoothing } = spacing ?? {};
      const near = {
        within: tolerance,
        parameters: [...parameters],
        knots: [...knots],
        ...(smoothing && { smoothing }),
      };
      return { ...through, near };
    }
    default:
      return controlRecipe(curve, (i) => `c${i + 1}`);
  }
}
