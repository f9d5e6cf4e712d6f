// The whole surface of the kernel, by folder.
export { failed, type Result, success } from './result';

export {
  add,
  angleBetween,
  cross,
  distance,
  dot,
  length,
  packVectors,
  scale,
  subtract,
  type Vector3,
  vectorAt,
} from './linear/vector';

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
export { basisDerivatives, basisFunctions, findSpan } from './curve/basis';
export { derivatives, derivativesAll, derivativesInSpan, evaluate, evaluateAll } from './curve/evaluate';

export { chordsOf, type Parameterisation, parametersOf } from './fit/parameters';
export type { FitFailure } from './fit/fitFailure';
export { type Fit, throughPoints, type ThroughPointsOptions } from './fit/throughPoints';
export { averagedKnots, interpolate } from './fit/interpolate';

export { type ArcLength, arcLength, lengthAt, parameterAt } from './measure/arcLength';
export { type ClosestPoint, closestPoint } from './measure/closestPoint';
export { automaticScale, type CurvatureComb, curvatureComb } from './measure/curvatureComb';
export { type Curvature, curvatureAt, curvatureFrom } from './measure/curvature';
export {
  type CurvatureProfile,
  curvatureProfile,
  type Place,
  type ProfileOptions,
  radiusOf,
} from './measure/curvatureProfile';

export { FRONT, heightOver, liesAlong, normalOf, type Plane } from './plane/plane';

export { displayPolyline, type Polyline } from './simplify/polyline';
