// What steps take to change curves, beyond what a drawing takes to be shown; the page fetches it with the first step.

// Cut and extend.
export { type Continuation, extend, type ExtendFailure, type Reach } from './ends/extend';
export { divideByCount, divideByLength, type Division } from './measure/divide';

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

// Edit what is joined.
export { type DraggedJoined, dragJoined, type Reach as JoinedReach, reachOfJoined } from './join/dragJoined';
export {
  controlPointsFor,
  type EndLevels,
  type EnoughOptions,
  type EnoughPoints,
  withEnoughPoints,
  withoutSpareKnots,
} from './join/enoughPoints';
