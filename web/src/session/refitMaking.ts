import { inject } from '@angular/core';
import {
  controlPointsOf,
  type Curve,
  distinctOf,
  type Level,
  packCurve,
  unpackCurve,
  vectorAt,
} from '@pencil-bend/core';
import type { NotOneWay } from '@pencil-bend/core/reading';
import { toleranceInWords } from '../ui/length';
import { HeavyWorkService } from '../work/heavyWorkService';
import type { JobProgress } from '../work/jobs';
import { Editing } from './editing';
import { endsThatStay, fairOptions, heldIn, ironOptions } from './fairOptions';
import { LossyPreview, type OfferNotes } from './lossyPreview';
import { type Asked, type Made, tolerancesOf } from './refitAsked';
import type { FairTarget, IronTarget, OneWayTarget, StandInTarget } from './refitTarget';

/** Half as much room again is what gains are told for. */
const MORE = 0.5;
/** Points where it gains less are not marked, and no more than so many are. */
const LEAST_GAIN = 0.005;
const MOST_MARKED = 3;

/** Has the worker make curves anew. */
export class RefitMaking {
  private readonly editing = inject(Editing);
  private readonly lossy = inject(LossyPreview);
  private readonly work = inject(HeavyWorkService);

  /**
   * Null where there is none, which is said, or where it was given up. Fairing calls `onStep` with what it has come to
   * so far.
   */
  made(asked: Asked, onStep: (after: Curve) => void): Promise<Made | null> {
    const { target } = asked;
    switch (target.kind) {
      case 'lighten':
        return this.lightened(asked, target.tolerance);
      case 'relay':
        return this.relaid(asked, target.count, target.degree);
      case 'fair':
        return this.faired({ ...asked, target }, onStep);
      case 'iron':
        return this.ironed({ ...asked, target });
      case 'oneWay':
        return this.goingOneWay({ ...asked, target });
      case 'arcsAndLines':
      case 'polyline':
        return this.standingIn({ ...asked, target });
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

  private async standingIn({ project, item, curve, target, isCurrent }: Asked<StandInTarget>): Promise<Made | null> {
    const form = target.kind === 'polyline' ? 'polylines' : 'arcs-and-lines';
    const { tolerance } = target;
    const outcome = await this.work.run('stand-in', {
      name: project.items[item].name,
      curve: packCurve(curve),
      form,
      tolerance,
    });
    if (outcome.kind !== 'answered' || !isCurrent()) return null;
    if (outcome.answer) {
      const standIn = { ...outcome.answer, curve: unpackCurve(outcome.answer.curve) };
      return { curve: standIn.curve, notes: { standIn } };
    }
    this.lossy.refuse('it is made of lines already');
    return null;
  }

  private async faired(
    { project, item, curve, target, isCurrent }: Asked<FairTarget>,
    onStep: (after: Curve) => void,
  ): Promise<Made | null> {
    const options = fairOptions(project, item, curve, target);
    const onProgress = (step: JobProgress): void => {
      if (isCurrent() && 'curves' in step) onStep(unpackCurve(step.curves[0]));
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

  private inWords(mm: number): string {
    return toleranceInWords(mm, this.editing.project()?.units ?? 'mm');
  }
}

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
