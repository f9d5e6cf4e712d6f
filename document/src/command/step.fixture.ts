import { stamp } from '../fixture';
import { stacksOf } from '../history/history';
import { undo } from '../history/undo';
import { checkProject } from '../project/check';
import type { Project } from '../project/project';
import { perform } from './perform';
import type { CommandCall } from './registry';
import { titleOf } from './titleOf';

/** A project with a step done, which is undone to the last bit on the side; throws where it is refused. */
export function done(project: Project, call: CommandCall): { project: Project; title: string } {
  const outcome = perform(project, call, stamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  const { project: now, step } = outcome.value;
  const back = undo(now, stacksOf([step]), stamp());
  expect(back.ok && back.value.project).toEqual(project);
  expect(checkProject(now)).toEqual([]);
  return { project: now, title: titleOf(step.title) };
}

/** Why a step cannot be done, in words. */
export function refused(project: Project, call: CommandCall): string {
  const outcome = perform(project, call, stamp());
  return outcome.ok ? 'accepted' : outcome.failure;
}
