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
  attempt,
  controlRecipe,
  type Id,
  type CommandCall,
  plainRecipe,
  type Project,
  resolveRecipe,
  type StepTitle,
} from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { drawingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectProject, selectSelectedItem } from '../state/selectors';
import { HeavyWorkService } from '../work/heavyWorkService';

/** What a command would cost: how far the curve moves, where, and how its curvature changes. */
export interface Price {
  readonly deviation: Deviation;
  readonly change: CurvatureChange;
  /** The place of the largest deviation on the curve as it is, and its length from the start. */
  readonly at: Vector3;
  readonly s: number;
}

/** A command that waits for a decision, with the curve it would leave. */
export interface Offer {
  readonly call: CommandCall;
  readonly title: StepTitle;
  readonly before: Curve;
  readonly after: Curve;
  /** Null until it is computed. */
  readonly price: Price | null;
}

/** How a curve is fitted anew. */
export type RefitTarget =
  | { readonly kind: 'lighten'; readonly tolerance: number }
  | { readonly kind: 'relay'; readonly count: number; readonly degree: number };

/** What is said while it is computed. */
const BUSY = { lighten: 'Looking for the lightest curve', relay: 'RelayTarget the curve anew' } as const;

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
  readonly offer = signal<Offer | null>(null);
  /** What is being computed, in words; null when nothing is. */
  readonly busy = signal<string | null>(null);
  /** The drawing that the offer is made on. */
  private base: Project | null = null;

  constructor() {
    effect(() => {
      if (this.project() !== this.base) untracked(() => this.leave());
    });
    // With another selection the question is no longer asked.
    effect(() => {
      this.selected();
      untracked(() => this.leave());
    });
  }

  /** Asks what a command would cost. */
  ask(call: CommandCall): void {
    this.leave();
    const offer = this.prepared(call);
    if (!offer) return;
    this.offer.set(offer);
    this.busy.set('Measuring');
    const asked = { first: packCurve(offer.before), second: packCurve(offer.after) };
    this.work.run('price', asked).then(
      (outcome) => {
        if (this.offer() !== offer) return;
        this.busy.set(null);
        if (outcome.kind === 'answered') this.offer.set({ ...offer, price: priced(offer.before, outcome.answer) });
      },
      (error: unknown) => this.failed(error),
    );
  }

  /** Fits a curve anew, in the worker, and offers what comes of it. */
  refit(item: Id, target: RefitTarget): void {
    this.leave();
    const before = this.curveOf(item);
    if (!before) return;
    this.busy.set(BUSY[target.kind]);
    this.base = this.project();
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
        const offer = this.prepared({ command: 'refit', args: { item, how: target.kind, recipe } });
        if (offer) this.offer.set({ ...offer, price: priced(before, { deviation, change }) });
      },
      (error: unknown) => this.failed(error),
    );
  }

  apply(): void {
    const offer = this.offer();
    if (offer) this.store.dispatch(drawingActions.commandCalled({ call: offer.call, stamp: newStamp() }));
    this.leave();
  }

  leave(): void {
    if (this.busy() !== null) this.work.cancel();
    this.offer.set(null);
    this.busy.set(null);
    this.base = null;
  }

  /** The command done on the side; what cannot be done is said. */
  private prepared(call: CommandCall): Offer | null {
    const project = this.project();
    if (!project || !('item' in call.args)) return null;
    const { item } = call.args;
    const attempted = attempt(project, call);
    const before = this.curveOf(item);
    if (!attempted.ok) {
      this.say(attempted.failure);
      return null;
    }
    const after = curveIn(attempted.value.project, item);
    if (!before || !after) return null;
    this.base = project;
    return { call, title: attempted.value.title, before, after, price: null };
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

function priced(before: Curve, price: Pick<Price, 'deviation' | 'change'>): Price {
  const { u } = price.deviation;
  return { ...price, at: evaluate(before, u), s: lengthAt(arcLength(before), u) };
}
