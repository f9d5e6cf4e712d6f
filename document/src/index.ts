// What a project is and everything that can be done to it.
export { controlIds } from './command/items';
export type { Pasted, TransformKind } from './command/transformCommands';
export type { ToReach } from './command/lengths';
export { cornersOf, newPointSet } from './items/pointSet';
export type { ItemShape } from './items/itemKind';
export { anchorOf, edgeOf, itemDescription, itemExtent, itemShape, itemWord, labelOf } from './items/table';
export type { BroughtIn } from './command/exchangeCommands';
export type { NewItem } from './command/sheetCommands';
export type { CommandCall, CommandName } from './command/registry';
export { canDoSteps, steps } from './stepsCode';
export { LIVE_TARGETS } from './recipe/liveTargets';
export type { Attempt, Attempted } from './command/attempt';
export { type Outcome, type Performed, projectBefore, redo, type Stamp, undo } from './history/undo';
export { FIRST_NAMES, type Shape } from './command/shapes';
export { FIT_NAMES } from './command/fitNames';
export { titleOf } from './command/titleOf';
export { migrateStep, type StepTitle } from './history/stepTitle';
export { NO_STACKS, type Stacks, stacksOf, type Step } from './history/history';
export { stepProblems } from './history/stepProblems';
export { LARGEST_STEP } from './history/stepSize';
export { applyPatch, type Operation, type Patch } from './history/patch';
export { LONGEST_NAME, LONGEST_NOTE, MOST_THINNING } from './project/format';
export { nameProblem, shortened, withCleanNames } from './name';
export { plainJsonProblem } from './plainJson';
export { LARGEST_PICTURE, pictureSizeProblem } from './pictureSize';
export { LARGEST_POINT_SET, pointSetBytes, pointSetProblem, pointsOfBytes, tooManyPoints } from './pointSet';
export { withPlaces } from './placeInWords';
export type { Appended, HistoryPart, KeptContent, ListedProject, OpenedProject, ProblemBody, Stage } from './wire';
export { inWords, pointer, type Problem } from './problem';
export { migrate } from './project/migrate';
export {
  type Axis,
  type BlendEnd,
  type BlendRecipe,
  type CornerRecipe,
  type Joint,
  type Leader,
  type Tie,
  type TieDirection,
  type TieTarget,
  contentsOf,
  type ControlPoint,
  type ControlRecipe,
  type CurveItem,
  emptyProject,
  type FitPoint,
  fitRecipe,
  type FitRecipe,
  type Near,
  type FreeRecipe,
  FORMAT,
  FRONT_ID,
  GRAPHITE,
  type Group,
  type Guide,
  type GuideItem,
  type FixedFit,
  type PointConstraints,
  type Id,
  isDerived,
  isFree,
  isShown,
  type Item,
  itemsOf,
  type Layer,
  type MirrorPlane,
  type MirrorRecipe,
  newLayer,
  type PointItem,
  type PointSet,
  type PointSetItem,
  type Primitive,
  type PrimitiveRecipe,
  type Project,
  type Recipe,
  VERSION,
  type WorkPlane,
} from './project/project';
export { shownCurve } from './recipe/shownCurve';
export { blendIn, cornerIn, contactsAt, handedOn, keptJoints, keptTies } from './project/plain';
export type { Cornered } from './project/corners';
export { alongGuide, jetOnGuide } from './project/guides';
export { placeAt, shareAt } from './links/reference';
export { boundLevels, type EndLevels } from './links/boundLevels';
export { blendLeader, type End, ENDS, jointsOf, referenceOf, referencesOf, tiesOf } from './links/sources';
export { resolve } from './project/resolve';
export { type PlainCurve, plainItem, type PlainItem, plainRecipe } from './project/plain';
export { takenWith } from './links/taken';
export { pulledBy } from './recipe/corners';
export { legTo } from './recipe/legs';
export { isClosed } from './recipe/editEnds';
export { asFree, controlRecipe, fixSpacing } from './recipe/fixSpacing';
export { chordAt, HANDLE_SHARE, setTangent, sideAt, tangentAt } from './recipe/setTangent';
export { heldTangent, type Side, SIDES } from './recipe/tangentSides';
export { fitPointsOf, MOST_THROUGH_POINTS, pointsWritten } from './recipe/makeLive';
export { bendAt, type Move, movePoints, unpinned } from './recipe/movePoints';
export { tangentOn } from './recipe/turnAt';
export { moveKnot } from './recipe/editKnots';
export type { Row } from './recipe/setPoints';
export { arcInWords } from './recipe/primitives/arcs';
export { type GivenBy, waysToGive } from './recipe/primitives/givenBy';
export { type GivenHandle, givensOf, linesOf, wordOf } from './recipe/givenRecipes';
export type { Figure } from './recipe/primitives/primitiveKind';
export { figuresOf } from './recipe/primitives/table';
export { CommandError } from './commandError';
export { APART, type Resolved, type ResolvedCurve, resolveRecipe } from './recipe/resolve';
export { placed, reflection } from './recipe/affine';
export { heldAtEnds, heldParts, type Refitted, refitted } from './recipe/refitted';
export { transformed } from './recipe/transformed';
export { schemaProblems } from './schemaProblems';
export {
  type CurvePoints,
  type Freedom,
  FREEDOMS,
  type Handle,
  hasHandle,
  keyOf,
  legsOf,
  pointOf,
  pointsOf,
  sameHandle,
} from './selection/handle';
export {
  clicked,
  handlesByItem,
  handlesOn,
  type ItemHandles,
  NOTHING,
  onlyItem,
  present,
  sameSelection,
  selectedHandles,
  type Selection,
  selectionOf,
  toggled,
  withGroup,
  withHandles,
} from './selection/selection';
