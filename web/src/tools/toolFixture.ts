import type { Vector3 } from '@pencil-bend/core';
import { step } from './tools';
import {
  type Hit,
  type PointerInput,
  type Selection,
  type ToolContext,
  type ToolInput,
  type ToolState,
  type Transition,
} from './tool';

/** What the tools' specs share: a context with counted ids, and inputs. */
export function toolContext(selection: Selection = { item: null, point: null }, removable = true): ToolContext {
  let serial = 0;
  return { selection, removable, place: [10, 5, 0], layer: 'sheet', plane: 'front', newId: () => `id${++serial}` };
}

export const pointer = (type: PointerInput['type'], x: number, y: number, hit: Hit | null = null): PointerInput => ({
  type,
  at: [x, y, 0] as Vector3,
  hit,
  reach: 1,
});

export const key = (name: 'Enter' | 'Escape' | 'Backspace' | 'Delete'): ToolInput => ({ type: 'key', key: name });

/** Feeds inputs one after the other; answers the last transition with every order on the way. */
export function play(state: ToolState, context: ToolContext, ...inputs: readonly ToolInput[]) {
  const orders: NonNullable<Transition['order']>[] = [];
  let last: Transition = { state };
  for (const input of inputs) {
    last = step(last.state, input, context);
    if (last.order) orders.push(last.order);
  }
  return { ...last, orders };
}
