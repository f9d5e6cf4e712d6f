import type { Problem } from '../problem';
import { schemaProblems } from '../schemaProblems';
import type { Step } from './history';
import { stepSizeProblem } from './stepSize';

/** What is wrong with a value as a step, by itself: its form, its time, its size. */
export function stepProblems(value: unknown): Problem[] {
  const problems = schemaProblems('step', value);
  if (problems.length > 0) return problems;
  const step = value as Step;
  if (!Number.isFinite(Date.parse(step.at))) return [{ path: '/at', message: 'must be a time, such as 2026-11-28T09:30:00Z' }]; // prettier-ignore
  const size = stepSizeProblem(step);
  return size === null ? [] : [{ path: '', message: size }];
}
