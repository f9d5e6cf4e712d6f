import { type Stacks, stacksOf, type Step } from '@pencil-bend/document';

/** What is known of the log: this session's steps, and the stacks before them. */
interface KnownLog {
  readonly log: readonly Step[];
  readonly past: Stacks;
  readonly more: StacksNow['more'];
}

export interface StacksNow {
  readonly stacks: Stacks;
  /** How many steps lie below each stack on the server. */
  readonly more: { readonly undo: number; readonly redo: number };
}

/** What can be undone and redone now. */
export function stacksNow({ log, past, more }: KnownLog): StacksNow {
  // A new step ends all that could be redone, what the server has of it too.
  const redo = log.some(({ kind }) => kind === 'do') ? 0 : more.redo;
  return { stacks: stacksOf(log, past), more: { undo: more.undo, redo } };
}
