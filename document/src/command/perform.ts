import { failed, success } from '@pencil-bend/core';
import { itemCountProblem, stepSizeProblem } from '../history/stepSize';
import type { Outcome, Stamp } from '../history/undo';
import { inWords, type Problem } from '../problem';
import { checkProject } from '../project/check';
import { withPlaces } from '../placeInWords';
import type { CurveItem, Project } from '../project/project';
import { resolveRecipe } from '../recipe/resolve';
import { schemaProblems } from '../schemaProblems';
import { attempt } from './attempt';
import { commandOf, type CommandCall } from './registry';

/**
 * Does a command to a project: checks its arguments, applies its command, and checks the project it leads to.
 * Numbers come out without minus zero, which JSON would not bring back.
 */
export function perform(project: Project, call: CommandCall, stamp: Stamp): Outcome {
  const { adds } = commandOf(call.command);
  const given = schemaProblems(call.command, call.args);
  if (given.length > 0) return failed(inWords(withPlaces(given, call.args)));
  const tooMany = adds ? itemCountProblem(adds(call.args)) : null;
  if (tooMany !== null) return failed(tooMany);
  const attempted = attempt(project, call);
  if (!attempted.ok) return attempted;
  const { title, project: changed, difference } = attempted.value;
  const problems = checkProject(changed);
  if (problems.length > 0) return failed(withPlaces(problems, changed).map(sentenceOf).join('; '));
  const rough = roughCurveProblem(project, changed);
  if (rough !== null) return failed(rough);
  const patches = difference();
  const tooLarge = stepSizeProblem(patches);
  if (tooLarge !== null) return failed(tooLarge);
  return success({ project: changed, step: { ...stamp, kind: 'do', of: null, title, ...patches } });
}

/**
 * A curve that this command leaves to rounding, in words. One that was so already, in a drawing from before this was
 * looked at, may be worked on.
 */
function roughCurveProblem(before: Project, after: Project): string | null {
  for (const [id, item] of Object.entries(after.items)) {
    if (item === before.items[id] || item.kind !== 'curve') continue;
    const old = before.items[id];
    if (isRough(item) && !(old?.kind === 'curve' && isRough(old))) {
      return `${item.name}: these points lie too unevenly for its degree to keep what is held at them: a lower degree would do`;
    }
  }
  return null;
}

function isRough({ recipe }: CurveItem): boolean {
  const resolved = recipe.kind === 'fit' ? resolveRecipe(recipe) : null;
  return resolved?.ok === true && resolved.value.isRough === true;
}

/** A sentence stands by itself; what a schema says needs its place beside it. */
const sentenceOf = (problem: Problem): string =>
  /^[a-z]/.test(problem.message) ? inWords([problem]) : problem.message;
