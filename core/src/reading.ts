// The rest of the surface: what reads how fair and how smooth curves are, and makes them fairer.

// Read: how fair, how smooth.
export {
  type Continuity,
  continuityAtKnot,
  continuityAtKnots,
  continuityFromJet,
  continuityInside,
  continuityOfEnds,
  type ContinuityOptions,
  CONTINUITY_THRESHOLDS,
  type ContinuityThresholds,
  type MeetingSide,
  type Residual,
} from './measure/continuity';
export { type AmongOptions, continuityAmong, type CurveMeeting, type PlaceOfMeeting } from './measure/continuityAmong';
export { type Clearance, clearance, type ClearancePlace } from './measure/clearance';
export { curvatureStretches } from './measure/curvatureStretches';
export {
  type DeviationProfile,
  deviationProfile,
  type DeviationProfileOptions,
  deviationStretches,
  runsAlike,
  shareWithin,
} from './measure/deviationProfile';
export type { CurveStretch } from './measure/levelStretches';
export { type Energies, energies } from './measure/energies';
export { type Hook, LUMP } from './measure/hooks';
export type { LumpPlace } from './measure/lumpPlace';
export { type EndPair, type Lump, type LumpOptions, type LumpReport, lumps } from './measure/lumps';
export { type MonotonePiece, type MonotonePieces, monotonePieces } from './measure/monotonePieces';

// Fair: within a tolerance that is proven.
export { type Culprit, type CulpritOptions, culprits } from './fair/culprits';
export {
  fair,
  FAIRING_ENERGIES,
  type Fairing,
  type FairingEnergy,
  type Fairness,
  type FairOptions,
  type FairStep,
} from './fair/fair';
export { type ChainFailure, type ChainFairing, fairChain, type FairChainOptions } from './fair/fairChain';
export { fairingTolerance, roughness } from './fair/fairness';
export { type FairThroughPoints, fairThroughPoints } from './fair/fairThroughPoints';
export type { FreeOptions } from './fair/freePoints';
export { iron, type Ironing, ironingTolerance, type IronOptions, type NothingToMove } from './fair/iron';
export { type NotOneWay, oneWay, type OneWay, type OneWayOptions, oneWayTolerance, type Way } from './fair/oneWay';
export type { ToleranceBracket } from './fair/leastTolerance';
export {
  type CurvaturePull,
  type CurvatureWish,
  pullCurvature,
  type PulledProfile,
  type PullOptions,
  type StandsStill,
  type TooFewFree,
} from './fair/pullCurvature';
export { type FairPreview, fairPreview, type FairPreviewOptions } from './fair/preview';
