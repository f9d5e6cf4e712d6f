import { AddedHandles } from './addedHandles';
import { BringIn } from './bringIn';
import { Combs } from './combs';
import { CurveMarks } from './curveMarks';
import { DeviationShown } from './deviationShown';
import { Editing } from './editing';
import { FairestGhost } from './fairestGhost';
import { FairingChoice } from './fairingChoice';
import { Fairness } from './fairness';
import { IncomingFiles } from './incomingFiles';
import { Joints } from './joints';
import { Ghosts } from './ghosts';
import { HandOver } from './handOver';
import { LossyPreview } from './lossyPreview';
import { LumpTour } from './lumpTour';
import { Measurements } from './measurements';
import { Meetings } from './meetings';
import { MirrorCheck } from './mirrorCheck';
import { Motion } from './motion';
import { NearSeeking } from './nearSeeking';
import { Opening } from './opening';
import { ReadingKernel } from './readingKernel';
import { PointExport } from './pointExport';
import { PointImport } from './pointImport';
import { PointSets } from './pointSets';
import { Readings } from './readings';
import { Refits } from './refits';
import { Remarks } from './remarks';
import { SelfCrossings } from './selfCrossings';
import { ShownItems } from './shownItems';
import { SlowFigures } from './slowFigures';
import { Snaps } from './snaps';
import { StageView } from './stageView';
import { StepLoader } from './stepLoader';
import { StepHistory } from './stepHistory';
import { Target } from './target';
import { TidyUp } from './tidyUp';
import { ToolInHand } from './toolInHand';
import { ToolStore } from './toolStore';
import { ToolView } from './toolView';
import { ToolWork } from './toolWork';
import { Tracing } from './tracing';
import { Trial } from './trial';
import { TryFits } from './tryFits';
import { TypedPlace } from './typedPlace';
import { Viewports } from './viewports';

/** What lives as long as a bench is open. */
export const BENCH_SERVICES = [
  AddedHandles,
  BringIn,
  Combs,
  CurveMarks,
  DeviationShown,
  Editing,
  FairestGhost,
  FairingChoice,
  Fairness,
  Ghosts,
  HandOver,
  IncomingFiles,
  Joints,
  LossyPreview,
  LumpTour,
  Measurements,
  Meetings,
  MirrorCheck,
  Motion,
  NearSeeking,
  Opening,
  PointExport,
  PointImport,
  PointSets,
  ReadingKernel,
  Readings,
  Refits,
  Remarks,
  SelfCrossings,
  ShownItems,
  SlowFigures,
  Snaps,
  StageView,
  StepLoader,
  StepHistory,
  Target,
  TidyUp,
  ToolInHand,
  ToolStore,
  ToolView,
  ToolWork,
  Tracing,
  Trial,
  TryFits,
  TypedPlace,
  Viewports,
];
