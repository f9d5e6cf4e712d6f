import { failed, type Result, success } from '@pencil-bend/core';
import type { Project } from '../project/project';
import type { Stacks, Step } from './history';
import { applyPatch } from './patch';

/** What the caller brings, so that everything here stays pure: a fresh id and the time. */
export interface Stamp {
  readonly id: string;
  /** ISO 8601. */
  readonly time: string;
}

export interface Performed {
  readonly project: Project;
  readonly step: Step;
}

/** A project with a step done, or why it cannot be done, in words; then nothing has changed. */
export type Outcome = Result<Performed, string>;

/** Takes back the last step that still stands: a new step of the log that applies its inverse. */
export const undo = (project: Project, stacks: Stacks, stamp: Stamp): Outcome => {
  const step = stacks.undo.at(-1);
  return step
    ? replay(project, { ...step, ...stamp, kind: 'undo', of: step.id, patch: step.inverse, inverse: step.patch })
    : failed('There is nothing to undo');
};

/** Does again what was undone last. */
export const redo = (project: Project, stacks: Stacks, stamp: Stamp): Outcome => {
  const step = stacks.redo.at(-1);
  return step ? replay(project, { ...step, ...stamp, kind: 'redo', of: step.id }) : failed('There is nothing to redo');
};

/** The project as it was before a step that still stands; null where that does not stand any more, or is not known. */
export function projectBefore(project: Project, { undo: standing }: Stacks, id: string): Project | null {
  const at = standing.findIndex((step) => step.id === id);
  if (at < 0) return null;
  return standing.slice(at).reduceRight<Project | null>((later, { inverse }) => {
    const earlier = later && applyPatch(later, inverse);
    return earlier?.ok ? earlier.value : null;
  }, project);
}

function replay(project: Project, step: Step): Outcome {
  const changed = applyPatch(project, step.patch);
  return changed.ok ? success({ project: changed.value, step }) : failed(changed.failure.message);
}
