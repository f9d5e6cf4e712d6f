import { type Stacks, stacksOf } from '@pencil-bend/document';
import type { Drawing } from './drawing';

export interface StacksNow {
  readonly stacks: Stacks;
  /** How many steps lie below each stack on the server. */
  readonly more: Drawing['more'];
}

/** What can be undone and redone now. */
export function stacksNow({ log, past, more }: Pick<Drawing, 'log' | 'past' | 'more'>): StacksNow {
  // A new step ends all that could be redone, what the server has of it too.
  const redo = log.some(({ kind }) => kind === 'do') ? 0 : more.redo;
  return { stacks: stacksOf(log, past), more: { undo: more.undo, redo } };
}
