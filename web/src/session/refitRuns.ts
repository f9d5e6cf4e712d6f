import { inject } from '@angular/core';
import { type Curve, packCurve, type Stretch } from '@pencil-bend/core';
import {
  type CurvaturePull,
  type FairPreview,
  fairPreview,
  pullCurvature,
  type StandsStill,
  type TooFewFree,
} from '@pencil-bend/core/reading';
import type { Id } from '@pencil-bend/document';
import { HeavyWorkService } from '../work/heavyWorkService';
import type { JobProgress } from '../work/jobs';
import { LastAsked } from '../work/lastAsked';
import { Editing } from './editing';
import { asItRuns, type Chain, chainOf, chainRefusal } from './fairedChain';
import { fairOptions, heldIn } from './fairOptions';
import { LossyPreview, type OfferNotes, wholeCurve } from './lossyPreview';
import { type Asked, type Refitted, tolerancesOf } from './refitAsked';
import { RefitGhosts } from './refitGhosts';
import { RefitMaking } from './refitMaking';
import { RefitOffers } from './refitOffers';
import type { FairTarget, PullTarget, RefitTarget } from './refitTarget';
import { StepLoader } from './stepLoader';

/** What is said while it is computed. */
const BUSY: Readonly<Record<RefitTarget['kind'], string>> = {
  lighten: 'Looking for the lightest curve',
  relay: 'Laying the curve anew',
  fair: 'Fairing',
  iron: 'Ironing',
  pull: 'Pulling the curvature',
  arcsAndLines: 'Looking for arcs and lines',
  polyline: 'Looking for a polyline',
  oneWay: 'Looking for a curve whose curvature goes one way',
};
/** A pull that comes to its wish but for this share came near. */
const NEAR_WISH = 0.05;
/** And whose graph lies off by no more than this share of the change. */
const NEAR_GRAPH = 0.25;

/** Does what `Refits` is asked. */
export class RefitRuns {
  private readonly editing = inject(Editing);
  private readonly loader = inject(StepLoader);
  private readonly lossy = inject(LossyPreview);
  private readonly work = inject(HeavyWorkService);
  private readonly ghosts = new RefitGhosts();
  private readonly making = new RefitMaking();
  private readonly offers = new RefitOffers((item, target) => void this.refit(item, target));

  async refit(item: Id, target: RefitTarget): Promise<void> {
    const asked = this.asked(item, target);
    if (!asked) return;
    try {
      const made = await this.making.made(asked, (after) =>
        this.showStep([{ ...asked, after }], target, () => this.offers.offer(asked, { curve: after })),
      );
      if (made && asked.isCurrent()) await this.offers.offer(asked, made);
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
    this.lossy.showComing({ ...this.ghosts.of([{ ...asked, after }], target), notes: { ...(room && { room }) } });
  }

  /** Fairs curves that meet end to end as one, each joint at its level. */
  async fairRun(items: readonly Id[], target: FairTarget): Promise<void> {
    this.looks.drop();
    const project = this.editing.project();
    const chain = project && chainOf(project, items, target);
    if (typeof chain === 'string') return this.lossy.refuse(chain);
    if (chain) {
      await this.runFaired(chain, target, (changed, isCurrent) =>
        this.offers.offerInStep(changed, target, {}, isCurrent),
      );
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
      await this.runFaired(chain, target, (changed) => this.lossy.showComing(this.ghosts.of(changed, target)));
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
      this.showStep(now, target, () => this.offers.offerInStep(now, target, {}, isCurrent));
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
    if (!isOver) return this.lossy.showComing({ ...this.ghosts.of(changed, target), notes });
    this.good = null;
    try {
      await this.loader.load();
      if (isCurrent()) await this.offers.offerInStep(changed, target, notes, isCurrent);
    } catch (error) {
      if (isCurrent()) this.lossy.failed(error);
    }
  }

  /** How far it has come: every step lies within the tolerance, and may be taken as it is. */
  private showStep(changed: readonly Refitted[], target: RefitTarget, take: () => Promise<unknown>): void {
    const takeNow = () => {
      this.work.cancel();
      void take();
    };
    this.lossy.showComing(this.ghosts.of(changed, target), takeNow);
  }

  private asked<Target extends RefitTarget>(item: Id, target: Target): Asked<Target> | null {
    this.looks.drop();
    const project = this.editing.project();
    const curve = project && wholeCurve(project, item);
    if (!project || !curve) return null;
    const isCurrent = this.lossy.begin(item, BUSY[target.kind], target.kind);
    return { project, item, curve, target, isCurrent };
  }
}

const pullRefusal = (failure: TooFewFree | StandsStill): string =>
  failure.kind === 'stands-still'
    ? 'it stands still in that stretch, and has no curvature there'
    : `the stretch has ${failure.free} control points of its own, and needs ${failure.needed}: make it longer, or add knots there`;
