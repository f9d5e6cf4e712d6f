import { packVectors, unpackCurve } from '@pencil-bend/core';
import { controlRecipe, type Id, type CommandCall, type Recipe, selectionOf } from '@pencil-bend/document';
import { freehandJob } from '../../work/freehandJob';
import type { Answer, Asked } from '../../work/jobs';
import {
  ACCEPTS_NOTHING,
  type Effects,
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type Prompt,
  type Sample,
  type Tool,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../contract';

/** Drawing freehand: a stroke while the pointer is down, then a curve near it, as tight as one likes. */
export interface FreehandState {
  readonly tool: 'freehand';
  readonly phase: 'ready' | 'drawing' | 'settling';
  readonly stroke: readonly Sample[];
  /** A stroke that was taken back. */
  readonly takenBack: readonly Sample[] | null;
  readonly options: {
    /** How far in mm the curve may lie from the stroke; 0 until there is one. */
    readonly tightness: number;
    readonly corners: boolean;
  };
  /** The curve near the stroke, as the worker last answered. */
  readonly made: FittedStroke | null;
}

const START: FreehandState = {
  tool: 'freehand',
  phase: 'ready',
  stroke: [],
  takenBack: null,
  options: { tightness: 0, corners: true },
  made: null,
};

/** A first tightness is this share of the reach of a click: what a hand can do at this zoom. */
const FIRST_TIGHTNESS = 1 / 5;

function step(state: FreehandState, input: ToolInput, context: ToolContext): Transition<FreehandState> {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'again':
      return state.takenBack
        ? { state: { ...state, phase: 'settling', stroke: state.takenBack, takenBack: null, made: null } }
        : { state };
    case 'option':
      return { state: { ...state, options: { ...state.options, [input.name]: input.value } } };
    case 'press': {
      // A new stroke keeps the one before.
      const kept = state.phase === 'settling' ? finished(state, context) : null;
      const begun: FreehandState = {
        ...state,
        phase: 'drawing',
        stroke: samplesOf(input),
        takenBack: null,
        made: null,
      };
      return { ...kept, state: begun };
    }
    case 'move':
      return {
        state: state.phase === 'drawing' ? { ...state, stroke: [...state.stroke, ...samplesOf(input)] } : state,
      };
    case 'release': {
      if (state.phase !== 'drawing') return { state };
      const { tightness } = state.options;
      const options =
        tightness > 0
          ? state.options
          : { ...state.options, tightness: Number((FIRST_TIGHTNESS * input.reach).toPrecision(2)) };
      return {
        state: isStroke(state.stroke)
          ? { ...state, phase: 'settling', options }
          : { ...state, phase: 'ready', stroke: [] },
      };
    }
    default:
      return { state };
  }
}

const samplesOf = ({ at, samples }: PointerInput): readonly Sample[] => samples ?? [{ at, pressure: null }];

function key(state: FreehandState, pressed: string, context: ToolContext): Transition<FreehandState> {
  switch (pressed) {
    case 'Enter':
      return state.phase === 'settling' ? { ...finished(state, context), state: null } : { state };
    case 'Escape':
      return state.phase === 'ready' ? { state: null } : { ...finished(state, context), state: null };
    case 'Backspace':
      return {
        state: state.stroke.length > 0 ? { ...state, phase: 'ready', stroke: [], takenBack: state.stroke } : state,
      };
    default:
      return { state };
  }
}

/** Keeps the curve of the stroke; one that the worker has not answered yet is made here and now. */
function finished(state: FreehandState, { layer, plane, newId }: ToolContext): Effects {
  if (!isStroke(state.stroke)) return {};
  const made = isCurrent(state) ? state.made : fittedBy(state, freehandJob(askedOf(state)));
  if (!made) return {};
  const id = newId();
  return { call: callFor(id, made, layer, plane), select: selectionOf([id]) };
}

/** The curve near a stroke, how near, and what it was asked to be. */
export interface FittedStroke {
  readonly recipe: Recipe;
  readonly deviation: number;
  readonly points: number;
  /** Not so where the stroke is too noisy for the tightness: then this is as near as it gets. */
  readonly within: boolean;
  readonly options: FreehandState['options'];
}

/** Whether the curve is the one that these options ask for. */
const isCurrent = ({ made, options }: FreehandState): boolean => made?.options === options;

/** What the worker is asked for. */
const askedOf = ({ stroke, options: { tightness, corners } }: FreehandState): Asked<'freehand'> => ({
  samples: packVectors(withoutTails(stroke).map(({ at }) => at)),
  tolerance: tightness > 0 ? tightness : 1,
  corners,
});

/** What the worker's answer means; null for a stroke that no curve comes near. */
function fittedBy({ options }: FreehandState, answer: Answer<'freehand'>): FittedStroke | null {
  if (!answer.ok) return null;
  const { max: deviation, within } = answer.value;
  const curve = unpackCurve(answer.value.curve);
  const recipe = controlRecipe(curve, (i) => `c${i + 1}`);
  return { recipe, deviation, points: curve.points.length / 4, within, options };
}

/** A press without a way is no stroke. */
const isStroke = ([first, ...rest]: readonly Sample[]): boolean =>
  first !== undefined && rest.some(({ at }) => at.some((x, c) => x !== first.at[c]));

/** A pen that touches down and lifts leaves little hooks, at less than this share of its usual pressure. */
const LIGHT = 0.25;

/** The stroke without the light samples of a pen at its ends. */
export function withoutTails(stroke: readonly Sample[]): readonly Sample[] {
  const pressures = stroke.flatMap(({ pressure }) => (pressure === null ? [] : [pressure]));
  if (pressures.length < stroke.length || stroke.length < 3) return stroke;
  const usual = [...pressures].sort((a, b) => a - b)[pressures.length >> 1];
  const isFirm = ({ pressure }: Sample) => (pressure ?? 1) >= LIGHT * usual;
  const first = stroke.findIndex(isFirm);
  const last = stroke.findLastIndex(isFirm);
  return last - first >= 1 ? stroke.slice(first, last + 1) : stroke;
}

function preview(state: FreehandState, { layer, plane, newId }: ToolContext): Preview {
  const path = state.stroke.map(({ at }) => at);
  const { made } = state;
  if (state.phase !== 'settling' || !made) return { ...NO_PREVIEW, path };
  return {
    ...NO_PREVIEW,
    path,
    call: callFor(newId(), made, layer, plane),
    note: made.within ? null : 'The stroke is too noisy for that: this is as near as it gets.',
  };
}

const callFor = (id: Id, { recipe }: FittedStroke, layer: Id, plane: Id): CommandCall => ({
  command: 'drawItems',
  args: { layer, plane, shape: 'freehand', items: [{ id, recipe }] },
});

function prompt(state: FreehandState): Prompt {
  if (state.phase === 'drawing')
    return { text: 'Lift to see the curve near this stroke.', keys: [{ key: 'Esc', does: 'keeps it as it is' }] };
  if (state.phase === 'ready') return { text: 'Press and draw.', keys: [{ key: 'Esc', does: 'back to bending' }] };
  return {
    text: 'Set how tight it is on the card, or draw the next stroke.',
    keys: [
      { key: 'Backspace', does: 'takes it back' },
      { key: 'Enter', does: 'keeps it' },
      { key: 'Esc', does: 'keeps it too' },
    ],
  };
}

/** Tightness goes from 1/256 mm to 32 mm. */
const TIGHTNESS = [2 ** -8, 2 ** 5] as const;

export const freehand: Tool<FreehandState> = {
  reads: 'preview',
  start: (options) => ({ ...START, options: { ...START.options, ...options } }),
  step,
  leave: finished,
  preview,
  prompt,
  accepts: () => ({ ...ACCEPTS_NOTHING, strokes: true }),
  lasting: (state) => (state.phase === 'drawing' ? { ...state, phase: 'settling' } : state),
  canUndo: ({ stroke }) => stroke.length > 0,
  canRedo: ({ takenBack }) => takenBack !== null,
  options: ({ phase, options: { tightness, corners } }) => [
    {
      name: 'tightness',
      label: 'Tightness',
      kind: 'slider',
      value: tightness,
      least: TIGHTNESS[0],
      most: TIGHTNESS[1],
      meaning: 'how far the curve may lie from the stroke',
      missing: phase === 'settling' ? null : 'draw first',
    },
    { name: 'corners', label: 'Corners', kind: 'toggle', value: corners, states: ['smoothed', 'kept'] },
  ],
  facts: ({ phase, made, stroke }) =>
    phase === 'settling' && made
      ? [
          { label: 'Deviation', value: { mm: made.deviation } },
          { label: 'Points', value: `${made.points} control` },
          { label: 'Stroke', value: `${stroke.length} samples` },
        ]
      : [],
  work: (state) =>
    state.phase === 'settling' && !isCurrent(state)
      ? {
          job: 'freehand',
          args: askedOf(state),
          merge: (now, answer) => (now.stroke === state.stroke ? { ...now, made: fittedBy(state, answer) } : now),
        }
      : null,
};
