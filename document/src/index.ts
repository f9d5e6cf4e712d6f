// What a project is and everything that can be done to it.
export { type Order, commands, type CommandName } from './command/registry';
export { type Outcome, perform, type Performed, redo, type Stamp, undo } from './command/perform';
export { NO_STACKS, type Stacks, stacksOf, type Step } from './history/history';
export { applyPatch, type Operation, type Patch } from './history/patch';
export { inWords, pointer, type Problem } from './problem';
export { checkProject } from './project/check';
export {
  type ControlPoint,
  type ControlRecipe,
  type CurveItem,
  emptyProject,
  type FitPoint,
  fitRecipe,
  type FitRecipe,
  FORMAT,
  FRONT_ID,
  GRAPHITE,
  type Id,
  isShown,
  type Item,
  itemsOf,
  type Layer,
  type PointItem,
  type Project,
  type Recipe,
  VERSION,
  type WorkPlane,
} from './project/project';
export { APART, type Resolved, type ResolvedCurve, resolve, resolveRecipe } from './recipe/resolve';
export { schemaProblems } from './schemaProblems';
