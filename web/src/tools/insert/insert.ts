import type { Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { ACCEPTS_NOTHING, NO_PREVIEW, type Tool, type ToolContext, type ToolInput, type Transition } from '../contract';
import { insertion } from '../select/edits';

/** Adding a point to a curve: the next click on one does it. */
export interface InsertState {
  readonly tool: 'insert';
  readonly aim: { readonly item: Id; readonly u: number; readonly at: Vector3 } | null;
}

function step(state: InsertState, input: ToolInput, context: ToolContext): Transition<InsertState> {
  if (input.type === 'key') return { state: input.key === 'Escape' || input.key === 'Enter' ? null : state };
  if (!('hits' in input)) return { state };
  const hit = input.hits.find(({ kind }) => kind === 'curve');
  const aim = hit?.kind === 'curve' ? { item: hit.item, u: hit.u, at: hit.at } : null;
  if (input.type !== 'press' || !aim) return { state: { ...state, aim } };
  return { state: null, ...insertion(aim.item, aim.u, context) };
}

export const insert: Tool<InsertState> = {
  reads: 'selection',
  start: () => ({ tool: 'insert', aim: null }),
  step,
  leave: () => ({}),
  preview: ({ aim }) => ({ ...NO_PREVIEW, ghost: aim?.at ?? null }),
  prompt: ({ aim }) => ({
    text: aim
      ? 'Click to add a point here.'
      : 'Move onto a curve; a click adds a fit point there, or a knot where the curve has no fit points.',
    keys: [{ key: 'Esc', does: 'back to bending' }],
  }),
  accepts: () => ({ ...ACCEPTS_NOTHING, curves: true }),
  lasting: (state) => ({ ...state, aim: null }),
};
