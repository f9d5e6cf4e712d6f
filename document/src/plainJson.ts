import { type Problem, pointer } from './problem';

/** Deepest nesting of anything that is kept: a project needs a dozen levels, a patch a few more. */
const MOST_NESTED = 64;

const MISLEADING = new Set(['__proto__', 'constructor', 'prototype']);

/** Whether JavaScript may take a member of this name for something else than data. */
export const isMisleading = (key: string): boolean => MISLEADING.has(key);

/**
 * What keeps parsed JSON from being taken in as it is, whatever it means: a member whose name is misleading, or
 * nesting that no walk through it should have to follow. Null when nothing does.
 */
export function plainJsonProblem(value: unknown): Problem | null {
  return problemBelow(value, 1);
}

function problemBelow(value: unknown, depth: number): Problem | null {
  if (typeof value !== 'object' || value === null) return null;
  if (depth > MOST_NESTED) return { path: '', message: `is nested deeper than ${MOST_NESTED} levels` };
  for (const key of Object.keys(value)) {
    const found = isMisleading(key)
      ? { path: '', message: `there may be no member '${key}'` }
      : problemBelow((value as Record<string, unknown>)[key], depth + 1);
    if (found) return { path: pointer(key) + found.path, message: found.message };
  }
  return null;
}
