import { distance, type Plane, type Vector3 } from '@pencil-bend/core';
import type { Axis, Handle, Id, CommandCall, Project, Recipe, Selection } from '@pencil-bend/document';
import type { Measurement, TracedPicture } from '../api/savedView';
import type { Caught } from '../snap/caught';
import type { Answer, Asked, JobKind } from '../work/jobs';

/** A handle where it lies. */
export interface LocatedHandle {
  readonly handle: Handle;
  readonly at: Vector3;
  /** Of a weight: the way in mm along which it doubles. */
  readonly stem?: Vector3;
}

/** What lies under the pointer. */
export type Hit =
  /** A point of its own. */
  | { readonly kind: 'point'; readonly item: Id; readonly at: Vector3 }
  /** A guide: a line or a gauge circle. */
  | { readonly kind: 'guide'; readonly item: Id; readonly at: Vector3 }
  | { readonly kind: 'pointSet'; readonly item: Id; readonly at: Vector3 }
  /** A handle of the selected curve. */
  | { readonly kind: 'handle'; readonly item: Id; readonly located: LocatedHandle }
  /** A place on a curve, with its parameter. */
  | { readonly kind: 'curve'; readonly item: Id; readonly at: Vector3; readonly u: number };

/** A place that the pointer went through, with the pressure of a pen from 0 to 1; null of a mouse. */
export interface Sample {
  readonly at: Vector3;
  readonly pressure: number | null;
}

export interface PointerInput {
  readonly type: 'move' | 'press' | 'release' | 'double';
  /** On the sheet, in mm; where a snap caught something, there. */
  readonly at: Vector3;
  readonly caught?: Caught | null;
  /** All the places since the input before, with the pressure of a pen. */
  readonly samples?: readonly Sample[];
  /** All that lies there, the likeliest first. */
  readonly hits: readonly Hit[];
  /** How near, in mm at the present zoom, counts as the same place. */
  readonly reach: number;
  /** Shift adds to the selection, and keeps a drag to one axis. */
  readonly shift?: boolean;
  /** Draws a lasso instead of a box. */
  readonly lasso?: boolean;
}

export interface KeyInput {
  readonly type: 'key';
  readonly key: 'Enter' | 'Escape' | 'Backspace' | 'Delete';
}

/** What a drag keeps to: an axis, the legs of the polygon (fit points: the chords) beside it, or the curve's normal. */
export const DRAG_CONSTRAINTS = ['free', 'x', 'y', 'z', 'legs', 'normal'] as const;
export type DragConstraint = (typeof DRAG_CONSTRAINTS)[number];

/** How drags go. */
export interface DragSettings {
  readonly along: DragConstraint;
  /** How far a soft drag reaches, in mm; null is not soft. */
  readonly soft: number | null;
}

/** What the selected points take from what is clicked next: a coordinate, or the direction of their tangent. */
export type Taking = Axis | 'direction';

/** To a tool that drags handles. */
export type DragInput =
  /** A step of the handles in hand by keys, in mm; they are left where they are when the keys are let go ('settle'). */
  | { readonly type: 'nudge'; readonly by: Vector3; readonly located: LocatedHandle | null }
  | { readonly type: 'settle' }
  | ({ readonly type: 'drag-settings' } & Partial<DragSettings>)
  | { readonly type: 'take'; readonly what: Taking }
  /** The pointer has left the sheet: nothing lies under it any more. */
  | { readonly type: 'leave' }
  /** The next of the handles that lie over each other under the pointer. */
  | { readonly type: 'stack' }
  | SlideInput;

/** A knot dragged along the knot line: to this parameter, left there, or back where it was. */
export interface SlideInput {
  readonly type: 'slide';
  readonly item: Id;
  readonly u: number;
  readonly to: number;
  readonly ends: 'not yet' | 'here' | 'back';
}

/** To a tool that takes places: one that was typed, one that was taken back again, an option, another order. */
export type PlaceInput =
  | { readonly type: 'typed'; readonly at: Vector3; readonly value?: number }
  | { readonly type: 'again' }
  | { readonly type: 'option'; readonly name: string; readonly value: OptionValue }
  /** Indices of the places in their new order; what is left out is taken out. */
  | { readonly type: 'order-of-places'; readonly order: readonly number[] };

export type ToolInput = PointerInput | KeyInput | DragInput | PlaceInput;

export type OptionValue = number | string | boolean;
export type Options = Readonly<Record<string, OptionValue>>;

/** Something of a tool that can be set while it is in hand, with its value. */
export type Option = {
  readonly name: string;
  readonly label: string;
  /** Shown only while another option has this value. */
  readonly only?: readonly [name: string, value: string];
} & (
  | {
      readonly kind: 'number';
      readonly value: number;
      readonly least: number;
      readonly most: number;
      readonly whole?: boolean;
      /** A plain number instead of a length in mm. */
      readonly plain?: boolean;
    }
  | { readonly kind: 'choice'; readonly value: string; readonly choices: readonly Choice[] }
  | {
      readonly kind: 'toggle';
      readonly value: boolean;
      /** What is said where it is not 'yes' and 'no'. */
      readonly states?: readonly [off: string, on: string];
    }
  /** A length in mm over powers of 2; `missing` says what it needs first. */
  | {
      readonly kind: 'slider';
      readonly value: number;
      readonly least: number;
      readonly most: number;
      readonly meaning: string;
      readonly missing: string | null;
    }
);

export interface Choice {
  readonly value: string;
  readonly label: string;
}

/** What a single number means that is typed now. */
export interface NumberMeaning {
  /** As it is said: 'radius', 'angle in degrees'. */
  readonly label: string;
  /** A plain number instead of a length. */
  readonly plain: boolean;
  readonly place: (value: number) => Vector3;
}

/** What came of what a tool has: a length in mm, or words. */
export interface Fact {
  readonly label: string;
  readonly value: { readonly mm: number } | string;
}

/** What a tool may know of the bench it works on. */
export interface ToolContext {
  readonly selection: Selection;
  readonly project: Project | null;
  /** The picture in hand that is traced over. */
  readonly picture: TracedPicture | null;
  /** The recipe of any curve. */
  readonly recipeOf: (item: Id) => Recipe | null;
  readonly tolerance: number;
  /** The plane that is looked at: boxes and frames lie along its axes. */
  readonly view: Plane;
  /** Across the plane that the selected curve lies in: gives its normals their side. */
  readonly normal: Vector3;
  /** Layer and plane of what is drawn next. */
  readonly layer: Id;
  readonly plane: Id;
  readonly newId: () => Id;
}

/** A tool's state is plain JSON: it outlives a reload. It bears the name of its tool. */
export interface ToolState {
  readonly tool: string;
}

/** What a step does to the drawing and the selection, if anything. */
export interface Effects {
  readonly call?: CommandCall;
  readonly select?: Selection;
  /** The picture that is traced, laid anew. */
  readonly picture?: TracedPicture;
  /** What was measured, to be left standing. */
  readonly measurement?: Measurement;
  /** Why nothing could be made of what was given. */
  readonly why?: string;
}

/** Where an input leads: the next state, null where the tool is put down, and what it does. */
export interface Transition<State extends ToolState = ToolState> extends Effects {
  readonly state: State | null;
}

/** What a drag carries: it is caught by snaps in place of the pointer. */
export interface Carried {
  /** From the pointer to the place that is carried. */
  readonly offset: Vector3;
  /** Where that place was when it was taken up. */
  readonly from: Vector3;
  /** Of a tangent: the place it turns about, and only its direction is caught. */
  readonly about: Vector3 | null;
}

/** What a tool makes use of in its present state; nothing else is looked for, caught or fed to it. */
export interface Accepts {
  /** Places: they are caught by snaps, typed, and brought by arrow keys. */
  readonly places: boolean;
  /** What lies under the pointer. */
  readonly curves: boolean;
  /** Every place that the pointer goes through. */
  readonly strokes: boolean;
  /** Drags of handles, by pointer and keys, and how they go. */
  readonly drags: DragSettings | null;
  /** What is being dragged by the pointer. */
  readonly carries: Carried | null;
  /** The next press picks what lies under it and selects nothing. */
  readonly picks: boolean;
}

export const ACCEPTS_NOTHING: Accepts = {
  places: false,
  curves: false,
  strokes: false,
  drags: null,
  carries: null,
  picks: false,
};

/** The box around what is selected along the axes of a plane: its lower left corner and the upper right one in them. */
export interface Frame {
  readonly plane: Plane;
  readonly low: Vector3;
  readonly high: Vector3;
}

/** What is shown of a tool at work. */
export interface Preview {
  /** What it would do to the drawing now: it is done on the side, and shown. */
  readonly call: CommandCall | null;
  /** What is to be minded about what would come of it, or why nothing would. */
  readonly note: string | null;
  /** What would be measured now. */
  readonly measurement: Measurement | null;
  /** The place where a click would put a point. */
  readonly ghost: Vector3 | null;
  /** Places given so far, numbered where their order counts. */
  readonly placed: readonly Vector3[];
  readonly numbered: boolean;
  /** Straight from place to place, as long as nothing can be drawn through them. */
  readonly path: readonly Vector3[];
  /** Handles of anchors: from an anchor to the end of its handle. */
  readonly stems: readonly (readonly [Vector3, Vector3])[];
  /** The outline in which points are being selected. */
  readonly area: readonly Vector3[];
  /** The item under the pointer, and its handle there. */
  readonly hover: Id | null;
  readonly hoverHandle: Handle | null;
  /** The frame around several selected items, to drag them by. */
  readonly frame: Frame | null;
  /** Where the handle that is dragged was, and is now. */
  readonly dragged: { readonly from: Vector3; readonly to: Vector3 } | null;
}

export const NO_PREVIEW: Preview = {
  call: null,
  note: null,
  measurement: null,
  ghost: null,
  placed: [],
  numbered: false,
  path: [],
  stems: [],
  area: [],
  hover: null,
  hoverHandle: null,
  frame: null,
  dragged: null,
};

/** The prompt line: what the next click does, and the keys that do something now. */
export interface Prompt {
  readonly text: string;
  readonly keys: readonly { readonly key: string; readonly does: string }[];
}

/** Heavy computation that a tool waits for, and what its answer makes of the state that the tool has by then. */
export type Work<State> = {
  [Job in JobKind]: {
    readonly job: Job;
    readonly args: Asked<Job>;
    readonly merge: (now: State, answer: Answer<Job>) => State;
  };
}[JobKind];

/** Groups of tools in the palette, as people read them. */
export const TOOL_GROUPS = {
  bend: 'Bend',
  curves: 'Curves',
  lines: 'Lines and shapes',
  round: 'Round',
  points: 'Points and guides',
  cut: 'Cut and make one',
  joints: 'Joints',
  transform: 'Carry',
  measure: 'Measure',
  trace: 'Trace',
} as const;
export type ToolGroup = keyof typeof TOOL_GROUPS;

/** A tool: a pure state machine over plain states, tested without a browser. */
export interface Tool<State extends ToolState = ToolState> {
  /** It works on what is selected, which is kept when the tool is taken up. */
  readonly needsSelection?: boolean;
  /** What inspector, comb and graph are about while it is in hand: what is selected, or what would come of it. */
  readonly reads: 'selection' | 'preview';
  readonly start: (options: Options) => State;
  readonly step: (state: State, input: ToolInput, context: ToolContext) => Transition<State>;
  /** What it leaves when it is put down: nothing is lost by a change of mind. */
  readonly leave: (state: State, context: ToolContext) => Effects;
  readonly preview: (state: State, context: ToolContext) => Preview;
  readonly prompt: (state: State, context: ToolContext) => Prompt;
  readonly accepts: (state: State) => Accepts;
  /** What of its state outlives a reload: what was placed, not where the pointer is. Null for nothing. */
  readonly lasting: (state: State) => State | null;
  /** Whether Backspace takes something back that was given, and whether that can be given again. */
  readonly canUndo?: (state: State) => boolean;
  readonly canRedo?: (state: State) => boolean;
  readonly options?: (state: State) => readonly Option[];
  readonly facts?: (state: State) => readonly Fact[];
  /** What a typed number means, where it is not the length from the last place. */
  readonly meaning?: (state: State, pointer: Vector3 | null, context: ToolContext) => NumberMeaning | null;
  readonly work?: (state: State) => Work<State> | null;
}

export const near = (a: Vector3, b: Vector3, reach: number): boolean => distance(a, b) <= reach;
