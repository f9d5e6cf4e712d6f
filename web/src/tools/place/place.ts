import type { Vector3 } from '@pencil-bend/core';
import { type Order, resolveRecipe, selectionOf } from '@pencil-bend/document';
import { idle } from '../select/select';
import { shownBy } from '../shownBy';
import {
  near,
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type Prompt,
  type ToolContext,
  type ToolInput,
  type ToolState,
  type Transition,
} from '../contract';
import {
  draws,
  firstOptions,
  type Given,
  type Laying,
  type Made,
  type Meaning,
  mostOf,
  type Options,
  type Place,
  withIds,
} from './placingTool';
import { type LayingName, LAYINGS } from './placingTools';

/** Giving places, one after the other, to a tool that makes something of them. */
export interface LayState {
  readonly tool: 'lay';
  readonly laying: LayingName;
  readonly places: readonly Place[];
  /** Places that were taken back: they can be put again until another one is given. */
  readonly takenBack: readonly Place[];
  readonly pointer: Place | null;
  /** The pointer is on the first place, where a click closes the curve. */
  readonly closing: boolean;
  readonly options: Options;
}

export const startLaying = (laying: LayingName, options: Options = {}): LayState => ({
  tool: 'lay',
  laying,
  places: [],
  takenBack: [],
  pointer: null,
  closing: false,
  options: { ...firstOptions(LAYINGS[laying]), ...options },
});

const POINTS: readonly string[] = ['point', 'end', 'centre', 'middle', 'intersection'];

const layingOf = ({ laying }: LayState): Laying => LAYINGS[laying];

export function lay(state: LayState, input: ToolInput, context: ToolContext): Transition {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'again': {
      const [place, ...rest] = state.takenBack;
      return { state: place ? { ...state, places: [...state.places, place], takenBack: rest } : state };
    }
    case 'option':
      return { state: { ...state, options: { ...state.options, [input.name]: input.value } } };
    case 'order-of-places':
      return { state: { ...state, places: input.order.map((i) => state.places[i]) } };
    case 'typed':
      return give(state, { ...placeOf(input.at, state), ...(input.value !== undefined && { value: input.value }) }, context); // prettier-ignore
    case 'move':
    case 'press':
    case 'double':
    case 'release':
      return point(state, input, context);
    default:
      return { state };
  }
}

/** Curves under the pointer matter to it: it cuts, joins or makes something of them. */
export const picksCurves = (state: { readonly tool: string }): boolean =>
  state.tool === 'lay' && layingOf(state as LayState).group === 'Cut and join';

/** What a single number means that is typed now; null for the length from the last place. */
export function meaningOf(state: ToolState, pointer: Vector3 | null, context: ToolContext): Meaning | null {
  if (state.tool !== 'lay') return null;
  const { places, options } = state;
  return layingOf(state).number?.({ places, options, closed: false }, pointer, context) ?? null;
}

function key(state: LayState, pressed: string, context: ToolContext): Transition {
  switch (pressed) {
    case 'Enter':
      return state.places.length > 0 ? finish(state, false, context) : { state };
    case 'Escape':
      return leave(state, context);
    case 'Backspace': {
      const last = state.places.at(-1);
      if (!last) return { state };
      return { state: { ...state, places: state.places.slice(0, -1), takenBack: [last, ...state.takenBack], closing: false } }; // prettier-ignore
    }
    default:
      return { state };
  }
}

function point(state: LayState, input: PointerInput, context: ToolContext): Transition {
  const closing = isClosing(state, input);
  const place = placeOf(input.at, state, input);
  switch (input.type) {
    case 'move':
      return { state: { ...state, pointer: place, closing } };
    case 'press':
      if (closing) return finish(state, true, context);
      // A second click in the same place is the first half of a double-click.
      if (isSame(state, input)) return { state: { ...state, pointer: place } };
      return give({ ...state, pointer: place }, place, context);
    case 'double':
      return state.places.length > 0 && mostOf(layingOf(state), state.options, state.places) === Infinity ? finish(state, false, context) : { state }; // prettier-ignore
    case 'release':
      return { state };
  }
}

function placeOf(at: Vector3, { options }: LayState, input?: PointerInput): Place {
  const hit = input?.hits.find(({ kind }) => kind === 'curve');
  const { kind, item, ahead } = input?.caught ?? {};
  return {
    at,
    on: hit?.kind === 'curve' ? { item: hit.item, u: hit.u } : null,
    caught: kind ? { kind, item: item ?? null, ahead: ahead ?? null } : null,
    ...(typeof options['leg'] === 'string' && { leg: options['leg'] }),
  };
}

const isClosing = (state: LayState, { at, reach }: PointerInput): boolean => {
  const { closes = Infinity } = layingOf(state);
  return state.places.length >= closes && near(at, state.places[0].at, reach);
};

const isSame = (state: LayState, { at, reach }: PointerInput): boolean => {
  const last = state.places.at(-1);
  return last !== undefined && near(at, last.at, reach) && !layingOf(state).picks?.(state.places.length);
};

/** Takes a place; where it is the last one that is needed, what was asked for is made. */
function give(state: LayState, place: Place, context: ToolContext): Transition {
  const made = layingOf(state);
  if (made.needsSelection && context.selection.items.length === 0) return { state, why: `${made.words} works on what is selected: select a curve first` }; // prettier-ignore
  if (made.picks?.(state.places.length) && !place.on) return { state, why: 'There is no curve under that place' };
  if (made.catches) {
    if (!place.caught || !POINTS.includes(place.caught.kind)) return { state, why: 'There is no point at that place' };
    const again = state.places.findIndex(({ at }) => near(at, place.at, 1e-9));
    if (again >= 0) return { state: { ...state, places: state.places.toSpliced(again, 1) } };
  }
  const given: LayState = { ...state, places: [...state.places, place], takenBack: [], closing: false };
  if (given.places.length < mostOf(made, state.options, given.places)) return { state: given };
  const done = completed(given, false, context);
  // What cannot be made is said, and the last place can be given anew.
  return 'why' in done ? { state, why: done.why } : done;
}

/** Ends with what there is: a shape, or else its places as points. */
function finish(state: LayState, closed: boolean, context: ToolContext): Transition {
  if (state.places.length < layingOf(state).least) return keptAsPoints(state, context);
  return completed(state, closed, context);
}

/** Leaves the tool and keeps what was placed. */
export function leave(state: LayState, context: ToolContext): Transition {
  if (state.places.length === 0) return { state: idle };
  const ended = finish(state, false, context);
  const left = ended.why === undefined ? ended : { ...keptAsPoints(state, context), why: ended.why };
  return { ...left, state: idle };
}

/** Places of a shape that is not complete stay on the sheet as points; picks of a tool that draws nothing do not. */
function keptAsPoints(state: LayState, context: ToolContext): Transition {
  if (!draws(layingOf(state))) return { state: idle };
  const items = withIds(state.places.map(({ at }) => ({ at })), context.newId); // prettier-ignore
  return { state: idle, ...drawn('Point', items, context) };
}

const drawn = (word: string, items: ReturnType<typeof withIds>, { layer, plane }: ToolContext) => ({
  order: { command: 'drawItems', args: { layer, plane, word, items } } as Order,
  select: selectionOf([items[0].id]),
});

function completed(state: LayState, closed: boolean, context: ToolContext): Transition {
  const made = attempted(layingOf(state), { places: state.places, closed, options: state.options }, context);
  if ('why' in made) return { state, why: made.why };
  const next = layingOf(state).stays ? { ...startLaying(state.laying), options: state.options, pointer: state.pointer } : idle; // prettier-ignore
  if ('picture' in made) return { state: next, picture: made.picture };
  if ('order' in made) {
    const { order, select } = made;
    return { state: next, order, ...(select && { select: selectionOf(select) }) };
  }
  return { state: next, ...drawn(made.word, withIds(made.shapes, context.newId), context) };
}

/**
 * What comes of it, or why nothing does: the kernel refuses sizes of nothing and the like by a RangeError, and through
 * two places in one there is no curve.
 */
function attempted(laying: Laying, given: Given, context: ToolContext): Made {
  try {
    const made = laying.make(given, context);
    for (const shape of 'shapes' in made ? made.shapes : []) {
      const resolved = 'recipe' in shape ? resolveRecipe(shape.recipe) : null;
      if (resolved && !resolved.ok) return { why: resolved.failure.message };
    }
    return made;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const words = error.message;
    return { why: words.charAt(0).toUpperCase() + words.slice(1) };
  }
}

/** What would come of the places given so far and the one under the pointer. */
function ahead(state: LayState, context: ToolContext): Made | null {
  const { places, pointer, closing, options } = state;
  const made = layingOf(state);
  const last = places.at(-1);
  const isNew = pointer && !closing && !(last && near(pointer.at, last.at, 1e-6)) && !(made.picks?.(places.length) && !pointer.on); // prettier-ignore
  const all = pointer && isNew ? [...places, pointer] : places;
  if (all.length < Math.max(1, made.least)) return null;
  return attempted(made, { places: all, closed: closing, options }, { ...context, newId: previewIds() });
}

const previewIds = () => {
  let serial = 0;
  return () => `preview${++serial}`;
};

export function previewLaying(state: LayState, context: ToolContext): Preview {
  const made = ahead(state, context);
  const placed = state.places.map(({ at }) => at);
  const { ordered = false, picks } = layingOf(state);
  const shown =
    made && !('why' in made)
      ? 'order' in made
        ? shownBy(made.order, context)
        : 'shapes' in made
          ? made.shapes
          : []
      : [];
  const path = state.pointer && shown.length === 0 && placed.length > 0 ? [...placed, state.pointer.at] : [];
  const pickNext = picks?.(placed.length) && !state.pointer?.on;
  return {
    ...NO_PREVIEW,
    placed,
    numbered: ordered,
    shown,
    path,
    ghost: state.closing || pickNext ? null : (state.pointer?.at ?? null),
  };
}

export function promptLaying(state: LayState, context: ToolContext): Prompt {
  const { places, closing, options } = state;
  const made = layingOf(state);
  const count = places.length;
  const open = mostOf(made, options, places) === Infinity;
  const result = count + 1 >= made.least && state.pointer ? ahead(state, context) : null;
  const note = result && ('why' in result ? (count > 0 ? result.why : null) : result.note);
  const text = closing ? 'Click to close the curve, smooth over the seam.' : made.asks(count, options);
  return {
    text: made.needsSelection && context.selection.items.length === 0 ? 'Select a curve first, then take this tool.' : text, // prettier-ignore
    ...(note && { note }),
    keys: [
      ...(count > 0 ? [{ key: 'Backspace', does: 'takes one back' }] : []),
      ...(open && count >= 2 ? [{ key: 'Enter', does: 'or double-click ends' }] : []),
      { key: 'Esc', does: count === 0 || !draws(made) ? 'back to bending' : open && count >= 2 ? 'ends and keeps them' : 'ends and keeps it' }, // prettier-ignore
    ],
  };
}
