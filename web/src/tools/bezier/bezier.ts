import { add, along, distance, homogeneous, makeCurve, scale, subtract, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, selectionOf, type NewItem, type Recipe } from '@pencil-bend/document';
import {
  ACCEPTS_NOTHING,
  type Effects,
  near,
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type Prompt,
  type Tool,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../contract';

/** How the two handles of an anchor go together. */
export type AnchorKind = 'smooth' | 'symmetric' | 'kink';

export interface Anchor {
  readonly at: Vector3;
  /** Where the handle towards the anchor before ends; null where nothing was pulled: a third of the way. */
  readonly in: Vector3 | null;
  readonly out: Vector3 | null;
  readonly kind: AnchorKind;
}

interface Grabbed {
  readonly index: number;
  readonly part: 'at' | 'in' | 'out';
  readonly pressedAt: Vector3;
}

/** Drawing a Bézier curve: a click places an anchor, a drag from it pulls its handles. */
export interface BezierState {
  readonly tool: 'bezier';
  readonly anchors: readonly Anchor[];
  readonly takenBack: readonly Anchor[];
  readonly pointer: Vector3 | null;
  readonly grabbed: Grabbed | null;
  readonly closing: boolean;
  readonly options: { readonly kind: AnchorKind };
}

const START: BezierState = {
  tool: 'bezier',
  anchors: [],
  takenBack: [],
  pointer: null,
  grabbed: null,
  closing: false,
  options: { kind: 'smooth' },
};

const NEEDED_TO_CLOSE = 2;
/** The share of the reach that the pointer must go before a press pulls. */
const PULL_STARTS = 0.35;

function step(state: BezierState, input: ToolInput, context: ToolContext): Transition<BezierState> {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'again': {
      const [anchor, ...rest] = state.takenBack;
      return { state: anchor ? { ...state, anchors: [...state.anchors, anchor], takenBack: rest } : state };
    }
    case 'option':
      return { state: withKind(state, input.value as AnchorKind) };
    case 'typed':
      return { state: placed(state, input.at, input.at) };
    case 'move':
      return { state: moved(state, input) };
    case 'press':
      return press(state, input, context);
    case 'release':
      return { state: { ...state, grabbed: null } };
    case 'double':
      return state.anchors.length > 1 ? { state: null, ...finished(state, false, context) } : { state };
    default:
      return { state };
  }
}

function key(state: BezierState, pressed: string, context: ToolContext): Transition<BezierState> {
  const last = state.anchors.at(-1);
  switch (pressed) {
    case 'Enter':
      return last ? { state: null, ...finished(state, false, context) } : { state };
    case 'Escape':
      return { state: null, ...finished(state, false, context) };
    case 'Backspace':
      return last
        ? {
            state: {
              ...state,
              anchors: state.anchors.slice(0, -1),
              takenBack: [last, ...state.takenBack],
              grabbed: null,
              closing: false,
            },
          }
        : { state };
    default:
      return { state };
  }
}

/** The kind of the anchors from now on, and of the last one: its handles are brought in line. */
function withKind(state: BezierState, kind: AnchorKind): BezierState {
  const last = state.anchors.at(-1);
  const { anchors } = state;
  const changed = last && { ...last, kind, ...(last.out && paired(last, 'out', last.out, kind, anchors.at(-2)?.at)) };
  return { ...state, options: { kind }, anchors: changed ? [...anchors.slice(0, -1), changed] : anchors };
}

/** The other handle of an anchor when one of them is pulled to a place. */
function paired(anchor: Anchor, part: 'in' | 'out', to: Vector3, kind: AnchorKind, before?: Vector3): Partial<Anchor> {
  const other = part === 'in' ? 'out' : 'in';
  const pulled = { [part]: to };
  if (kind === 'kink') return pulled;
  const { at } = anchor;
  const way = subtract(at, to);
  if (kind === 'symmetric') return { ...pulled, [other]: add(at, way) };
  const size = distance(at, to);
  // Smooth keeps the other one's length: what it is, or a third of the way to the anchor before.
  const kept = anchor[other];
  const length = kept ? distance(at, kept) : before && part === 'out' ? distance(at, before) / 3 : size;
  return size > 0 ? { ...pulled, [other]: along(at, way, length / size) } : pulled;
}

function placed(state: BezierState, at: Vector3, pressedAt: Vector3): BezierState {
  const anchor: Anchor = { at, in: null, out: null, kind: state.options.kind };
  const anchors = [...state.anchors, anchor];
  return {
    ...state,
    anchors,
    takenBack: [],
    pointer: at,
    grabbed: { index: anchors.length - 1, part: 'out', pressedAt },
  };
}

function press(state: BezierState, input: PointerInput, context: ToolContext): Transition<BezierState> {
  const { at, reach } = input;
  if (isClosing(state, input)) return { state: null, ...finished(state, true, context) };
  const grabbed = handleAt(state, at, reach);
  if (grabbed) return { state: { ...state, grabbed: { ...grabbed, pressedAt: at } } };
  return { state: placed(state, at, at) };
}

/** The handle or anchor that is near a place; handles first, since they may lie close to their anchor. */
function handleAt({ anchors }: BezierState, at: Vector3, reach: number): Omit<Grabbed, 'pressedAt'> | null {
  for (const part of ['out', 'in', 'at'] as const) {
    const index = anchors.findLastIndex((anchor) => {
      const place = anchor[part];
      return place !== null && near(place, at, reach);
    });
    if (index >= 0) return { index, part };
  }
  return null;
}

function moved(state: BezierState, input: PointerInput): BezierState {
  const { grabbed, anchors } = state;
  const { at, reach } = input;
  if (!grabbed) return { ...state, pointer: at, closing: isClosing(state, input) };
  const anchor = anchors[grabbed.index];
  if (near(at, grabbed.pressedAt, PULL_STARTS * reach)) return { ...state, pointer: at };
  const { index, part } = grabbed;
  const changed: Anchor =
    part === 'at'
      ? carriedTo(anchor, at)
      : { ...anchor, ...paired(anchor, part, at, anchor.kind, anchors[index - 1]?.at) };
  return { ...state, pointer: at, anchors: anchors.with(index, changed) };
}

function carriedTo(anchor: Anchor, to: Vector3): Anchor {
  const by = subtract(to, anchor.at);
  const along = (place: Vector3 | null) => place && add(place, by);
  return { ...anchor, at: to, in: along(anchor.in), out: along(anchor.out) };
}

const isClosing = ({ anchors, grabbed }: BezierState, { at, reach }: PointerInput): boolean =>
  !grabbed && anchors.length >= NEEDED_TO_CLOSE && near(at, anchors[0].at, reach);

/** What was placed, kept: a curve, a lone point, or nothing. */
function finished({ anchors }: BezierState, closed: boolean, { layer, plane, newId }: ToolContext): Effects {
  if (anchors.length === 0) return {};
  const recipe = bezierRecipe(anchors, closed);
  const id = newId();
  const item: NewItem = recipe ? { id, recipe } : { id, at: anchors[0].at };
  const shape = recipe ? 'curve' : 'point';
  return {
    select: selectionOf([id]),
    call: { command: 'drawItems', args: { layer, plane, shape, items: [item] } },
  };
}

/** Cubic pieces from anchor to anchor, the parameter about the length in mm; null for anchors in one place. */
export function bezierRecipe(anchors: readonly Anchor[], closed: boolean): Recipe | null {
  const around = closed ? [...anchors, anchors[0]] : anchors;
  const points: Vector3[] = [];
  const knots = [0, 0, 0, 0];
  around.forEach((to, i) => {
    const from = around[i - 1];
    if (!from || distance(from.at, to.at) === 0) return;
    const way = scale(subtract(to.at, from.at), 1 / 3);
    if (points.length === 0) points.push(from.at);
    points.push(from.out ?? add(from.at, way), to.in ?? subtract(to.at, way), to.at);
    const u = knots[knots.length - 1] + distance(from.at, to.at);
    knots.push(u, u, u);
  });
  if (points.length === 0) return null;
  knots.push(knots[knots.length - 1]);
  const curve = makeCurve(3, knots, homogeneous(points.flat()), closed ? 'clamped-closed' : 'open');
  return controlRecipe(curve, (i) => `c${i + 1}`);
}

function preview({ anchors, pointer, grabbed, closing }: BezierState, { layer, plane, newId }: ToolContext): Preview {
  const last = anchors.at(-1);
  const isNew = pointer && last && !grabbed && !closing && distance(pointer, last.at) > 1e-6;
  const all = isNew ? [...anchors, { at: pointer, in: null, out: null, kind: 'smooth' as const }] : anchors;
  const recipe = bezierRecipe(all, closing);
  return {
    ...NO_PREVIEW,
    placed: anchors.map(({ at }) => at),
    call: recipe && { command: 'drawItems', args: { layer, plane, shape: 'curve', items: [{ id: newId(), recipe }] } },
    stems: anchors.flatMap(({ at, in: before, out }) =>
      [before, out].flatMap((end) => (end ? [[at, end] as const] : [])),
    ),
    ghost: closing || grabbed ? null : pointer,
  };
}

function prompt({ anchors, grabbed, closing }: BezierState): Prompt {
  const count = anchors.length;
  const text = closing
    ? 'Click to close the curve.'
    : grabbed
      ? 'Drag to pull the handles of this anchor.'
      : count === 0
        ? 'Click to place the first anchor, or press and drag to pull its handles.'
        : 'Click or press and drag for the next anchor; drag any handle to change it.';
  return {
    text,
    keys: [
      ...(count > 0 ? [{ key: 'Backspace', does: 'takes one back' }] : []),
      ...(count > 1 ? [{ key: 'Enter', does: 'or double-click ends' }] : []),
      { key: 'Esc', does: count === 0 ? 'back to bending' : 'ends and keeps them' },
    ],
  };
}

export const bezier: Tool<BezierState> = {
  reads: 'preview',
  start: (options) => ({ ...START, options: { ...START.options, ...options } }),
  step,
  leave: (state, context) => finished(state, false, context),
  preview,
  prompt,
  accepts: ({ grabbed }) => ({ ...ACCEPTS_NOTHING, places: !grabbed }),
  lasting: (state) => ({ ...state, pointer: null, closing: false, grabbed: null }),
  canUndo: ({ anchors }) => anchors.length > 0,
  canRedo: ({ takenBack }) => takenBack.length > 0,
  options: ({ options: { kind } }) => [
    {
      name: 'kind',
      label: 'Handles',
      kind: 'choice',
      value: kind,
      choices: [
        { value: 'smooth', label: 'smooth' },
        { value: 'symmetric', label: 'symmetric' },
        { value: 'kink', label: 'kink' },
      ],
    },
  ],
};
