import { inject } from '@angular/core';
import {
  controlPointsOf,
  type Curve,
  distinctOf,
  type Level,
  type Stretch,
  packCurve,
  unpackCurve,
  vectorAt,
} from '@pencil-bend/core';
import {
  type CurvaturePull,
  type FairPreview,
  fairPreview,
  FAIRING_ENERGIES,
  LUMP,
  type NotOneWay,
  pullCurvature,
  type StandsStill,
  type TooFewFree,
  type ToleranceBracket,
} from '@pencil-bend/core/reading';
import {
  type CommandCall,
  controlRecipe,
  type FreeRecipe,
  type Id,
  plainRecipe,
  type Project,
  refitted,
  type StepTitle,
} from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { toleranceInWords } from '../ui/length';
import { curveNormal } from '../view/curveNormal';
import { figuresTogether, type ShapeFigures } from '../work/figuresTogether';
import { HeavyWorkService } from '../work/heavyWorkService';
import { ReadingWorkService } from '../work/readingWorkService';
import type { JobProgress } from '../work/jobs';
import { LastAsked } from '../work/lastAsked';
import { shapeFigures } from '../work/shapeFigures';
import { endsThatStay, fairOptions, heldIn, ironOptions } from './fairOptions';
import { asItRuns, type Chain, chainOf, chainRefusal } from './fairedChain';
import { Editing } from './editing';
import {
  type Changed,
  type Gain,
  LossyPreview,
  type Offer,
  type OfferNotes,
  type Price,
  wholeCurve,
} from './lossyPreview';
import type { FairTarget, IronTarget, OneWayTarget, PullTarget, RefitTarget } from './refitTarget';
import { StepLoader } from './stepLoader';

/** What is said while it is computed. */
const BUSY: Readonly<Record<RefitTarget['kind'], string>> = {
  lighten: 'Looking for the lightest curve',
  relay: 'Laying the curve anew',
  fair: 'Fairing',
  iron: 'Ironing',
  pull: 'Pulling the curvature',
  oneWay: 'Looking for a curve whose curvature goes one way',
};
/** A curve through points stays one where that leaves it as fair as this, as a share of how fair it can be. */
const AS_FAIR = 1.05;
/** Half as much room again is what gains are told for. */
const MORE = 0.5;
/** Points where it gains less are not marked, and no more than so many are. */
const LEAST_GAIN = 0.005;
const MOST_MARKED = 3;
/** A pull that comes to its wish but for this share came near. */
const NEAR_WISH = 0.05;
/** And whose graph lies off by no more than this share of the change. */
const NEAR_GRAPH = 0.25;
/** The figures of curves of more control points are not read while the pointer moves. */
const MOST_AT_ONCE = 60;

/** A curve that is fitted anew, as it was when that began. */
interface AskedCurve {
  readonly project: Project;
  readonly item: Id;
  readonly curve: Curve;
}

/** The same with what became of it. */
interface Refitted extends AskedCurve {
  readonly after: Curve;
}

interface Asked<Target extends RefitTarget = RefitTarget> extends AskedCurve {
  readonly target: Target;
  /** Whether it is still wanted. */
  readonly isCurrent: () => boolean;
}

/** What the worker made of a curve. */
interface Made {
  readonly curve: Curve;
  readonly notes?: OfferNotes;
}

/** Does what `Refits` is asked. */
export class RefitRuns {
  private readonly editing = inject(Editing);
  private readonly loader = inject(StepLoader);
  private readonly lossy = inject(LossyPreview);
  private readonly readingWork = inject(ReadingWorkService);
  private readonly settings = inject<Store<BenchState>>(Store).selectSignal(selectReading);
  private readonly work = inject(HeavyWorkService);

  async refit(item: Id, target: RefitTarget): Promise<void> {
    const asked = this.asked(item, target);
    if (!asked) return;
    try {
      const made = await this.made(asked);
      if (made && asked.isCurrent()) await this.offer(asked, made);
    } catch (error) {
      if (asked.isCurrent()) this.lossy.failed(error);
    }
  }

  /** The last preview: the next begins there. */
  private ghost: FairPreview | null = null;

  preview(item: Id, target: FairTarget): void {
    const asked = this.asked(item, target);
    if (!asked) return;
    const { project, curve } = asked;
    const { energy: _, ...options } = fairOptions(project, item, curve, target);
    this.ghost = fairPreview(curve, tolerancesOf(curve, target), { ...options, near: this.ghost });
    const after = this.ghost.curve;
    // The marks of where more room helps stay while one of them is drawn.
    const { room } = this.lossy.offer()?.notes ?? {};
    this.lossy.showComing({ ...this.coming([{ ...asked, after }], target), notes: { ...(room && { room }) } });
  }

  /** Fairs curves that meet end to end as one, each joint at its level. */
  async fairRun(items: readonly Id[], target: FairTarget): Promise<void> {
    this.looks.drop();
    const project = this.editing.project();
    const chain = project && chainOf(project, items, target);
    if (typeof chain === 'string') return this.lossy.refuse(chain);
    if (chain) {
      await this.runFaired(chain, target, (changed, isCurrent) => this.offerInStep(changed, target, {}, isCurrent));
    }
  }

  private readonly looks = new LastAsked();

  /** Shows what fairing a run comes to while its tolerance is slid, as fast as the worker finds it; false for no run. */
  previewRun(items: readonly Id[], target: FairTarget): boolean {
    const project = this.editing.project();
    const chain = project && chainOf(project, items, target);
    if (!chain || typeof chain === 'string') return false;
    const goesOn = this.lossy.how() === 'fair';
    this.looks.ask(async () => {
      // What was left while it waited is not asked again.
      if (goesOn && this.lossy.how() !== 'fair') return;
      await this.runFaired(chain, target, (changed) => this.lossy.showComing(this.coming(changed, target)));
    });
    return true;
  }

  /** What was made goes to `show`, while it is still wanted. */
  private async runFaired(
    { links, project, options }: Chain,
    target: FairTarget,
    show: (changed: readonly Refitted[], isCurrent: () => boolean) => unknown,
  ): Promise<void> {
    const isCurrent = this.lossy.begin(links[0].item, BUSY.fair, 'fair');
    const back = (curves: readonly Float64Array[]): readonly Refitted[] =>
      links.map((link, i) => ({ project, item: link.item, curve: link.curve, after: asItRuns(link, curves[i]) }));
    const onProgress = (step: JobProgress): void => {
      if (!isCurrent() || !('curves' in step)) return;
      const now = back(step.curves);
      const takeNow = () => {
        this.work.cancel();
        void this.offerInStep(now, target, {}, isCurrent);
      };
      this.lossy.showComing(this.coming(now, target), takeNow);
    };
    try {
      const curves = links.map(({ ahead }) => packCurve(ahead));
      const outcome = await this.work.run('fair-chain', { curves, tolerance: target.tolerance, options }, onProgress);
      if (outcome.kind !== 'answered' || !isCurrent()) return;
      if (!outcome.answer.ok) return this.lossy.refuse(chainRefusal(outcome.answer.failure, links, project));
      await this.loader.load();
      if (isCurrent()) await show(back(outcome.answer.value.curves), isCurrent);
    } catch (error) {
      if (isCurrent()) this.lossy.failed(error);
    }
  }

  /** Of a pull that goes on, the last that came near its wish. */
  private good: { readonly of: Curve; readonly from: Stretch; readonly pull: CurvaturePull } | null = null;

  /** Shows what pulling the curvature of a stretch comes to; offers it once the pull is over. */
  async pull(item: Id, target: PullTarget, isOver: boolean): Promise<void> {
    const asked = this.asked(item, target);
    if (!asked) return;
    const { project, curve, isCurrent } = asked;
    const { normal, ...held } = heldIn(project, item, curve, 2, 2);
    if (!normal) return this.lossy.refuse('it leaves its plane, and its curvature has no sign to be pulled by');
    const { wish, stretch, rides } = target;
    const found = pullCurvature(curve, wish, { normal, ...stretch, ...held, rides });
    if (!found.ok) return this.lossy.refuse(pullRefusal(found.failure));
    const known = this.good?.of === curve && this.good.from === stretch ? this.good.pull : null;
    // Where the ends allow no more, the last that came near stays.
    const { share, off } = found.value;
    const isNear = wish.kind !== 'drag' || (Math.abs(share - 1) <= NEAR_WISH && off <= NEAR_GRAPH);
    if (isNear || !known) this.good = { of: curve, from: stretch, pull: found.value };
    const pull = isNear ? found.value : (known ?? found.value);
    const changed = [{ ...asked, after: pull.curve }];
    const notes: OfferNotes = { pulled: { profile: pull.profile, isAtLimit: !isNear } };
    if (!isOver) return this.lossy.showComing({ ...this.coming(changed, target), notes });
    this.good = null;
    try {
      await this.loader.load();
      if (isCurrent()) await this.offerInStep(changed, target, notes, isCurrent);
    } catch (error) {
      if (isCurrent()) this.lossy.failed(error);
    }
  }

  private asked<Target extends RefitTarget>(item: Id, target: Target): Asked<Target> | null {
    this.looks.drop();
    const project = this.editing.project();
    const curve = project && wholeCurve(project, item);
    if (!project || !curve) return null;
    const isCurrent = this.lossy.begin(item, BUSY[target.kind], target.kind);
    return { project, item, curve, target, isCurrent };
  }

  /** Curves that are not there yet, with their figures where they can be had at once. */
  private coming(changed: readonly Refitted[], target: FairTarget | PullTarget) {
    const [{ project }] = changed;
    const names = changed.map(({ item }) => project.items[item].name);
    const title = {
      command: 'refit',
      how: target.kind,
      items: { names: names.slice(0, names.length > 2 ? 1 : 2), count: names.length },
      ...('tolerance' in target && { numbers: [target.tolerance] }),
    } satisfies StepTitle;
    const count = changed.reduce((sum, { curve }) => sum + distinctOf(curve), 0);
    const gain = count <= MOST_AT_ONCE ? this.gainOf(changed) : null;
    const curves = changed.map(({ item, curve: before, after }, i): Changed => ({
      item,
      name: names[i],
      before,
      after,
    }));
    return { title, curves, gain };
  }

  private gainOf(changed: readonly Refitted[]): Gain {
    const figures = changed.map(({ project, item, curve, after }) => {
      const readBy = { normal: curveNormal(project, project.items[item].plane, curve), least: this.settings().least };
      return { before: this.figuresOf(curve, readBy), after: shapeFigures(after, readBy) };
    });
    return {
      before: figuresTogether(figures.map(({ before }) => before)),
      after: figuresTogether(figures.map(({ after }) => after)),
    };
  }

  private readonly known = new WeakMap<Curve, ShapeFigures>();
  /** Read once while the tolerance is being chosen. */
  private figuresOf(curve: Curve, readBy: Parameters<typeof shapeFigures>[1]): ShapeFigures {
    let figures = this.known.get(curve);
    if (!figures) this.known.set(curve, (figures = shapeFigures(curve, readBy)));
    return figures;
  }

  /** The curve that the worker makes; null where there is none, which is said, or where it was given up. */
  private made(asked: Asked): Promise<Made | null> {
    const { target } = asked;
    switch (target.kind) {
      case 'lighten':
        return this.lightened(asked, target.tolerance);
      case 'relay':
        return this.relaid(asked, target.count, target.degree);
      case 'fair':
        return this.faired({ ...asked, target });
      case 'iron':
        return this.ironed({ ...asked, target });
      case 'oneWay':
        return this.goingOneWay({ ...asked, target });
      case 'pull':
        return Promise.resolve(null);
    }
  }

  private async lightened({ project, item, curve, isCurrent }: Asked, tolerance: number): Promise<Made | null> {
    const { start = 0, end = 0 } = endsThatStay(project, item);
    const options = { startLevel: start, endLevel: end };
    const outcome = await this.work.run('lighten', { curve: packCurve(curve), tolerance, options });
    if (outcome.kind !== 'answered' || !isCurrent()) return null;
    if (outcome.answer.ok) return { curve: unpackCurve(outcome.answer.value.curve) };
    const { controlPoints } = outcome.answer.failure;
    const within = this.inWords(tolerance);
    this.lossy.refuse(`no curve of fewer than ${controlPoints} control points was found within ${within}`);
    return null;
  }

  private async relaid({ project, item, curve }: Asked, count: number, degree: number): Promise<Made | null> {
    const { start = 0, end = 0 } = endsThatStay(project, item);
    const level = (wanted: Level) => Math.min(wanted, degree) as Level;
    const options = { degree, startLevel: level(start), endLevel: level(end) };
    const outcome = await this.work.run('relay', { curve: packCurve(curve), target: { count }, options });
    if (outcome.kind !== 'answered' || !outcome.answer.ok) return null;
    return { curve: unpackCurve(outcome.answer.value.curve) };
  }

  private async faired(asked: Asked<FairTarget>): Promise<Made | null> {
    const { project, item, curve, target, isCurrent } = asked;
    const options = fairOptions(project, item, curve, target);
    const onProgress = (step: JobProgress): void => {
      if (!isCurrent() || !('curves' in step)) return;
      const after = unpackCurve(step.curves[0]);
      // Every step lies within the tolerance: it may be taken as far as it has come.
      const takeNow = () => {
        this.work.cancel();
        void this.offer(asked, { curve: after });
      };
      this.lossy.showComing(this.coming([{ ...asked, after }], target), takeNow);
    };
    const job = { curve: packCurve(curve), tolerance: tolerancesOf(curve, target), options };
    const outcome = await this.work.run('fair', job, onProgress);
    if (outcome.kind !== 'answered' || !isCurrent()) return null;
    const { answer } = outcome;
    if (answer.free > 0) {
      return { curve: unpackCurve(answer.curve), notes: { room: roomIn(curve, target, answer.costs) } };
    }
    this.lossy.refuse(
      target.stretch
        ? 'no control point acts on that stretch alone: a longer one is needed, or more control points'
        : 'all its control points are held: lower the levels of its ends, or re-lay it with more control points',
    );
    return null;
  }

  private async ironed({ project, item, curve, target, isCurrent }: Asked<IronTarget>): Promise<Made | null> {
    const options = ironOptions(project, item, curve);
    const job = { curve: packCurve(curve), wrinkle: target.stretch, tolerance: target.tolerance, options };
    const outcome = await this.work.run('iron', job);
    if (outcome.kind !== 'answered' || !isCurrent()) return null;
    const { answer } = outcome;
    if (answer.ok) {
      const points = answer.value.moved.map((i) => i + 1);
      return { curve: unpackCurve(answer.value.curve), notes: { moved: { points, of: distinctOf(curve) } } };
    }
    this.lossy.refuse('no control point that may move acts on that stretch');
    return null;
  }

  private async goingOneWay({ project, item, curve, target, isCurrent }: Asked<OneWayTarget>): Promise<Made | null> {
    const { tolerance, way, startLevel, endLevel, stretch } = target;
    const { normal, ...held } = heldIn(project, item, curve, startLevel, endLevel);
    if (!normal) {
      this.lossy.refuse('it leaves its plane, and its curvature has no sign');
      return null;
    }
    const options = { normal, way, ...held, ...stretch };
    const outcome = await this.work.run('one-way', { curve: packCurve(curve), tolerance, options });
    if (outcome.kind !== 'answered' || !isCurrent()) return null;
    const { answer } = outcome;
    if (!answer.ok || !answer.value) {
      this.lossy.refuse(oneWayRefusal(answer.ok ? null : answer.failure));
      return null;
    }
    const { tolerance: to } = answer.value;
    return {
      curve: unpackCurve(answer.value.curve),
      notes: to > tolerance ? { widened: { from: tolerance, to } } : {},
    };
  }

  /** Offers a curve in place of the one that is there. */
  private async offer(asked: Asked, { curve: made, notes = {} }: Made): Promise<void> {
    const { item, target, isCurrent } = asked;
    await this.loader.load();
    if (!isCurrent()) return;
    if (target.kind === 'lighten' || target.kind === 'relay') {
      const offer = await this.tried(target, [[item, controlRecipe(made, (i) => `c${i + 1}`)]], false, isCurrent);
      if (offer) this.lossy.settle(offer);
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
  private async offerInStep(
    changed: readonly Refitted[],
    target: FairTarget | IronTarget | OneWayTarget | PullTarget,
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
    const take = (within: number) => void this.refit(item, { ...target, tolerance: within });
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

/** One tolerance for all control points, or one for each. */
function tolerancesOf(curve: Curve, { tolerance, own }: FairTarget): number | Float64Array {
  if (Object.keys(own).length === 0) return tolerance;
  return Float64Array.from({ length: distinctOf(curve) }, (_, i) => own[i] ?? tolerance);
}

/** The largest tolerance that any control point has. */
const mostOf = (target: { readonly tolerance: number; readonly own?: FairTarget['own'] }): number =>
  Math.max(target.tolerance, ...Object.values(target.own ?? {}));

/** Where more room would help most, and where it has been given. */
function roomIn(curve: Curve, { tolerance, own }: FairTarget, costs: Float64Array): NonNullable<OfferNotes['room']> {
  const points = controlPointsOf(curve);
  const all = Array.from(costs, (cost, index) => ({
    index,
    at: vectorAt(points, index),
    gain: Math.min(1, cost * MORE * (own[index] ?? tolerance)),
  }));
  const helping = all.filter(({ gain, index }) => gain >= LEAST_GAIN && own[index] === undefined);
  helping.sort((a, b) => b.gain - a.gain);
  return [...all.filter(({ index }) => own[index] !== undefined), ...helping.slice(0, MOST_MARKED)];
}

function oneWayRefusal(failure: NotOneWay | null): string {
  switch (failure?.kind) {
    case 'rational':
      return 'it has weights: re-lay it first';
    case 'degree-too-low':
      return 'degree 3 at least is needed for its curvature to go one way all along';
    default:
      return 'no curve was found whose curvature goes that way: let its ends keep less, or take a shorter stretch';
  }
}

const pullRefusal = (failure: TooFewFree | StandsStill): string =>
  failure.kind === 'stands-still'
    ? 'it stands still in that stretch, and has no curvature there'
    : `the stretch has ${failure.free} control points of its own, and needs ${failure.needed}: make it longer, or add knots there`;

/** Whether a curve through points again is as good as one whose spacing is held. */
const isAsGood = (live: Priced, held: Priced, tolerance: number): boolean =>
  live.price.deviation.certified &&
  live.price.deviation.bound <= tolerance &&
  live.gain.after.lumps <= held.gain.after.lumps &&
  live.gain.after.fairness <= AS_FAIR * held.gain.after.fairness;

type Priced = Offer & { readonly price: Price; readonly gain: Gain };
