import type { Value } from '../schema/kit';
import type { step } from '../schema/step';

/** One step of the log: what was done, with what takes it back. Undo and redo are steps too. */
export type Step = Value<typeof step>;

/** What can be undone and redone now, each with the next one last. */
export interface Stacks<Entry = Step> {
  readonly undo: readonly Entry[];
  readonly redo: readonly Entry[];
}

export const NO_STACKS: Stacks<never> = { undo: [], redo: [] };

/**
 * The stacks follow from the log alone, so they are never kept beside it. A log that is known only from some step on
 * goes on from the stacks `before` that step.
 */
export function stacksOf<Entry extends Pick<Step, 'kind'>>(
  log: readonly Entry[],
  before: Stacks<Entry> = NO_STACKS,
): Stacks<Entry> {
  const undo = [...before.undo];
  let redo = [...before.redo];
  for (const step of log) {
    if (step.kind === 'do') {
      undo.push(step);
      redo = [];
    } else if (step.kind === 'undo') redo.push(...undo.splice(-1));
    else undo.push(...redo.splice(-1));
  }
  return { undo, redo };
}
