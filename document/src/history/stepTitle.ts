/**
 * What a step did, as facts: the title that people read is made of them where it is shown, by `titleOf`. Names are those
 * of the time when it was done.
 */
export interface StepTitle extends StepFacts {
  /** The command, or 'earlier' for a step of a format that kept its title as a text. */
  readonly command: string;
  /** The text of an earlier step. */
  readonly text?: string;
}

export interface StepFacts {
  /** Which of the things that the command can do: 'show', 'rotate'. */
  readonly how?: string;
  /** What it was done to: items, or one layer or group. */
  readonly items?: NamedItems;
  readonly points?: NamedPoints;
  /** The name it gave, or that of where things went. */
  readonly to?: string;
  readonly numbers?: readonly number[];
  /** Mirrors that became curves of their own by it. */
  readonly freed?: NamedItems;
}

/** Of more than two items the first is named. */
export interface NamedItems {
  readonly names: readonly string[];
  readonly count: number;
}

/** One point of a curve by its number, counted from 1; or how many they were. */
export type NamedPoints =
  { readonly kind: 'fit' | 'control'; readonly number: number } | { readonly kind: 'several'; readonly count: number };

/** A step as another version of the format has it, as one of this version; whatever else comes is given back as it is. */
export function migrateStep(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('name' in value) || 'title' in value) return value;
  const { name, at: time, ...step } = value as { readonly name: unknown; readonly at?: unknown };
  return { ...step, title: { command: EARLIER, text: name }, time };
}

export const EARLIER = 'earlier';
