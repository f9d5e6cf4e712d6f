import type { Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { idle, insertion } from '../select/select';
import { NO_PREVIEW, type Preview, type Prompt, type ToolContext, type ToolInput, type Transition } from '../contract';

/** Adding a point to a curve: the next click on one does it. */
export interface InsertState {
  readonly tool: 'insert';
  readonly aim: { readonly item: Id; readonly u: number; readonly at: Vector3 } | null;
}

export const startInserting: InsertState = { tool: 'insert', aim: null };

export function insert(state: InsertState, input: ToolInput, context: ToolContext): Transition {
  if (input.type === 'key') return { state: input.key === 'Escape' || input.key === 'Enter' ? idle : state };
  if (!('hits' in input)) return { state };
  const hit = input.hits.find(({ kind }) => kind === 'curve');
  const aim = hit?.kind === 'curve' ? { item: hit.item, u: hit.u, at: hit.at } : null;
  if (input.type !== 'press' || !aim) return { state: { ...state, aim } };
  return { state: idle, ...insertion(aim.item, aim.u, context) };
}

export const previewInserting = ({ aim }: InsertState): Preview => ({ ...NO_PREVIEW, ghost: aim?.at ?? null });

export const promptInserting = ({ aim }: InsertState): Prompt => ({
  text: aim
    ? 'Click to add a point here.'
    : 'Move onto a curve; a click adds a fit point there, or a knot where the curve has no fit points.',
  keys: [{ key: 'Esc', does: 'back to bending' }],
});
