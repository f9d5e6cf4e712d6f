import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import {
  type Curve,
  type CurvatureChange,
  arcLength,
  type Deviation,
  evaluate,
  lengthAt,
  packCurve,
  unpackCurve,
  type Vector3,
} from '@pencil-bend/core';
import {
  controlRecipe,
  type Id,
  type CommandCall,
  plainRecipe,
  type Project,
  resolveRecipe,
  type StepTitle,
  steps,
} from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { drawingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import { StepLoader } from './stepLoader';
import type { BenchState } from '../state/reducers';
import { selectProject, selectSelectedItem } from '../state/selectors';
import { HeavyWorkService } from '../work/heavyWorkService';

/** What a command would cost: how far the curve moves, where, and how its curvature changes. */
export interface Price {
  readonly deviation: Deviation;
  readonly change: CurvatureChange;
  /** The name of the curve that moves most, the place where it does, as it is, and its length from the start. */
  readonly name: string;
  readonly at: Vector3;
  readonly s: number;
}

/** A curve as it is, and as a command would leave it. */
export interface Changed {
  readonly name: string;
  readonly before: Curve;
  readonly after: Curve;
}

/** A command that waits for a decision, with the curves it would leave: mostly one. */
export interface Offer {
  readonly call: CommandCall;
  readonly title: StepTitle;
  readonly curves: readonly Changed[];
  /** Null until it is computed. */
  readonly price: Price | null;
}

/** How a curve is fitted anew. */
export type RefitTarget =
  | { readonly kind: 'lighten'; readonly tolerance: number }
  | { readonly kind: 'relay'; readonly count: number; readonly degree: number };

/** What is said while it is computed. */
const BUSY = { lighten: 'Looking for the lightest curve', relay: 'Laying the curve anew' } as const;

/**
 * Where the price of every lossy step is asked. The command is done on the side, its curve is the ghost, and a worker
 * compares the two; nothing is changed before it is applied, and any other change of the drawing ends the offer.
 */
@Injectable()
export class LossyPreview {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly selected = this.store.selectSignal(selectSelectedItem);
  private readonly work = inject(HeavyWorkService);
  private readonly loader = inject(StepLoader);
  readonly offer = signal<Offer | null>(null);
  /** What is being computed, in words; null when nothing is. */
  readonly busy = signal<string | null>(null);
  /** The drawing that the offer is made on. */
  private base: Project | null = null;
  /** The curve that it is about. */
  private item: Id | null = null;

  constructor() {
    effect(() => {
      if (this.project() !== this.base) untracked(() => this.leave());
    });
    // With another curve selected the question is no longer asked.
    effect(() => {
      const selected = this.selected();
      untracked(() => {
        if (selected === null || selected !== this.item) this.leave();
      });
    });
  }

  /** Asks what a command would cost. */
  ask(call: CommandCall): void {
    this.leave();
    const offer = this.prepared(call);
    if (!offer) return;
    this.offer.set(offer);
    this.busy.set('Measuring');
    this.measured(offer).then(
      (price) => {
        if (this.offer() !== offer) return;
        this.busy.set(null);
        if (price) this.offer.set({ ...offer, price });
      },
      (error: unknown) => this.failed(error),
    );
  }

  /** The price of an offer, in the worker, one curve after the other; null where it was stopped. */
  private async measured({ curves }: Offer): Promise<Price | null> {
    const prices: Price[] = [];
    for (const changed of curves) {
      const asked = { first: packCurve(changed.before), second: packCurve(changed.after) };
      const outcome = await this.work.run('price', asked);
      if (outcome.kind !== 'answered') return null;
      prices.push(priced(changed, outcome.answer));
    }
    return prices.length > 0 ? prices.reduce(worse) : null;
  }

  /** Fits a curve anew, in the worker, and offers what comes of it. */
  refit(item: Id, target: RefitTarget): void {
    this.leave();
    const before = this.curveOf(item);
    if (!before) return;
    this.busy.set(BUSY[target.kind]);
    this.base = this.project();
    this.item = item;
    const { base } = this;
    const curve = packCurve(before);
    const run =
      target.kind === 'lighten'
        ? this.work.run('lighten', { curve, tolerance: target.tolerance })
        : this.work.run('relay', { curve, target: { count: target.count }, options: { degree: target.degree } });
    run.then(
      (outcome) => {
        if (this.base !== base || outcome.kind !== 'answered') return;
        this.busy.set(null);
        const { answer } = outcome;
        if (!answer.ok) {
          const { controlPoints } = answer.failure;
          return this.say(`no curve of fewer than ${controlPoints} control points was found within the tolerance`);
        }
        const { deviation, change } = answer.value;
        const recipe = controlRecipe(unpackCurve(answer.value.curve), (i) => `c${i + 1}`);
        this.loader.whenReady(() => {
          const offer = this.prepared({ command: 'refit', args: { item, how: target.kind, recipe } });
          if (offer) this.offer.set({ ...offer, price: priced(offer.curves[0], { deviation, change }) });
        });
      },
      (error: unknown) => this.failed(error),
    );
  }

  apply(): void {
    const offer = this.offer();
    const done = ({ call }: Offer) => this.store.dispatch(drawingActions.commandCalled({ call, stamp: newStamp() }));
    if (offer) this.loader.whenReady(() => done(offer));
    this.leave();
  }

  leave(): void {
    if (this.busy() !== null) this.work.cancel();
    this.offer.set(null);
    this.busy.set(null);
    this.base = null;
    this.item = null;
  }

  /** The command done on the side; what cannot be done is said. */
  private prepared(call: CommandCall): Offer | null {
    const project = this.project();
    if (!project || !('item' in call.args)) return null;
    const attempted = steps().attempt(project, call);
    if (!attempted.ok) {
      this.say(attempted.failure);
      return null;
    }
    const also = 'also' in call.args ? (call.args.also ?? []) : [];
    const curves = [call.args, ...also].flatMap(({ item }): Changed[] => {
      const before = curveIn(project, item);
      const after = curveIn(attempted.value.project, item);
      return before && after ? [{ name: project.items[item].name, before, after }] : [];
    });
    if (curves.length === 0) return null;
    this.base = project;
    this.item = call.args.item;
    return { call, title: attempted.value.title, curves, price: null };
  }

  private curveOf(item: Id): Curve | null {
    const project = this.project();
    return project && curveIn(project, item);
  }

  /** What went wrong in the worker is said; nothing is offered. */
  private failed(error: unknown): void {
    this.leave();
    this.say(error instanceof Error ? error.message : String(error));
  }

  private say(message: string): void {
    this.store.dispatch(drawingActions.noticeGiven({ message }));
  }
}

function curveIn(project: Project, id: Id): Curve | null {
  const item = project.items[id];
  const resolved = item?.kind === 'curve' ? resolveRecipe(plainRecipe(project, item)) : null;
  return resolved?.ok ? resolved.value.curve : null;
}

function priced({ name, before }: Changed, price: Pick<Price, 'deviation' | 'change'>): Price {
  const { u } = price.deviation;
  return { ...price, name, at: evaluate(before, u), s: lengthAt(arcLength(before), u) };
}

/** The price of two together: the one that moves more, with the larger change of curvature. */
function worse(a: Price, b: Price): Price {
  const [more, less] = b.deviation.max > a.deviation.max ? [b, a] : [a, b];
  const change = less.change.max > more.change.max ? less.change : more.change;
  const certified = a.deviation.certified && b.deviation.certified;
  return { ...more, change, deviation: { ...more.deviation, certified } };
}
