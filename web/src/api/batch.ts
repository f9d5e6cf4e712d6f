import type { Id, Step } from '@pencil-bend/document';

/** Steps of one window that wait for the server, in order; the first was made on `base`. */
export interface QueuedBatch {
  readonly project: Id;
  readonly window: string;
  readonly base: number;
  readonly steps: readonly Step[];
}

/** Steps in one request. */
const MOST_STEPS = 200;
/** Characters of JSON in one request: above it, a single step is sent in parts. */
export const MOST_CHARACTERS = 8_000_000;

const lengths = new WeakMap<Step, number>();

function lengthOf(step: Step): number {
  const known = lengths.get(step);
  if (known !== undefined) return known;
  const now = JSON.stringify(step).length;
  lengths.set(step, now);
  return now;
}

/** Length of steps as JSON. */
export const charactersOf = (steps: readonly Step[]): number => steps.reduce((sum, step) => sum + lengthOf(step), 0);

/** The first of these steps, as many as go into one request; at least one of them. */
export function firstBatch(steps: readonly Step[]): readonly Step[] {
  let characters = 0;
  let count = 0;
  while (count < Math.min(steps.length, MOST_STEPS)) {
    characters += lengthOf(steps[count]);
    if (count > 0 && characters > MOST_CHARACTERS) break;
    count++;
  }
  return steps.slice(0, count);
}
