import type { Vector3 } from '@pencil-bend/core';
import type { Id, Order, Recipe } from '@pencil-bend/document';
import {
  type Hit,
  near,
  NO_PREVIEW,
  NOTHING,
  type Preview,
  type Prompt,
  type Selection,
  type ToolContext,
  type ToolInput,
  type Transition,
  withPointAt,
} from '../tool';

/** Selecting curves and dragging their points. */
export interface BendState {
  readonly tool: 'bend';
  readonly hover: Hit | null;
  readonly drag: Drag | null;
}

interface Drag {
  readonly item: Id;
  readonly point: Id | null;
  readonly from: Vector3;
  readonly to: Vector3;
  /** Where the pointer went down: the point keeps its distance from the pointer. */
  readonly pressedAt: Vector3;
  /** False until the pointer has left the place: a click must not nudge. */
  readonly moving: boolean;
  /** It is moved by keys, not by the pointer. */
  readonly byKeys: boolean;
}

export const idle: BendState = { tool: 'bend', hover: null, drag: null };

/** The share of the reach that the pointer must go before a press becomes a drag. */
const DRAG_STARTS = 0.35;

export function bend(state: BendState, input: ToolInput, context: ToolContext): Transition {
  const { drag } = state;
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'nudge':
      return nudge(state, input.by, context);
    case 'settle':
      return settle(state);
    case 'press':
      return { ...settle(state), ...press({ ...state, drag: null }, input.hit, input.at) };
    case 'move': {
      if (!drag || drag.byKeys) return { state: { ...state, hover: input.hit } };
      const moving = drag.moving || !near(input.at, drag.pressedAt, input.reach * DRAG_STARTS);
      const to = moving ? moved(drag, input.at) : drag.from;
      return { state: { ...state, drag: { ...drag, to, moving } } };
    }
    case 'release': {
      const released: BendState = { ...state, drag: null };
      if (drag?.byKeys) return { state };
      if (!drag?.moving) return { state: released };
      const { item, point } = drag;
      return {
        state: released,
        order: { command: 'movePoint', args: { item, point, to: moved(drag, input.at) } },
        select: { item, point },
      };
    }
    case 'double': {
      const { hit } = input;
      const onSelected = hit?.kind === 'curve' && hit.item === context.selection.item && hit.insert !== null;
      return onSelected ? { state, ...insertion(hit.item, hit.insert, hit.at, context) } : { state };
    }
  }
}

/** Moves the selected point by keys; what holds it by the pointer goes first. */
function nudge(state: BendState, by: Vector3, { selection, place }: ToolContext): Transition {
  const { item, point } = selection;
  const { drag } = state;
  if (!item || !place || (drag && !drag.byKeys)) return { state };
  const from = drag?.from ?? place;
  const at = drag?.to ?? place;
  // Steps of the grid add up to round numbers; a coordinate that is not stepped keeps its last bit.
  const to = at.map((value, c) => (by[c] === 0 ? value : Number((value + by[c]).toFixed(9)))) as unknown as Vector3;
  return { state: { ...state, drag: { item, point, from, to, pressedAt: from, moving: true, byKeys: true } } };
}

/** Leaves the point where the keys have moved it. */
export function settle(state: BendState): Transition {
  const { drag } = state;
  if (!drag?.byKeys) return { state };
  const { item, point, to } = drag;
  return { state: { ...state, drag: null }, order: { command: 'movePoint', args: { item, point, to } } };
}

/** The order that puts a fit point where the curve already is, and selects it. */
export function insertion(
  item: Id,
  index: number,
  at: Vector3,
  { newId }: ToolContext,
): { order: Order; select: Selection } {
  const id = newId();
  return {
    order: { command: 'insertFitPoint', args: { item, index, point: { id, at } } },
    select: { item, point: id },
  };
}

/** What a drag shows: the curve's own recipe with the point where it is now. */
export function previewBending({ drag }: BendState, recipeOf: (item: Id) => Recipe | null): Preview {
  if (!drag?.moving) return NO_PREVIEW;
  const recipe = drag.point === null ? null : recipeOf(drag.item);
  return {
    ...NO_PREVIEW,
    item: drag.item,
    recipe: recipe && drag.point ? withPointAt(recipe, drag.point, drag.to) : null,
    movedTo: drag.point === null ? drag.to : null,
  };
}

export function promptBending({ drag, hover }: BendState, { selection, removable }: ToolContext): Prompt {
  if (drag?.byKeys) {
    return { text: 'Let the key go to leave the point here.', keys: [{ key: 'Esc', does: 'puts it back' }] };
  }
  if (drag?.moving) {
    return { text: 'Release to leave the point here.', keys: [{ key: 'Esc', does: 'puts it back' }] };
  }
  if (hover?.kind === 'point') return { text: 'Drag to bend the curve, click to select the point.', keys: [] };
  if (selection.point && removable) {
    return {
      text: 'Drag a point to bend the curve, or type its place on the card.',
      keys: [
        { key: 'arrows', does: 'nudge it' },
        { key: 'Del', does: 'takes the point out' },
        { key: 'Esc', does: 'lets it go' },
      ],
    };
  }
  if (selection.item) {
    if (hover?.kind === 'curve' && hover.item === selection.item && hover.insert !== null) {
      return { text: 'Double-click to add a point here.', keys: [{ key: 'Del', does: 'deletes the curve' }] };
    }
    return {
      text: 'Drag a point to bend the curve.',
      keys: [
        { key: 'I', does: 'adds a point' },
        { key: 'Del', does: 'deletes the curve' },
        { key: 'Esc', does: 'lets it go' },
      ],
    };
  }
  return {
    text: hover ? 'Click to select this curve.' : 'Click a curve to select it.',
    keys: [{ key: 'T', does: 'draws a new one through points' }],
  };
}

function press(state: BendState, hit: Hit | null, at: Vector3): Transition {
  if (!hit) return { state, select: NOTHING };
  if (hit.kind === 'curve') return { state, select: { item: hit.item, point: null } };
  const { item, point } = hit;
  const drag: Drag = { item, point, from: hit.at, to: hit.at, pressedAt: at, moving: false, byKeys: false };
  return { state: { ...state, drag }, select: { item, point } };
}

function key(state: BendState, pressed: string, { selection, removable }: ToolContext): Transition {
  const { item, point } = selection;
  if (pressed === 'Escape') {
    if (state.drag) return { state: { ...state, drag: null } };
    return { state, select: point ? { item, point: null } : NOTHING };
  }
  if (pressed !== 'Delete' || !item || state.drag) return { state };
  if (point && removable) {
    return { state, order: { command: 'removeFitPoint', args: { item, point } }, select: { item, point: null } };
  }
  // A control point cannot be taken out yet; deleting the whole curve is not what was meant.
  if (point) return { state };
  return { state: idle, order: { command: 'deleteItem', args: { item } }, select: NOTHING };
}

const moved = ({ from, pressedAt }: Drag, at: Vector3): Vector3 => [
  from[0] + at[0] - pressedAt[0],
  from[1] + at[1] - pressedAt[1],
  from[2] + at[2] - pressedAt[2],
];
