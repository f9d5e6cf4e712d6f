// The surface of the kernel, by verb of the work: what a drawing takes to be shown. What changes curves beyond that stands in
// changing.ts, what reads and fairs in reading.ts; a page fetches them later.
// docs/core.md shows each group at work.

// Answer: operations that can fail on honest input give a Result; bugs of the caller throw.
export { failed, type Result, success } from './result';

// Place: vectors and planes.
export {
  across,
  add,
  along,
  angleBetween,
  cross,
  distance,
  dot,
  length,
  lerp,
  middle,
  negate,
  packVectors,
  rounded,
  scale,
  subtract,
  unit,
  withCoordinate,
  type Vector3,
  vectorAt,
} from './linear/vector';
export { closestOnSegment } from './linear/segment';
export { fromPlane, inPlane, vectorIn } from './plane/coordinates';
export { angleIn, directionIn, directionTo, leftOf, leftOfLine, planeTowards } from './plane/directions';
export type { NotFlat } from './measure/flatten';
export { isInPolygon } from './plane/inPolygon';
export { FRONT, heightOver, normalOf, type Plane } from './plane/plane';
export { type InLine, planeFacing, planeFrom, planeThrough } from './plane/planes';
export { liesAlong } from './measure/liesAlong';
export { planeAcross, type PlaneFailure, planeAlong } from './measure/planesOfCurve';
export { type AlongPlane, projectOnto } from './measure/project';

// Make: a curve from its parts.
export {
  type Closing,
  controlPointsOf,
  countOf,
  type Curve,
  domainOf,
  homogeneous,
  InvalidCurve,
  makeCurve,
  MAX_DEGREE,
  spansOf,
} from './curve/curve';
export { packCurve, unpackCurve } from './curve/packed';
export { distinctOf, periodicCurve } from './knots/period';
export { uniformKnots } from './knots/uniformKnots';

// Draw exactly: lines, arcs and conics as rational curves.
export {
  arcAbout,
  arcAlong,
  type ArcFailure,
  arcOfRadius,
  arcThrough,
  circle,
  circleThrough,
  type Ellipse,
  ellipse,
  ellipseFrame,
  ellipticArc,
} from './exact/arc';
export { conic, parabola, parabolaThrough, type ParabolaThrough, rhoNear } from './exact/conic';
export { lineBetween } from './exact/line';
export { type Leg, type LegFailure, polygonOnEdge, polyline, rectangle, regularPolygon } from './exact/polyline';

// Pass through points, with constraints there.
export type { FitFailure, ConstraintFailure } from './fit/fitFailure';
export { fitDataOf, fromFitData, type NotOneToOne } from './fit/through/fixedSpacing';
export type { PointConstraint, TangentConstraint } from './fit/through/constraints';
export { averagedKnots, interpolate } from './fit/through/interpolate';
export type { FitEnds } from './fit/through/layout';
export { chordsOf, type Parameterisation, parametersOf } from './fit/parameters';
export { packSites, type Site, type Sites, sitesInOrder } from './fit/sites';
export type { TargetSpacing } from './fit/through/nearTargets';
export { type Fit, throughPoints, type ThroughPointsOptions } from './fit/through/throughPoints';

// Evaluate: places and derivatives, and a polyline to show.
export { derivatives, derivativesAll, evaluate, evaluateAll, evaluateAllByBasis } from './curve/evaluate';
export { displayPolyline, type Polyline } from './simplify/polyline';

// Change knots, keeping the shape or the control points.
export { clamp, unclamp, type UnclampFailure } from './knots/clamp';
export { knotOnLeg } from './knots/knotOnLeg';
export { type Break, breaksOf, multiplicityAt } from './knots/multiplicity';
export { evenKnots, moveKnot, type PastNeighbour } from './knots/moveKnot';
export { moveSeam } from './knots/period';
export { insertKnot, type PastMultiplicity, refineKnots } from './knots/refineKnots';
export { reparameterise } from './knots/reparameterise';
export { type Lighter, removeKnot, type RemovalFailure } from './reduce/removeKnot';

// Change degree and pieces, keeping the shape.
export { type BezierPieces, bezierPieces } from './degree/bezierPieces';
export { elevateDegree } from './degree/elevateDegree';

// Reshape: cut, join, close, extend, weigh, move, bend at a place.
export { close, type CloseFailure, open, toPeriodic } from './ends/close';
export { endOf, join, type JoinFailure } from './edit/join';
export { bendThrough } from './shape/bendThrough';
export { type AllFixed, moveOnCurve } from './shape/moveOnCurve';
export { turnOnCurve } from './shape/turnOnCurve';
export { keptPoints } from './edit/keptPoints';
export { reverse } from './edit/reverse';
export { type NothingToCut, split, subCurve } from './edit/split';
export { type Affine, mirror, mirroring, rotation, scaling, transform, translation } from './edit/transform';
export { weightsOf, withWeights } from './edit/weights';

// Join: go on from other curves with G0 to G3, meet an image, blend, soften a corner.
export {
  type Contact,
  type Contacts,
  type Freedoms,
  isSameJet,
  type Jet,
  jetAtShare,
  jetBeyond,
  type Level,
  type Sense,
} from './measure/jet';
export { blend, type Blend, type BlendFailure, type BlendOptions, type Magnitudes } from './join/blend';
export { freedomsAt } from './join/freedomsAt';
export { joinEnds, type Joined, type JoinedEnd, type JoinFailure as ContactFailure } from './join/joinEnds';
export { type ExactFailure, type ExactKind, type ExactOptions, joinExact } from './join/joinExact';
export { joinFitData, type JoinedFitData } from './join/joinFitData';
export { imageBy, type JoinedToSymmetry, joinToSymmetry, type Symmetry } from './join/joinToSymmetry';
export { sharedJets, type SharedJets, type TooFarTurned } from './join/sharedJets';
export {
  type CornerLevel,
  type CornerSize,
  fairestFullness,
  fullestWithOnePeak,
  type ShortLeg,
  softCorner,
  type SoftCorner,
  type SoftCornerFailure,
  type SoftCornerOptions,
} from './join/softCorner';
export { jetTakenBack, type Ray, type Spread, spreadCurve, spreadPoints } from './join/spread';
export { throughToSymmetry } from './join/throughToSymmetry';

// Measure one curve.
export { type ArcLength, arcLength, atEqualLengths, lengthAt, parameterAt } from './measure/arcLength';
export { type AreaFailure, type EnclosedArea, enclosedArea } from './measure/area';
export { type BestPlane, bestPlane } from './measure/bestPlane';
export { automaticScale, type CurvatureComb, curvatureComb } from './measure/curvatureComb';
export { type Curvature, curvatureAt } from './measure/curvature';
export {
  type CurvatureProfile,
  curvatureProfile,
  type Place,
  type ProfileOptions,
  radiusOf,
} from './measure/curvatureProfile';
export { arcCentre } from './measure/arcCentre';
export { directionBeyond, type End, nearerEnd } from './measure/ends';
export { middles } from './measure/middles';
export { type PlaceOn, runsAcross, squareFrom, stretchAround, touchedFrom } from './measure/placesOn';
export { leftAt, leftBy } from './measure/side';
export { type Box, boundingBox, controlBox, extentAlong } from './measure/extent';
export {
  curvatureExtrema,
  type CurvatureExtremum,
  type CurvaturePlace,
  inflections,
  smallestRadius,
} from './measure/extrema';
export { type Frame, frameAt } from './measure/frame';
export { type Kink, kinksOf } from './measure/kinks';
export { type Lightness, lightness } from './measure/lightness';
export { straightStretches, type Stretch } from './measure/straightStretches';

// Compare: a curve with points, with another curve, with itself.
export { type ClosestPoint, closestPoint } from './measure/closestPoint';
export { type Crossing, crossings, selfCrossings } from './measure/crossings';
export { type CurvatureChange, curvatureChange } from './measure/curvatureChange';
export { type Deviation, deviation, deviationInStep, type DeviationOptions } from './measure/deviation';
