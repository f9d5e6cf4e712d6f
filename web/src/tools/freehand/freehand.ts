import { packVectors, unpackCurve, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, selectionOf, type Recipe } from '@pencil-bend/document';
import { type Answer, type Asked, runJob } from '../../work/jobs';
import { idle } from '../select/select';
import {
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type Prompt,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../contract';

/** A place that the pointer went through, with the pressure of a pen from 0 to 1; null of a mouse. */
export interface Sample {
  readonly at: Vector3;
  readonly pressure: number | null;
}

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

export const startFreehand: FreehandState = {
  tool: 'freehand',
  phase: 'ready',
  stroke: [],
  takenBack: null,
  options: { tightness: 0, corners: true },
  made: null,
};

/** A first tightness is this share of the reach of a click: what a hand can do at this zoom. */
const FIRST_TIGHTNESS = 1 / 5;

export function freehand(state: FreehandState, input: ToolInput, context: ToolContext): Transition {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'again':
      return state.takenBack ? { state: { ...state, phase: 'settling', stroke: state.takenBack, takenBack: null, made: null } } : { state }; // prettier-ignore
    case 'option':
      return { state: { ...state, options: { ...state.options, [input.name]: input.value } } };
    case 'fitted':
      return { state: state.stroke === input.stroke ? { ...state, made: input.made } : state };
    case 'press': {
      // A new stroke keeps the one before.
      const kept = state.phase === 'settling' ? finishFreehand(state, context) : null;
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
      const options = tightness > 0 ? state.options : { ...state.options, tightness: Number((FIRST_TIGHTNESS * input.reach).toPrecision(2)) }; // prettier-ignore
      return { state: isStroke(state.stroke) ? { ...state, phase: 'settling', options } : { ...state, phase: 'ready', stroke: [] } }; // prettier-ignore
    }
    default:
      return { state };
  }
}

const samplesOf = ({ at, samples }: PointerInput): readonly Sample[] => samples ?? [{ at, pressure: null }];

function key(state: FreehandState, pressed: string, context: ToolContext): Transition {
  switch (pressed) {
    case 'Enter':
      return state.phase === 'settling' ? { ...finishFreehand(state, context), state: idle } : { state };
    case 'Escape':
      return state.phase === 'ready' ? { state: idle } : { ...finishFreehand(state, context), state: idle };
    case 'Backspace':
      return {
        state: state.stroke.length > 0 ? { ...state, phase: 'ready', stroke: [], takenBack: state.stroke } : state,
      };
    default:
      return { state };
  }
}

/** Keeps the curve of the stroke; one that the worker has not answered yet is made here and now. */
export function finishFreehand(state: FreehandState, { layer, plane, newId }: ToolContext): Omit<Transition, 'state'> {
  if (!isStroke(state.stroke)) return {};
  const made = isCurrent(state) ? state.made : fittedBy(state, runJob('freehand', askedOf(state), () => undefined)); // prettier-ignore
  if (!made) return {};
  const id = newId();
  return {
    order: { command: 'drawItems', args: { layer, plane, word: 'Freehand', items: [{ id, recipe: made.recipe }] } },
    select: selectionOf([id]),
  };
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
export const isCurrent = ({ made, options }: FreehandState): boolean => made?.options === options;

/** What the worker is asked for. */
export const askedOf = ({ stroke, options: { tightness, corners } }: FreehandState): Asked<'freehand'> => ({
  samples: packVectors(withoutTails(stroke).map(({ at }) => at)),
  tolerance: tightness > 0 ? tightness : 1,
  corners,
});

/** What the worker's answer means; null for a stroke that no curve comes near. */
export function fittedBy({ options }: FreehandState, answer: Answer<'freehand'>): FittedStroke | null {
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

export function previewFreehand(state: FreehandState): Preview {
  const path = state.stroke.map(({ at }) => at);
  if (state.phase !== 'settling') return { ...NO_PREVIEW, path };
  const { made } = state;
  return { ...NO_PREVIEW, path, shown: made ? [{ recipe: made.recipe }] : [] };
}

export function promptFreehand(state: FreehandState): Prompt {
  if (state.phase === 'drawing') return { text: 'Lift to see the curve near this stroke.', keys: [{ key: 'Esc', does: 'keeps it as it is' }] }; // prettier-ignore
  if (state.phase === 'ready') return { text: 'Press and draw.', keys: [{ key: 'Esc', does: 'back to bending' }] };
  const { made } = state;
  return {
    text: 'Set how tight it is on the card, or draw the next stroke.',
    ...(made && !made.within && { note: 'The stroke is too noisy for that: this is as near as it gets.' }),
    keys: [
      { key: 'Backspace', does: 'takes it back' },
      { key: 'Enter', does: 'keeps it' },
      { key: 'Esc', does: 'keeps it too' },
    ],
  };
}
