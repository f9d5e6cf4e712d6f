import type { Value } from '../schema/kit';
import type { namedItems, namedPoints, stepFacts, stepTitle } from '../schema/step';

/**
 * What a step did, as facts: the title that people read is made of them where it is shown, by `titleOf`. Names are those
 * of the time when it was done.
 */
export type StepTitle = Value<typeof stepTitle>;
export type StepFacts = Value<typeof stepFacts>;
/** Of more than two items the first is named. */
export type NamedItems = Value<typeof namedItems>;
/** One point of a curve by its number, counted from 1; or how many they were. */
export type NamedPoints = Value<typeof namedPoints>;

/** A step as another version of the format has it, as one of this version; whatever else comes is given back as it is. */
export function migrateStep(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('name' in value) || 'title' in value) return value;
  const { name, at: time, ...step } = value as { readonly name: unknown; readonly at?: unknown };
  return { ...step, title: { command: EARLIER, text: name }, time };
}

export const EARLIER = 'earlier';
