import { inject } from '@angular/core';
import { packCurve } from '@pencil-bend/core';
import { FAIRING_ENERGIES, LUMP, type ToleranceBracket } from '@pencil-bend/core/reading';
import {
  type CommandCall,
  controlRecipe,
  type FreeRecipe,
  type Id,
  plainRecipe,
  refitted,
} from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { toleranceInWords } from '../ui/length';
import type { ShapeFigures } from '../work/figuresTogether';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { fairOptions, ironOptions } from './fairOptions';
import { type Gain, LossyPreview, type Offer, type OfferNotes, type Price } from './lossyPreview';
import { type Asked, type Made, mostOf, type Refitted, tolerancesOf } from './refitAsked';
import type { FairTarget, IronTarget, OneWayTarget, PullTarget, RefitTarget } from './refitTarget';
import { StepLoader } from './stepLoader';

/** A curve through points stays one where that leaves it as fair as this, as a share of how fair it can be. */
const AS_FAIR = 1.05;

/** Offers curves that were made anew, as recipes, with their price and what else there is to say of them. */
export class RefitOffers {
  private readonly editing = inject(Editing);
  private readonly loader = inject(StepLoader);
  private readonly lossy = inject(LossyPreview);
  private readonly readingWork = inject(ReadingWorkService);
  private readonly settings = inject<Store<BenchState>>(Store).selectSignal(selectReading);

  /** `again` is called to make a curve within another tolerance. */
  constructor(private readonly again: (item: Id, target: RefitTarget) => void) {}

  /** Offers a curve in place of the one that is there. */
  async offer(asked: Asked, { curve: made, notes = {} }: Made): Promise<void> {
    const { item, target, isCurrent } = asked;
    await this.loader.load();
    if (!isCurrent()) return;
    if (!keepsItsLayout(target)) {
      const offer = await this.tried(target, [[item, controlRecipe(made, (i) => `c${i + 1}`)]], false, isCurrent);
      if (offer) this.lossy.settle({ ...offer, notes });
      return;
    }
    // What was found within a wider tolerance is offered within that.
    const within = target.kind === 'oneWay' && notes.widened ? { ...target, tolerance: notes.widened.to } : target;
    const offer = await this.offerInStep([{ ...asked, after: made }], within, notes, isCurrent);
    if (!offer || target.kind === 'pull' || target.kind === 'oneWay') return;
    const isEven = target.kind !== 'fair' || Object.keys(target.own).length === 0;
    if (isEven && offer.gain.after.largest >= LUMP) await this.findEnough({ ...asked, target });
    if (target.kind === 'fair' && isCurrent()) await this.compareEnergies({ ...asked, target }, offer.gain.after);
  }

  /** Offers curves whose control points have moved: through their fit points where that loses nothing. */
  async offerInStep(
    changed: readonly Refitted[],
    target: KeepsItsLayout,
    notes: OfferNotes,
    isCurrent: () => boolean,
  ): Promise<Priced | null> {
    const tolerance = 'tolerance' in target ? mostOf(target) : Infinity;
    const all = changed.map(({ project, item, after }) => {
      const old = project.items[item];
      if (old.kind !== 'curve') throw new Error(`${item} is no curve`);
      return { item, ...refitted(plainRecipe(project, old), after) };
    });
    const asFixed = all.map(({ item, fixed }) => [item, fixed] as const);
    const held = await this.tried(target, asFixed, true, isCurrent);
    if (!held) return null;
    if (held.price.deviation.bound > tolerance) {
      this.lossy.refuse(`it does not stay within ${this.inWords(tolerance)} with all that is held in it`);
      return null;
    }
    // What is pulled is to be so: laid anew through its points it would be another curve.
    const mayLive = target.kind !== 'pull' && target.kind !== 'oneWay' && all.some(({ live }) => live !== null);
    const asLive = all.map(({ item, fixed, live }) => [item, live ?? fixed] as const);
    const again = mayLive ? await this.tried(target, asLive, false, isCurrent) : null;
    if (!isCurrent()) return null;
    const isLive = again !== null && isAsGood(again, held, tolerance);
    const offer = isLive ? again : held;
    const isThrough = all.some(({ live }) => live !== null);
    this.lossy.settle({ ...offer, notes: { ...notes, ...(isThrough && { spacing: isLive ? 'live' : 'held' }) } });
    return offer;
  }

  /** Recipes in place of those that are there, with their price; null where that is refused, or given up. */
  private async tried(
    target: RefitTarget,
    recipes: readonly (readonly [Id, FreeRecipe])[],
    inStep: boolean,
    isCurrent: () => boolean,
  ): Promise<Priced | null> {
    const tolerance = 'tolerance' in target ? { tolerance: target.tolerance } : {};
    const most = 'own' in target && mostOf(target) > target.tolerance ? { most: mostOf(target) } : {};
    const [first, ...also] = recipes.map(([item, recipe]) => ({
      item,
      how: target.kind,
      ...tolerance,
      ...most,
      recipe,
    }));
    const call: CommandCall = { command: 'refit', args: { ...first, ...(also.length > 0 && { also }) } };
    const offer = this.lossy.attempted(call);
    const priced = offer && (await this.lossy.priced(offer, inStep));
    return isCurrent() ? priced : null;
  }

  /** Lumps are left: which tolerance would take them out. It was tried, and is taken by one click. */
  private async findEnough({ project, item, curve, target, isCurrent }: Asked<FairTarget | IronTarget>): Promise<void> {
    const isWanted = isCurrent;
    const { tolerance } = target;
    const outcome =
      target.kind === 'iron'
        ? await this.readingWork.ask(
            'ironing-tolerance',
            () => ({ curve: packCurve(curve), wrinkle: target.stretch, options: ironOptions(project, item, curve) }),
            { isWanted },
          )
        : await this.readingWork.ask(
            'fairing-tolerance',
            () => ({ curve: packCurve(curve), tolerance, options: fairOptions(project, item, curve, target) }),
            { isWanted },
          );
    if (outcome.kind !== 'answered' || !isCurrent()) return;
    const found: ToleranceBracket | null = outcome.answer;
    const take = (within: number) => this.again(item, { ...target, tolerance: within });
    if (found?.enough === 0) return;
    const enough = found ? { tolerance: found.enough, take: () => take(found.enough) } : null;
    this.lossy.note({ enough });
  }

  /** What the other energies would come to, one after the other. */
  private async compareEnergies({ project, item, curve, target, isCurrent }: Asked<FairTarget>, own: ShapeFigures) {
    this.lossy.note({ byEnergy: { [target.energy]: own } });
    const { least } = this.settings();
    for (const energy of FAIRING_ENERGIES.filter((each) => each !== target.energy)) {
      const asked = () => ({
        curve: packCurve(curve),
        tolerance: tolerancesOf(curve, target),
        options: fairOptions(project, item, curve, { ...target, energy }),
        least,
      });
      const outcome = await this.readingWork.ask('fair-figures', asked, { rank: 5, isWanted: isCurrent });
      if (outcome.kind !== 'answered' || !isCurrent()) return;
      this.lossy.note({ byEnergy: { ...this.lossy.offer()?.notes.byEnergy, [energy]: outcome.answer } });
    }
  }

  private inWords(mm: number): string {
    return toleranceInWords(mm, this.editing.project()?.units ?? 'mm');
  }
}

type KeepsItsLayout = FairTarget | IronTarget | OneWayTarget | PullTarget;

/** Its control points move, and are the same otherwise. */
const keepsItsLayout = (target: RefitTarget): target is KeepsItsLayout =>
  ['fair', 'iron', 'oneWay', 'pull'].includes(target.kind);

/** Whether a curve through points again is as good as one whose spacing is held. */
const isAsGood = (live: Priced, held: Priced, tolerance: number): boolean =>
  live.price.deviation.certified &&
  live.price.deviation.bound <= tolerance &&
  live.gain.after.lumps <= held.gain.after.lumps &&
  live.gain.after.fairness <= AS_FAIR * held.gain.after.fairness;

type Priced = Offer & { readonly price: Price; readonly gain: Gain };
