import { freehand as fitStroke, packVectors, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, type Recipe } from '@pencil-bend/document';
import { idle } from '../bend/bend';
import { NO_PREVIEW, type PointerInput, type Preview, type Prompt, type ToolContext, type ToolInput, type Transition } from '../tool'; // prettier-ignore

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
}

export const startFreehand: FreehandState = {
  tool: 'freehand',
  phase: 'ready',
  stroke: [],
  takenBack: null,
  options: { tightness: 0, corners: true },
};

/** A first tightness is this share of the reach of a click: what a hand can do at this zoom. */
const FIRST_TIGHTNESS = 1 / 5;

export function freehand(state: FreehandState, input: ToolInput, context: ToolContext): Transition {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'again':
      return state.takenBack ? { state: { ...state, phase: 'settling', stroke: state.takenBack, takenBack: null } } : { state }; // prettier-ignore
    case 'option':
      return { state: { ...state, options: { ...state.options, [input.name]: input.value } } };
    case 'press': {
      // A new stroke keeps the one before.
      const kept = state.phase === 'settling' ? finishFreehand(state, context) : null;
      const begun: FreehandState = { ...state, phase: 'drawing', stroke: samplesOf(input), takenBack: null };
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
      const settled: FreehandState = { ...state, phase: 'settling', options };
      return { state: fitted(settled) ? settled : { ...state, phase: 'ready', stroke: [] } };
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

/** Keeps the curve of the stroke, if there is one. */
export function finishFreehand(state: FreehandState, { layer, plane, newId }: ToolContext): Omit<Transition, 'state'> {
  const made = fitted(state);
  if (!made) return {};
  const id = newId();
  return {
    order: { command: 'drawItems', args: { layer, plane, word: 'Freehand', items: [{ id, recipe: made.recipe }] } },
    select: { item: id, handles: [] },
  };
}

/** The curve near a stroke, and how near. */
export interface FittedStroke {
  readonly recipe: Recipe;
  readonly deviation: number;
  readonly points: number;
  /** The stroke is too noisy for the tightness: this is as near as it gets. */
  readonly within: boolean;
}

const known = new WeakMap<readonly Sample[], Map<string, FittedStroke | null>>();

/** The same stroke and options give the same curve: nothing is computed twice. Null for a stroke of one place. */
export function fitted({ stroke, options: { tightness, corners } }: FreehandState): FittedStroke | null {
  const tolerance = tightness > 0 ? tightness : 1;
  const forms = known.get(stroke) ?? new Map<string, FittedStroke | null>();
  known.set(stroke, forms);
  const wanted = `${tolerance} ${corners}`;
  let found = forms.get(wanted);
  if (found === undefined) forms.set(wanted, (found = fit(stroke, tolerance, corners)));
  return found;
}

function fit(stroke: readonly Sample[], tolerance: number, corners: boolean): FittedStroke | null {
  const samples = packVectors(withoutTails(stroke).map(({ at }) => at));
  const made = fitStroke(samples, tolerance, { quick: true, ...(!corners && { cornerTurn: Infinity }) });
  if (!made.ok) return null;
  const { curve } = made.value;
  return {
    recipe: controlRecipe(curve, (i) => `c${i + 1}`),
    deviation: made.value.max,
    points: curve.points.length / 4,
    within: made.value.within,
  };
}

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
  const made = fitted(state);
  return { ...NO_PREVIEW, path, shown: made ? [{ recipe: made.recipe }] : [] };
}

export function promptFreehand(state: FreehandState): Prompt {
  if (state.phase === 'drawing') return { text: 'Lift to see the curve near this stroke.', keys: [{ key: 'Esc', does: 'keeps it as it is' }] }; // prettier-ignore
  if (state.phase === 'ready') return { text: 'Press and draw.', keys: [{ key: 'Esc', does: 'back to bending' }] };
  const made = fitted(state);
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
