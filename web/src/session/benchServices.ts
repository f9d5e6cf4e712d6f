import { AddedHandles } from './addedHandles';
import { Editing } from './editing';
import { LossyPreview } from './lossyPreview';
import { Opening } from './opening';
import { Readings } from './readings';
import { Remarks } from './remarks';
import { SelfCrossings } from './selfCrossings';
import { ShownItems } from './shownItems';
import { Snaps } from './snaps';
import { StageView } from './stageView';
import { StepHistory } from './stepHistory';
import { Target } from './target';
import { ToolInHand } from './toolInHand';
import { ToolStore } from './toolStore';
import { ToolView } from './toolView';
import { ToolWork } from './toolWork';
import { Tracing } from './tracing';
import { TypedPlace } from './typedPlace';
import { Viewports } from './viewports';

/** What lives as long as a bench is open. */
export const BENCH_SERVICES = [
  AddedHandles,
  Editing,
  LossyPreview,
  Opening,
  Readings,
  Remarks,
  SelfCrossings,
  ShownItems,
  Snaps,
  StageView,
  StepHistory,
  Target,
  ToolInHand,
  ToolStore,
  ToolView,
  ToolWork,
  Tracing,
  TypedPlace,
  Viewports,
];
