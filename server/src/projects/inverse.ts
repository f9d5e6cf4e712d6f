import { isDeepStrictEqual } from 'node:util';
import { applyPatch, type Patch, type Problem, type Project } from '@pencil-bend/document';

/** What is wrong with the inverse of a step that leads from one drawing to another; null when it takes the step back. */
export function inverseProblem(before: Project, after: Project, inverse: Patch): Problem | null {
  const back = applyPatch(after, inverse);
  if (!back.ok) {
    const { path, message } = back.failure;
    return { path: path.replace('/patch', '/inverse'), message: `it cannot be taken back: ${message}` };
  }
  // What a step did not touch is the same object before and after, so this compares little.
  return isDeepStrictEqual(back.value, before)
    ? null
    : { path: '/inverse', message: 'taking it back leads to another drawing than before' };
}
