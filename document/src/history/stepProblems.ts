import { titles } from '../command/titles';
import type { Problem } from '../problem';
import { schemaProblems } from '../schemaProblems';
import type { Step } from './history';
import { EARLIER } from './stepTitle';
import { changedItems, itemCountProblem, stepSizeProblem } from './stepSize';

/**
 * What is wrong with a value as a step, by itself: its form, its time, how many items it changes, and how long it is,
 * unless it came in a text that was short enough already.
 */
export function stepProblems(value: unknown, { isShort = false } = {}): Problem[] {
  const problems = schemaProblems('step', value);
  if (problems.length > 0) return problems;
  const step = value as Step;
  const { command } = step.title;
  if (command !== EARLIER && !Object.hasOwn(titles, command)) {
    return [{ path: '/title/command', message: `there is no command '${command}'` }];
  }
  if (!Number.isFinite(Date.parse(step.time))) {
    return [{ path: '/time', message: 'must be a time, such as 2026-11-28T09:30:00Z' }];
  }
  const size = isShort ? itemCountProblem(changedItems(step).length) : stepSizeProblem(step);
  return size === null ? [] : [{ path: '', message: size }];
}
