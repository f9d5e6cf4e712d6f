// The surface that steps take to change curves, beyond what a drawing takes to be shown; a page fetches it with the first
// step. Its groups are those of index.ts, and some more.

// Come near points, with few control points.
export { cornersOf } from './fit/near/corners';
export { freehand, type Freehand, type FreehandOptions } from './fit/near/freehand';
export { leastSquares, type LeastSquaresOptions, type Undetermined } from './fit/near/leastSquares';
export {
  FEW_TARGETS,
  type OutOfReach,
  type SpacedTargets,
  spaceTargets,
  type SpaceTargetsOptions,
} from './fit/targets/spaceTargets';
export type { EndHold } from './fit/near/heldEnds';
export { type NearFit, nearPoints, type NearPointsOptions } from './fit/near/nearPoints';
export type { Progress, ProgressStep } from './fit/near/progress';

// Try fits: the same points by several methods, with their figures.
export type { BalancedFit, BalancedOptions } from './fit/balanced/balanced';
export { elastica, type ElasticaOptions, STIFFNESS, stiffnessOf } from './fit/balanced/elastica';
export { type EulerFit, type EulerOptions, eulerThrough, type NoEulerSpirals } from './fit/balanced/eulerThrough';
export { fairest } from './fit/balanced/fairest';
export { linearTension, type LinearTensionOptions, TENSION } from './fit/balanced/linearTension';
export type { FitFigures } from './fit/compare/fitFigures';
export type { Gate } from './fit/compare/gates';
export {
  FIT_METHODS,
  type FitMade,
  type FitMethod,
  tryFit,
  type TriedFit,
  type TryFitOptions,
} from './fit/compare/tryFit';
export { type SmoothingFit, smoothingSpline } from './fit/near/smoothingSpline';

// Reshape: extend.
export { type Continuation, extend, type ExtendFailure, type Reach } from './ends/extend';

// Make lighter, at a price.
export { fromBezierPieces } from './simplify/fromBezierPieces';
export { withoutRedundantKnots } from './reduce/redundantKnots';
export { type LastControlPoints, removeControlPoint } from './reduce/removeControlPoint';
export { reduceDegree, type ReductionFailure } from './reduce/reduceDegree';
export { lighten, type LightenOptions, type NoLighter, type Priced } from './simplify/lighten';
export { type RelayTarget, type NotReached, relay, type RelayOptions } from './simplify/relay';

// Replace by lines and arcs.
export { arcsAndLines, type ArcsAndLines, type NoSegments, type Segment } from './simplify/arcsAndLines';
export { polylineWithin } from './simplify/polylineWithin';
export { segmentsToCurve } from './simplify/segmentsToCurve';

// Make from others: offset, round and cut corners, midway.
export { chamfer, type ChamferFailure } from './shape/chamfer';
export type { CornerFailure, CornerOptions, KeptEnd } from './shape/corner';
export { type CutCorner, fillet, type FilletFailure } from './shape/fillet';
export { type DegreeTooHigh, midway, midwayByLength, type Midway } from './shape/midway';
export { type Offset, offset, type OffsetFailure, type OffsetOptions } from './shape/offset';

// Join: make room, drag what is joined, choose among blends.
export { blendCandidates, type RatedBlend } from './join/blendCandidates';
export { type DraggedJoined, dragJoined, type Reach as JoinedReach, reachOfJoined } from './join/dragJoined';
export {
  controlPointsFor,
  type EndLevels,
  type EnoughOptions,
  type EnoughPoints,
  withEnoughPoints,
  withoutSpareKnots,
} from './join/enoughPoints';

// Compare: a curve with points.
export { type PointsDeviation, pointsDeviation } from './measure/pointsDeviation';

// Measure one curve: divide it.
export { divideByCount, divideByLength, type Division } from './measure/divide';
