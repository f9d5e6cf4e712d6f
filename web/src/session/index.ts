/**
 * The bench's state while it is used. Panels and viewport take it from here: so it comes as one file over the network,
 * where each service for itself came as one of its own.
 */
export { AddedHandles } from './addedHandles';
export { BENCH_SERVICES } from './benchServices';
export { BringIn, layerOf, MANY_CURVES } from './bringIn';
export { type CombOf, Combs } from './combs';
export { CurveMarks } from './curveMarks';
export { type DeviationOnSheet, DeviationShown } from './deviationShown';
export { Editing } from './editing';
export { Fairness, MOST_LISTED } from './fairness';
export { FairestGhost } from './fairestGhost';
export { FairingChoice } from './fairingChoice';
export { Ghosts } from './ghosts';
export { HandOver } from './handOver';
export { IncomingFiles } from './incomingFiles';
export { Joints } from './joints';
export { type Changed, type Gain, LossyPreview, type Offer } from './lossyPreview';
export { LumpTour } from './lumpTour';
export { Measurements } from './measurements';
export { Meetings } from './meetings';
export { MirrorCheck } from './mirrorCheck';
export { Motion } from './motion';
export { NearSeeking } from './nearSeeking';
export { Opening } from './opening';
export { PointExport, type SavedPoints } from './pointExport';
export { MOST_TAKEN_AS, PointImport, type TakenAs } from './pointImport';
export { PointSets } from './pointSets';
export { ReadingKernel } from './readingKernel';
export { type CursorReading, Readings } from './readings';
export { Refits } from './refits';
export type { FairTarget, IronTarget, OneWayTarget, PullTarget, RefitTarget } from './refitTarget';
export { Remarks } from './remarks';
export { ShownItems } from './shownItems';
export { SlowFigures } from './slowFigures';
export { Snaps } from './snaps';
export { StageView } from './stageView';
export { StepLoader } from './stepLoader';
export { StepHistory } from './stepHistory';
export { Target } from './target';
export { ToolInHand } from './toolInHand';
export { ToolView } from './toolView';
export { ToolWork } from './toolWork';
export { Tracing } from './tracing';
export { Trial } from './trial';
export { type FitState, TRIED, TryFits } from './tryFits';
export { TypedPlace } from './typedPlace';
export { Viewports } from './viewports';
