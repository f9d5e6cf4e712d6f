import type { Vector3 } from '@pencil-bend/core';
import { type FitPoint, fitRecipe } from '@pencil-bend/document';
import { idle } from '../bend/bend';
import {
  near,
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type Prompt,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../tool';

/** Drawing a curve through points: each click places one. */
export interface DrawState {
  readonly tool: 'draw';
  readonly points: readonly FitPoint[];
  readonly pointer: Vector3 | null;
  /** The pointer is on the first point, where a click closes the curve. */
  readonly closing: boolean;
}

/** A closed curve needs three points. */
const NEEDED_TO_CLOSE = 3;

export const startDrawing: DrawState = { tool: 'draw', points: [], pointer: null, closing: false };

export function draw(state: DrawState, input: ToolInput, context: ToolContext): Transition {
  if (input.type === 'key') {
    switch (input.key) {
      case 'Enter':
        return state.points.length > 0 ? finish(state, false, context) : { state };
      case 'Escape':
        return finish(state, false, context);
      case 'Backspace':
        return { state: { ...state, points: state.points.slice(0, -1), closing: false } };
      case 'Delete':
        return { state };
    }
  }
  if (!('hits' in input)) return { state };
  const closing = isClosing(state, input);
  switch (input.type) {
    case 'move':
      return { state: { ...state, pointer: input.at, closing } };
    case 'press':
      return closing ? finish(state, true, context) : { state: place(state, input, context) };
    case 'double':
      return state.points.length > 0 ? finish(state, false, context) : { state };
    case 'release':
      return { state };
  }
}

/** Ends the drawing and keeps what was placed: a curve, a lone point, or nothing. */
export function finish({ points }: DrawState, closed: boolean, context: ToolContext): Transition {
  if (points.length === 0) return { state: idle };
  const { layer, plane, newId } = context;
  const id = newId();
  const select = { item: id, handles: [] };
  if (points.length === 1) {
    return { state: idle, select, order: { command: 'drawPoint', args: { id, layer, plane, at: points[0].at } } };
  }
  return { state: idle, select, order: { command: 'drawCurve', args: { id, layer, plane, closed, points } } };
}

export function previewDrawing({ points, pointer, closing }: DrawState): Preview {
  const placed = points.map(({ at }) => at);
  const last = points.at(-1);
  const ahead =
    pointer && last && !closing && !near(pointer, last.at, 1e-6) ? [...points, { id: 'pointer', at: pointer }] : points;
  const recipe = ahead.length > 1 ? fitRecipe(ahead, closing) : null;
  return { ...NO_PREVIEW, placed, recipe, ghost: closing ? null : pointer };
}

export function promptDrawing({ points, closing }: DrawState): Prompt {
  if (points.length === 0) {
    return { text: 'Click to place the first point.', keys: [{ key: 'Esc', does: 'back to bending' }] };
  }
  const back = { key: 'Backspace', does: 'takes one back' };
  if (points.length === 1) {
    return {
      text: 'Click to place the second point.',
      keys: [back, { key: 'Esc', does: 'ends and keeps it' }],
    };
  }
  return {
    text: closing
      ? 'Click to close the curve, smooth over the seam.'
      : points.length < NEEDED_TO_CLOSE
        ? 'Click to place the next point.'
        : 'Click to place the next point, or the first one to close.',
    keys: [back, { key: 'Enter', does: 'or double-click ends' }, { key: 'Esc', does: 'ends and keeps them' }],
  };
}

function isClosing({ points }: DrawState, { at, reach }: PointerInput): boolean {
  return points.length >= NEEDED_TO_CLOSE && near(at, points[0].at, reach);
}

function place(state: DrawState, { at, reach }: PointerInput, { newId }: ToolContext): DrawState {
  const last = state.points.at(-1);
  // A second click in the same place is the first half of a double-click.
  if (last && near(at, last.at, reach)) return { ...state, pointer: at };
  return { ...state, points: [...state.points, { id: newId(), at }], pointer: at };
}
