import type { Value } from './schema/kit';
import type {
  appended,
  historyPart,
  keptContent,
  listedProject,
  openedProject,
  problemBody,
  stage,
} from './schema/wire';

/**
 * What goes between a server and its readers; a server's specs hold its answers against the same schemas. Whoever only
 * talks to a server takes it from here, without all that can be done to a drawing.
 */

export { inWords } from './problem';
export { pointSetBytes, pointsOfBytes } from './pointSet';

export type ListedProject = Value<typeof listedProject>;
export type OpenedProject = Value<typeof openedProject>;
/** What can be undone and redone: of each stack its upper part, the next step last, and how many lie below. */
export type HistoryPart = Value<typeof historyPart>;
/** A named revision. */
export type Stage = Value<typeof stage>;
export type Appended = Value<typeof appended>;
export type KeptContent = Value<typeof keptContent>;
export type ProblemBody = Value<typeof problemBody>;
