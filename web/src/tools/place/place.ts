import type { Vector3 } from '@pencil-bend/core';
import { type CommandCall, resolveRecipe, selectionOf } from '@pencil-bend/document';
import { entryOf, type ToolEntry, type ToolName } from '../catalogue';
import {
  type Accepts,
  ACCEPTS_NOTHING,
  type Effects,
  near,
  NO_PREVIEW,
  type NumberMeaning,
  type Option,
  type Options,
  type OptionValue,
  type PointerInput,
  type Preview,
  type Prompt,
  type Tool,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../contract';
import {
  draws,
  firstOptions,
  type Given,
  type Made,
  mostOf,
  type Place,
  type PlacingTool,
  withIds,
} from './placingTool';

/** Giving places, one after the other, to a tool that makes something of them. */
export interface PlacingState {
  readonly tool: string;
  readonly places: readonly Place[];
  /** Places that were taken back: they can be put again until another one is given. */
  readonly takenBack: readonly Place[];
  readonly pointer: Place | null;
  /** The pointer is on the first place, where a click closes the curve. */
  readonly closing: boolean;
  readonly options: Options;
}

const withValue = (option: Option, value: OptionValue | undefined): Option =>
  value === undefined ? option : ({ ...option, value } as Option);

const POINTS: readonly string[] = ['point', 'end', 'centre', 'middle', 'intersection'];

type Step = Transition<PlacingState>;

/** The one machine behind every tool that takes places: what it makes of them is the tool's own. */
export class Placing implements Tool<PlacingState> {
  readonly reads: Tool['reads'];
  private readonly entry: ToolEntry;
  readonly needsSelection: boolean;

  constructor(
    private readonly name: ToolName,
    private readonly its: PlacingTool,
  ) {
    this.entry = entryOf(name);
    this.reads = this.entry.group === 'measure' ? 'selection' : 'preview';
    this.needsSelection = its.needsSelection ?? false;
  }

  start(options: Options): PlacingState {
    return {
      tool: this.name,
      places: [],
      takenBack: [],
      pointer: null,
      closing: false,
      options: { ...firstOptions(this.its), ...options },
    };
  }

  step(state: PlacingState, input: ToolInput, context: ToolContext): Step {
    switch (input.type) {
      case 'key':
        return this.key(state, input.key, context);
      case 'again': {
        const [place, ...rest] = state.takenBack;
        return { state: place ? { ...state, places: [...state.places, place], takenBack: rest } : state };
      }
      case 'option':
        return { state: { ...state, options: { ...state.options, [input.name]: input.value } } };
      case 'order-of-places':
        return { state: { ...state, places: input.order.map((i) => state.places[i]) } };
      case 'typed': {
        const { value } = input;
        const { sets } = this.its;
        if (sets && value !== undefined) {
          const set = Object.fromEntries(sets.map((name) => [name, value]));
          return { state: { ...state, options: { ...state.options, ...set } } };
        }
        return this.give(state, { ...placeOf(input.at, state), ...(value !== undefined && { value }) }, context);
      }
      case 'move':
      case 'press':
      case 'double':
      case 'release':
        return this.point(state, input, context);
      default:
        return { state };
    }
  }

  leave(state: PlacingState, context: ToolContext): Effects {
    if (state.places.length === 0) return {};
    const { state: _state, ...ended } = this.finish(state, false, context);
    return ended.why === undefined ? ended : { ...this.keptAsPoints(state, context), why: ended.why };
  }

  preview(state: PlacingState, context: ToolContext): Preview {
    const made = this.ahead(state, context);
    const placed = state.places.map(({ at }) => at);
    const { ordered = false, picks } = this.its;
    const call = made && callFor(made, context);
    const path = state.pointer && !call && placed.length > 0 ? [...placed, state.pointer.at] : [];
    const pickNext = picks?.(placed.length) && !state.pointer?.on;
    // Before the first place nobody has asked for anything yet.
    const why = made && 'why' in made && placed.length > 0 ? made.why : null;
    return {
      ...NO_PREVIEW,
      placed,
      numbered: ordered,
      call,
      note: why ?? (made && 'note' in made ? (made.note ?? null) : null),
      path: made && 'measurement' in made ? [] : path,
      measurement: made && 'measurement' in made ? made.measurement : null,
      ghost: state.closing || pickNext ? null : (state.pointer?.at ?? null),
    };
  }

  prompt({ places, closing, options }: PlacingState, context: ToolContext): Prompt {
    const count = places.length;
    const open = mostOf(this.its, options, places) === Infinity;
    const text = closing ? 'Click to close the curve, smooth over the seam.' : this.its.asks(count, options);
    return {
      text:
        this.needsSelection && context.selection.items.length === 0
          ? 'Select a curve first, then take this tool.'
          : text,
      keys: [
        ...(count > 0 ? [{ key: 'Backspace', does: 'takes one back' }] : []),
        ...(open && count >= 2 ? [{ key: 'Enter', does: 'or double-click ends' }] : []),
        {
          key: 'Esc',
          does:
            count === 0 || !draws(this.entry.group)
              ? 'back to bending'
              : open && count >= 2
                ? 'ends and keeps them'
                : 'ends and keeps it',
        },
      ],
    };
  }

  accepts(): Accepts {
    return { ...ACCEPTS_NOTHING, places: true, curves: ['cut', 'joints', 'measure'].includes(this.entry.group) };
  }

  lasting(state: PlacingState): PlacingState {
    return { ...state, pointer: null, closing: false };
  }

  canUndo({ places }: PlacingState): boolean {
    return places.length > 0;
  }

  canRedo({ takenBack }: PlacingState): boolean {
    return takenBack.length > 0;
  }

  options({ places, pointer, closing, options }: PlacingState): readonly Option[] {
    const last = places.at(-1);
    const isNew = pointer && !(last && near(pointer.at, last.at, 1e-6));
    const given = { places: isNew ? [...places, pointer] : places, closed: closing, options };
    const now = this.its.optionsNow?.(given) ?? [];
    return (this.its.options ?? [])
      .filter(({ only }) => !only || options[only[0]] === only[1])
      .map((option) => now.find(({ name }) => name === option.name) ?? withValue(option, options[option.name]))
      .filter((option) => option.kind !== 'choice' || option.choices.length > 0);
  }

  meaning({ places, options }: PlacingState, pointer: Vector3 | null, context: ToolContext): NumberMeaning | null {
    const { sets } = this.its;
    const set = sets && this.its.options?.find(({ name }) => name === sets[0]);
    // It is no place: where the pointer is does not matter.
    if (set) return { label: set.label.toLowerCase(), plain: false, place: () => pointer ?? [0, 0, 0] };
    return this.its.number?.({ places, options, closed: false }, pointer, context) ?? null;
  }

  private key(state: PlacingState, pressed: string, context: ToolContext): Step {
    switch (pressed) {
      case 'Enter':
        return state.places.length > 0 ? this.finish(state, false, context) : { state };
      case 'Escape':
        return { state: null, ...this.leave(state, context) };
      case 'Backspace': {
        const last = state.places.at(-1);
        if (!last) return { state };
        return {
          state: { ...state, places: state.places.slice(0, -1), takenBack: [last, ...state.takenBack], closing: false },
        };
      }
      default:
        return { state };
    }
  }

  private point(state: PlacingState, input: PointerInput, context: ToolContext): Step {
    const closing = this.isClosing(state, input);
    const place = placeOf(input.at, state, input);
    switch (input.type) {
      case 'move':
        return { state: { ...state, pointer: place, closing } };
      case 'press':
        if (closing) return this.finish(state, true, context);
        // A second click in the same place is the first half of a double-click.
        if (this.isSame(state, input)) return { state: { ...state, pointer: place } };
        return this.give({ ...state, pointer: place }, place, context);
      case 'double':
        return state.places.length > 0 && mostOf(this.its, state.options, state.places) === Infinity
          ? this.finish(state, false, context)
          : { state };
      case 'release':
        return { state };
    }
  }

  private isClosing(state: PlacingState, { at, reach }: PointerInput): boolean {
    const { closes = Infinity } = this.its;
    return state.places.length >= closes && near(at, state.places[0].at, reach);
  }

  private isSame(state: PlacingState, { at, reach }: PointerInput): boolean {
    const last = state.places.at(-1);
    return last !== undefined && near(at, last.at, reach) && !this.its.picks?.(state.places.length);
  }

  /** Takes a place; where it is the last one that is needed, what was asked for is made. */
  private give(state: PlacingState, place: Place, context: ToolContext): Step {
    const { its } = this;
    if (its.needsSelection && context.selection.items.length === 0)
      return { state, why: `${this.entry.label} works on what is selected: select a curve first` };
    if (its.picks?.(state.places.length) && !place.on) return { state, why: 'There is no curve under that place' };
    if (its.catches) {
      if (!place.caught || !POINTS.includes(place.caught.kind))
        return { state, why: 'There is no point at that place' };
      const again = state.places.findIndex(({ at }) => near(at, place.at, 1e-9));
      if (again >= 0) return { state: { ...state, places: state.places.toSpliced(again, 1) } };
    }
    const given: PlacingState = { ...state, places: [...state.places, place], takenBack: [], closing: false };
    if (given.places.length < mostOf(its, state.options, given.places)) return { state: given };
    const done = this.completed(given, false, context);
    // What cannot be made is said, and the last place can be given anew.
    return 'why' in done ? { state, why: done.why } : done;
  }

  /** Ends with what there is: a shape, or else its places as points. */
  private finish(state: PlacingState, closed: boolean, context: ToolContext): Step {
    if (state.places.length < this.its.least) return { state: null, ...this.keptAsPoints(state, context) };
    return this.completed(state, closed, context);
  }

  /** Places of a shape that is not complete stay on the sheet as points; picks of a tool that draws nothing do not. */
  private keptAsPoints({ places }: PlacingState, context: ToolContext): Effects {
    if (!draws(this.entry.group)) return {};
    return effectsOf({ shape: 'point', items: places.map(({ at }) => ({ at })) }, context);
  }

  private completed(state: PlacingState, closed: boolean, context: ToolContext): Step {
    const made = this.attempted({ places: state.places, closed, options: state.options }, context);
    if ('why' in made) return { state, why: made.why };
    const next = this.its.stays ? { ...this.start(state.options), pointer: state.pointer } : null;
    return { state: next, ...effectsOf(made, context) };
  }

  /**
   * What comes of it, or why nothing does: the kernel refuses sizes of nothing and the like by a RangeError, and
   * through two places in one there is no curve.
   */
  private attempted(given: Given, context: ToolContext): Made {
    try {
      const made = this.its.make(given, context);
      for (const shape of 'items' in made ? made.items : []) {
        const resolved = 'recipe' in shape ? resolveRecipe(shape.recipe) : null;
        if (resolved && !resolved.ok) return { why: resolved.failure.message };
      }
      return made;
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      const { message } = error;
      return { why: message.charAt(0).toUpperCase() + message.slice(1) };
    }
  }

  /** What would come of the places given so far and the one under the pointer. */
  private ahead({ places, pointer, closing, options }: PlacingState, context: ToolContext): Made | null {
    const last = places.at(-1);
    const isNew =
      pointer &&
      !closing &&
      !(last && near(pointer.at, last.at, 1e-6)) &&
      !(this.its.picks?.(places.length) && !pointer.on);
    const all = pointer && isNew ? [...places, pointer] : places;
    if (all.length < Math.max(1, this.its.least)) return null;
    return this.attempted({ places: all, closed: closing, options }, context);
  }
}

function placeOf(at: Vector3, { options }: PlacingState, input?: PointerInput): Place {
  const hit = input?.hits.find(({ kind }) => kind === 'curve');
  const { kind, item, ahead } = input?.caught ?? {};
  return {
    at,
    on: hit?.kind === 'curve' ? { item: hit.item, u: hit.u } : null,
    caught: kind ? { kind, item: item ?? null, ahead: ahead ?? null } : null,
    ...(typeof options['leg'] === 'string' && { leg: options['leg'] }),
  };
}

/** The command that makes it; null where nothing is drawn or changed. */
function callFor(made: Made, { layer, plane, newId }: ToolContext): CommandCall | null {
  if ('call' in made) return made.call;
  if (!('items' in made)) return null;
  return { command: 'drawItems', args: { layer, plane, shape: made.shape, items: withIds(made.items, newId) } };
}

function effectsOf(made: Exclude<Made, { readonly why: string }>, context: ToolContext): Effects {
  if ('picture' in made) return { picture: made.picture };
  if ('measurement' in made) return { measurement: made.measurement };
  const call = callFor(made, context);
  if (!call) return {};
  const drawn = call.command === 'drawItems' ? [call.args.items[0].id] : null;
  const select = 'call' in made ? made.select : drawn;
  return { call, ...(select && { select: 'items' in select ? select : selectionOf(select) }) };
}
