import type {
  Editing,
  FairingChoice,
  Fairness,
  HandOver,
  Joints,
  LossyPreview,
  LumpTour,
  MirrorCheck,
  PointExport,
  Readings,
  Refits,
  ShownItems,
  Snaps,
  StageView,
  StepHistory,
  Target,
  ToolInHand,
  ToolView,
  TryFits,
  Viewports,
} from '../session';

/** What actions work on: the services of the bench, and what only its page can do. */
export interface Workbench {
  readonly editing: Editing;
  readonly fairing: FairingChoice;
  readonly fairness: Fairness;
  readonly hand: ToolInHand;
  readonly handOver: HandOver;
  readonly joints: Joints;
  readonly viewports: Viewports;
  readonly lossy: LossyPreview;
  readonly lumps: LumpTour;
  readonly mirrorCheck: MirrorCheck;
  readonly pointExport: PointExport;
  readonly readings: Readings;
  readonly refits: Refits;
  readonly snaps: Snaps;
  readonly shown: ShownItems;
  readonly stages: StageView;
  readonly stepHistory: StepHistory;
  readonly target: Target;
  readonly toolView: ToolView;
  readonly tryFits: TryFits;
  chooseFile(): void;
  showAll(): void;
  toggleBare(): void;
  toggleComb(): void;
  toggleHistory(): void;
  togglePalette(): void;
  toggleShortcuts(): void;
  holdSpace(): void;
  openMenu(): void;
}

/** Something that can be done by a key, from the context menu, or both. */
export interface BenchAction {
  /** As it stands on the shortcuts page: for whatever state it finds. */
  readonly label: string;
  /** The one thing that it would do now, for the menu. */
  readonly now?: (bench: Workbench) => string;
  /** What people may call it, and what it is for, beside its label. */
  readonly finds?: string;
  readonly group: ActionGroup;
  /** What is pressed: 'Shift+D', 'Ctrl+Z', 'k', '?'. */
  readonly keys: readonly string[];
  /** Whether it is offered in the context menu now; left out, it never is. */
  readonly inMenu?: (bench: Workbench) => boolean;
  /** The browser knows the key; what it does is heard elsewhere. */
  readonly native?: true;
  /** It lasts as long as its key is down: nothing else can do it. */
  readonly whileHeld?: true;
  readonly does: (bench: Workbench) => void;
}

/** Groups of actions, as people read them. */
export const ACTION_GROUPS = {
  tools: 'Tools',
  point: 'Selected point',
  dragging: 'Dragging',
  knots: 'Knots',
  curve: 'Curve',
  joint: 'Joints',
  drawing: 'Drawing',
  looking: 'Looking',
  reading: 'Reading',
} as const;
export type ActionGroup = keyof typeof ACTION_GROUPS;
