import type { Patch, Step, StepTitle } from '@pencil-bend/document';
import type { StepRow } from './entities';

/** A step as a row of the log; it leads to `revision`. */
export const rowOfStep = (projectId: string, revision: number, step: Step): StepRow => ({
  ...step,
  projectId,
  revision,
  title: JSON.stringify(step.title),
  patch: JSON.stringify(step.patch),
  inverse: JSON.stringify(step.inverse),
});

export const stepOfRow = ({ id, kind, of, title, time, patch, inverse }: StepRow): Step => ({
  id,
  kind: kind as Step['kind'],
  of,
  title: JSON.parse(title) as StepTitle,
  time,
  patch: JSON.parse(patch) as Patch,
  inverse: JSON.parse(inverse) as Patch,
});
