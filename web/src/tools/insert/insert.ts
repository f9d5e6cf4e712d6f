import type { Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { idle, insertion } from '../bend/bend';
import { NO_PREVIEW, type Preview, type Prompt, type ToolContext, type ToolInput, type Transition } from '../tool';

/** Adding a fit point to a curve: the next click on one does it. */
export interface InsertState {
  readonly tool: 'insert';
  readonly aim: { readonly item: Id; readonly index: number; readonly at: Vector3 } | null;
}

export const startInserting: InsertState = { tool: 'insert', aim: null };

export function insert(state: InsertState, input: ToolInput, context: ToolContext): Transition {
  if (input.type === 'key') return { state: input.key === 'Escape' || input.key === 'Enter' ? idle : state };
  if (input.type === 'nudge' || input.type === 'settle') return { state };
  const { hit } = input;
  const onCurve = hit?.kind === 'curve' && hit.insert !== null;
  const aim = onCurve ? { item: hit.item, index: hit.insert, at: hit.at } : null;
  if (input.type !== 'press' || !aim) return { state: { ...state, aim } };
  return { state: idle, ...insertion(aim.item, aim.index, aim.at, context) };
}

export const previewInserting = ({ aim }: InsertState): Preview => ({ ...NO_PREVIEW, ghost: aim?.at ?? null });

export const promptInserting = ({ aim }: InsertState): Prompt => ({
  text: aim ? 'Click to add a point here.' : 'Move onto a curve through points; a click adds a point there.',
  keys: [{ key: 'Esc', does: 'back to bending' }],
});
