import {
  type ConstraintFailure,
  type CurvatureChange,
  curvatureChange,
  type Deviation,
  deviation,
  deviationInStep,
  type FitFailure,
  type Result,
  unpackCurve,
  type Vector3,
} from '@pencil-bend/core';
import {
  lighten,
  type LightenOptions,
  type NearFit,
  nearPoints,
  type NearPointsOptions,
  type NoLighter,
  type NotReached,
  type Priced,
  type ProgressStep,
  type RelayTarget,
  relay,
  type RelayOptions,
  type FitMethod,
  type OutOfReach,
  type TriedFit,
  tryFit,
  type TryFitOptions,
} from '@pencil-bend/core/changing';
import {
  type AmongOptions,
  type Clearance,
  clearance,
  continuityAmong,
  type CurveMeeting,
} from '@pencil-bend/core/reading';
import {
  type PointLayout,
  type PointTable,
  readPoints,
  writePoints,
  type WritePointsOptions,
} from '@pencil-bend/exchange';
import type { FitRecipe, Near, Project } from '@pencil-bend/document';
import { soughtNear } from '@pencil-bend/document/near';
import { comparedWithPoints, type ComparisonFigures } from './comparison';
import { crossingPlaces } from './crossingPlaces';
import { type CurveFairness, curveFairness } from './curveFairness';
import { type FreehandJob, freehandJob } from './freehandJob';
import type { ExchangeJobs } from './exchangeJobs';
import { fairJobs, type FairJobs, type FairProgress } from './fairJobs';
import { type Packed, packed, type Plain } from './packed';
import type { ShapeFigures } from './figuresTogether';
import { type ReadBy, shapeFigures } from './shapeFigures';
import { type Suggestion, suggestions, type SuggestionsAsked } from './suggestions';

/**
 * What is computed away from the main thread: for each job what it is asked, and what it answers. Curves travel packed,
 * in arrays of their own that may be handed over.
 */
export interface Jobs extends FairJobs, ExchangeJobs {
  'near-points': {
    readonly asked: {
      readonly points: Float64Array;
      readonly tolerance: number;
      readonly options?: Plain<NearPointsOptions>;
    };
    readonly answer: Result<Packed<NearFit>, FitFailure>;
  };
  freehand: FreehandJob;
  /** A fit of points by a method, with its figures. */
  'try-fit': {
    readonly asked: {
      readonly points: Float64Array;
      readonly method: FitMethod;
      readonly options: Plain<TryFitOptions>;
    };
    readonly answer: Result<Packed<TriedFit>, ConstraintFailure | OutOfReach>;
  };
  /** How a curve through points comes near them; why it cannot, in words. */
  near: { readonly asked: { readonly recipe: FitRecipe }; readonly answer: Result<Near, string> };
  lighten: {
    readonly asked: {
      readonly curve: Float64Array;
      readonly tolerance: number;
      readonly options?: Plain<LightenOptions>;
    };
    readonly answer: Result<Packed<Priced>, NoLighter>;
  };
  relay: {
    readonly asked: {
      readonly curve: Float64Array;
      readonly target: RelayTarget;
      readonly options?: Plain<RelayOptions>;
    };
    readonly answer: Result<Packed<Priced>, NotReached>;
  };
  /** A table of points, as the bytes of its file. */
  'read-points': {
    readonly asked: {
      readonly bytes: Uint8Array;
      readonly units: Project['units'];
      readonly layout: Partial<PointLayout>;
    };
    readonly answer: PointTable;
  };
  /** Points as the text of a table. */
  'write-points': {
    readonly asked: { readonly points: Float64Array; readonly options: WritePointsOptions };
    readonly answer: string;
  };
  /** Where a curve crosses itself. */
  'self-crossings': { readonly asked: { readonly curve: Float64Array }; readonly answer: readonly Vector3[] };
  /** How fair curves are; for each its plane's normal. */
  fairness: {
    readonly asked: {
      readonly curves: readonly Float64Array[];
      readonly normals: readonly (Vector3 | null)[];
      readonly least: number;
    };
    readonly answer: readonly CurveFairness[];
  };
  /** How curves meet. */
  meetings: {
    readonly asked: { readonly curves: readonly Float64Array[]; readonly options: AmongOptions };
    readonly answer: readonly CurveMeeting[];
  };
  /** How far curves lie from each other, proven. */
  deviation: {
    readonly asked: { readonly first: Float64Array; readonly second: Float64Array };
    readonly answer: Deviation;
  };
  /** How far points lie from a curve: each of them. */
  'points-comparison': {
    readonly asked: { readonly curve: Float64Array; readonly points: Float64Array; readonly tolerance: number };
    readonly answer: ComparisonFigures;
  };
  /** The shortest way between two curves. */
  clearance: {
    readonly asked: { readonly first: Float64Array; readonly second: Float64Array };
    readonly answer: Clearance;
  };
  /** What could be done to a curve within a tolerance. */
  suggestions: {
    readonly asked: Omit<SuggestionsAsked, 'curve'> & { readonly curve: Float64Array };
    readonly answer: readonly Suggestion[];
  };
  /** What it costs to have the second curve in place of the first, and what comes of it. */
  price: {
    readonly asked: ReadBy & {
      readonly first: Float64Array;
      readonly second: Float64Array;
      /** They have the same knots, and go along each other by the parameter. */
      readonly inStep?: boolean;
    };
    readonly answer: PriceFigures;
  };
}

export interface PriceFigures {
  readonly deviation: Deviation;
  readonly change: CurvatureChange;
  readonly before: ShapeFigures;
  readonly after: ShapeFigures;
}

export type JobKind = keyof Jobs;
export type Asked<Kind extends JobKind> = Jobs[Kind]['asked'];
export type Answer<Kind extends JobKind> = Jobs[Kind]['answer'];

/** How far work has come, from 0 to 1; null where that is not known. */
export interface ShareOfWork {
  readonly share: number | null;
}

/** How far a job has come, in the terms of what it does. */
export type JobProgress = ProgressStep | FairProgress | ShareOfWork;
type Report = (step: JobProgress) => void;

type Work = {
  readonly [Kind in JobKind]: (asked: Asked<Kind>, progress: Report) => Answer<Kind> | Promise<Answer<Kind>>;
};

/** The formats are many: they come when the first file does. */
const fromExchange =
  <Kind extends keyof ExchangeJobs>(kind: Kind) =>
  async (asked: ExchangeJobs[Kind]['asked'], progress: Report): Promise<ExchangeJobs[Kind]['answer']> => {
    const { exchangeJobs } = await import('./exchangeJobs');
    return exchangeJobs[kind](asked, progress);
  };

const work: Work = {
  ...fairJobs,
  'hand-over': fromExchange('hand-over'),
  'stand-in': fromExchange('stand-in'),
  'file-kind': fromExchange('file-kind'),
  'bring-in': fromExchange('bring-in'),
  'brought-in': fromExchange('brought-in'),
  'near-points': ({ points, tolerance, options }, progress) =>
    packed(nearPoints(points, tolerance, { ...options, progress })),
  freehand: freehandJob,
  'try-fit': ({ points, method, options }, progress) =>
    packed(tryFit(points, method, { ...options, progress: (share) => progress({ share }) })),
  near: ({ recipe }, progress) => soughtNear(recipe, { progress }),
  lighten: ({ curve, tolerance, options }, progress) =>
    packed(lighten(unpackCurve(curve), tolerance, { ...options, progress })),
  relay: ({ curve, target, options }, progress) => packed(relay(unpackCurve(curve), target, { ...options, progress })),
  'read-points': ({ bytes, ...options }, progress) =>
    readPoints(bytes, { ...options, progress: (share) => progress({ share }) }),
  'write-points': ({ points, options }) => writePoints(points, options),
  'self-crossings': ({ curve }) => crossingPlaces(unpackCurve(curve)),
  fairness: ({ curves, normals, least }) =>
    curves.map((curve, i) => curveFairness(unpackCurve(curve), normals[i], least)),
  meetings: ({ curves, options }) => continuityAmong(curves.map(unpackCurve), options),
  deviation: ({ first, second }) => deviation(unpackCurve(first), unpackCurve(second)),
  'points-comparison': ({ curve, points, tolerance }) => comparedWithPoints(unpackCurve(curve), points, tolerance),
  clearance: ({ first, second }) => clearance(unpackCurve(first), unpackCurve(second)),
  suggestions: ({ curve, ...asked }) => suggestions({ curve: unpackCurve(curve), ...asked }),
  price: ({ inStep, ...asked }) => {
    const [first, second] = [unpackCurve(asked.first), unpackCurve(asked.second)];
    const apart = inStep ? deviationInStep(first, second) : deviation(first, second);
    const [before, after] = [first, second].map((curve) => shapeFigures(curve, asked));
    return { deviation: apart, change: curvatureChange(first, second), before, after };
  },
};

/** Does a job here and now; throws, or rejects with, what the kernel throws. */
export const runJob = <Kind extends JobKind>(
  kind: Kind,
  asked: Asked<Kind>,
  progress: Report,
): Answer<Kind> | Promise<Answer<Kind>> => work[kind](asked, progress);
