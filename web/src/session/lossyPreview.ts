import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import {
  arcLength,
  type CurvatureChange,
  type Curve,
  type Deviation,
  evaluate,
  lengthAt,
  packCurve,
  type Vector3,
} from '@pencil-bend/core';
import type { FairingEnergy, PulledProfile } from '@pencil-bend/core/reading';
import type { StandIn } from '@pencil-bend/exchange';
import {
  type CommandCall,
  type Id,
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
import { selectProject, selectReading, selectSelection } from '../state/selectors';
import { curveNormal } from '../view/curveNormal';
import { figuresTogether, type ShapeFigures } from '../work/figuresTogether';
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

/** What a command makes of the shape. */
export interface Gain {
  readonly before: ShapeFigures;
  readonly after: ShapeFigures;
}

/** A curve as it is, and as a command would leave it. */
export interface Changed {
  readonly item: Id;
  readonly name: string;
  readonly before: Curve;
  readonly after: Curve;
}

/** A command that waits for a decision, with the curves it would leave: mostly one. */
export interface Offer {
  /** Null while it is being made: its curves are about what will come, or how far it has come. */
  readonly call: CommandCall | null;
  readonly title: StepTitle;
  readonly curves: readonly Changed[];
  /** Null until they are computed. */
  readonly price: Price | null;
  readonly gain: Gain | null;
  readonly notes: OfferNotes;
}

/** What else there is to say of an offer. */
export interface OfferNotes {
  /** What becomes of the spacing of a curve through points. */
  readonly spacing?: 'live' | 'held';
  /** The control points that ironing moves, counted from 1, and how many there are. */
  readonly moved?: { readonly points: readonly number[]; readonly of: number };
  /** What fairing comes to by each energy that can be chosen, as far as it is known. */
  readonly byEnergy?: Readonly<Partial<Record<FairingEnergy, ShapeFigures>>>;
  /** Where more room would help most: control points, with the share of the variation that goes for half as much again. */
  readonly room?: readonly { readonly index: number; readonly at: Vector3; readonly gain: number }[];
  /** Within the tolerance asked for nothing was found: it is within another one, which was tried. */
  readonly widened?: { readonly from: number; readonly to: number };
  /** The curvature that was wished for along a stretch, and what came of it. */
  readonly pulled?: { readonly profile: PulledProfile; readonly isAtLimit: boolean };
  /** What stands for the curve: its parts, and where its curvature jumps. */
  readonly standIn?: StandIn;
  /** Lumps are left: a tolerance in mm that was tried and leaves none. Null where none was found that does. */
  readonly enough?: { readonly tolerance: number; readonly take: () => void } | null;
}

/** What is being computed, in words, and how to take it as far as it has come, where that can be. */
export interface Busy {
  readonly words: string;
  /** Of a refit which kind, as its step will tell. */
  readonly how: string | null;
  readonly takeNow: (() => void) | null;
}

/**
 * Where the price of every lossy step is asked. The command is done on the side, its curve is the ghost, and a worker
 * compares the two; nothing is changed before it is applied, and any other change of the drawing ends the offer.
 */
@Injectable()
export class LossyPreview {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly selection = this.store.selectSignal(selectSelection);
  private readonly reading = this.store.selectSignal(selectReading);
  private readonly work = inject(HeavyWorkService);
  private readonly loader = inject(StepLoader);
  readonly offer = signal<Offer | null>(null);
  /** Null when nothing is computed. */
  readonly busy = signal<Busy | null>(null);
  /** The drawing that the offer is made on. */
  private base: Project | null = null;
  /** What is selected as long as the question is asked. */
  private asking: readonly Id[] = [];
  /** Goes up with every question. */
  private question = 0;
  /** What is made is applied as soon as it is there. */
  private isTaken = false;

  /** Which kind of refit is asked about; null for any other step, or none. */
  readonly how = computed((): string | null => {
    const title = this.offer()?.title;
    return (title?.command === 'refit' ? title.how : null) ?? this.busy()?.how ?? null;
  });

  constructor() {
    effect(() => {
      if (this.project() !== this.base) untracked(() => this.leave());
    });
    // With something else selected the question is no longer asked.
    effect(() => {
      const selected = this.selection().items;
      untracked(() => {
        if (selected.join() !== this.asking.join()) this.leave();
      });
    });
  }

  /** Asks what a command would cost. */
  ask(call: CommandCall): void {
    this.leave();
    const offer = this.attempted(call);
    if (!offer) return;
    const isCurrent = this.begin(offer.curves[0].item, 'Measuring');
    this.offer.set(offer);
    this.priced(offer).then(
      (priced) => {
        if (isCurrent() && priced) this.settle(priced);
      },
      (error: unknown) => this.failed(error),
    );
  }

  /** A question about a curve begins, and any other ends: what is given back says whether it is still asked. */
  begin(item: Id, words: string, how: string | null = null): () => boolean {
    if (this.busy()) this.work.cancel();
    const { items } = this.selection();
    [this.base, this.asking] = [this.project(), items.length > 1 ? items : [item]];
    // Asked anew in another way, what was offered stays in sight until it is replaced; it is applied no longer.
    const isSame = how !== null && this.how() === how;
    this.offer.update((offer) => (isSame && offer ? { ...offer, call: null } : null));
    this.busy.set({ words, how, takeNow: null });
    const question = ++this.question;
    return () => this.question === question;
  }

  /** What will come, as far as it is known. */
  showComing(
    coming: Pick<Offer, 'title' | 'curves' | 'gain'> & Partial<Pick<Offer, 'notes'>>,
    takeNow: Busy['takeNow'] = null,
  ): void {
    this.offer.set({ notes: {}, ...coming, call: null, price: null });
    this.busy.update((busy) => busy && { ...busy, takeNow });
  }

  /** What was made is offered; it is applied at once where that was asked for meanwhile. */
  settle(offer: Offer): void {
    this.busy.set(null);
    this.offer.set(offer);
    if (this.isTaken) this.apply();
  }

  /** There is more to say of what is offered. */
  note(notes: OfferNotes): void {
    this.offer.update((offer) => offer && { ...offer, notes: { ...offer.notes, ...notes } });
  }

  apply(): void {
    const call = this.offer()?.call;
    if (!call) {
      this.isTaken = this.busy() !== null;
      return;
    }
    this.loader.whenReady(() => this.store.dispatch(drawingActions.commandCalled({ call, stamp: newStamp() })));
    this.leave();
  }

  leave(): void {
    if (this.busy() !== null) this.work.cancel();
    this.question++;
    this.offer.set(null);
    this.busy.set(null);
    this.base = null;
    this.asking = [];
    this.isTaken = false;
  }

  /** The question cannot be answered: why is said. */
  refuse(message: string): void {
    this.leave();
    this.store.dispatch(drawingActions.noticeGiven({ message }));
  }

  /** What went wrong in the worker is said; nothing is offered. */
  failed(error: unknown): void {
    this.refuse(error instanceof Error ? error.message : String(error));
  }

  /** The command done on the side, without its price; what cannot be done is said. */
  attempted(call: CommandCall): Offer | null {
    const project = this.project();
    if (!project || !('item' in call.args)) return null;
    const attempted = steps().attempt(project, call);
    if (!attempted.ok) {
      this.refuse(attempted.failure);
      return null;
    }
    const also = 'also' in call.args ? (call.args.also ?? []) : [];
    const curves = [call.args, ...also].flatMap(({ item }): Changed[] => {
      const before = wholeCurve(project, item);
      const after = wholeCurve(attempted.value.project, item);
      return before && after ? [{ item, name: project.items[item].name, before, after }] : [];
    });
    if (curves.length === 0) return null;
    return { call, title: attempted.value.title, curves, price: null, gain: null, notes: {} };
  }

  /** With its price, from the worker, one curve after the other; null where it was stopped. */
  async priced(offer: Offer, inStep = false): Promise<(Offer & { price: Price; gain: Gain }) | null> {
    const project = this.project();
    const prices: Price[] = [];
    const gains: Gain[] = [];
    for (const { item, name, before, after } of offer.curves) {
      const asked = {
        first: packCurve(before),
        second: packCurve(after),
        inStep,
        normal: curveNormal(project, project?.items[item].plane ?? null, before),
        least: this.reading().least,
      };
      const outcome = await this.work.run('price', asked);
      if (outcome.kind !== 'answered') return null;
      const { deviation, change, ...gain } = outcome.answer;
      const { u } = deviation;
      prices.push({ deviation, change, name, at: evaluate(before, u), s: lengthAt(arcLength(before), u) });
      gains.push(gain);
    }
    const [before, after] = (['before', 'after'] as const).map((which) => figuresTogether(gains.map((g) => g[which])));
    return { ...offer, price: prices.reduce(worse), gain: { before, after } };
  }
}

/** The curve of an item, without what corners take of it; null of what is none. */
export function wholeCurve(project: Project, id: Id): Curve | null {
  const item = project.items[id];
  const resolved = item?.kind === 'curve' ? resolveRecipe(plainRecipe(project, item)) : null;
  return resolved?.ok ? resolved.value.curve : null;
}

/** The price of two together: the one that moves more, with the larger change of curvature. */
function worse(a: Price, b: Price): Price {
  const [more, less] = b.deviation.max > a.deviation.max ? [b, a] : [a, b];
  const change = less.change.max > more.change.max ? less.change : more.change;
  const certified = a.deviation.certified && b.deviation.certified;
  const bound = Math.max(a.deviation.bound, b.deviation.bound);
  return { ...more, change, deviation: { ...more.deviation, bound, certified } };
}
