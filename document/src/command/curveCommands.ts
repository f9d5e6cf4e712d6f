import type { TangentHold, Vector3 } from '@pencil-bend/core';
import type { Axis, ControlRecipe, Id, MirrorPlane, Project, Recipe } from '../project/project';
import { originalOf, type PlainCurve } from '../project/mirrors';
import { insertControlPoint, removeControlPoint, setWeights, straighten } from '../recipe/editControlPoints';
import { fitDegree, lowerDegree, raiseDegree } from '../recipe/editDegree';
import { closeCurve, moveSeam, openCurve, reverseCurve } from '../recipe/editEnds';
import { insertFitPoint, removeFitPoint, setKink } from '../recipe/editFitPoints';
import { evenKnots, insertKnot, moveKnot, removeKnot, setRange } from '../recipe/editKnots';
import { hold } from '../recipe/hold';
import { holdRadius, holdTangent } from '../recipe/holdTangent';
import { makeLive } from '../recipe/makeLive';
import { bendAt, type Move, movePoints } from '../recipe/movePoints';
import { pinPoints } from '../recipe/pinPoints';
import { type Row, setPoints } from '../recipe/setPoints';
import { corners, pulledByCorners, throughCorners } from '../recipe/corners';
import { keepSymmetry, makeSymmetric } from '../recipe/symmetry';
import { tangentsAsTheyAre } from '../recipe/tangentsAsTheyAre';
import { reflection, transformed } from '../recipe/transformed';
import { type Command, command } from './command';
import { curveItemOf, openCurveOf, openItemOf, pointName } from './items';

interface OfCurve {
  readonly item: Id;
}
interface OfPoint extends OfCurve {
  readonly point: Id;
}

/** How a recipe becomes another; the project for what is set there, such as the tolerance. */
type Edit<Args> = (recipe: Recipe, args: Args, project: Pick<Project, 'tolerance'>) => Recipe;

/**
 * A command that gives a curve another recipe. Done to a mirror it is done to its original, mirrored back; of a curve
 * that is its own mirror both sides change.
 */
function edit<Args extends OfCurve>(
  schema: Command<Args>['schema'],
  words: (item: PlainCurve, args: Args) => string,
  change: Edit<Args>,
  kind?: 'lossy' | 'adds handles',
): Command<Args> {
  const symmetric: Edit<Args> = (recipe, args, project) => keepSymmetry(recipe, change(recipe, args, project));
  return command<Args>({
    schema,
    stepName: (project, args) => words(openCurveOf(project, args.item), args),
    change: {
      items: (project, args) => {
        const { recipe } = openCurveOf(project, args.item);
        const changed = tangentsAsTheyAre(symmetric(recipe, args, project));
        const { id, by } = originalOf(project, args.item);
        openItemOf(project, id);
        const back = by.reduce<Recipe>((now, { about }) => transformed(now, reflection(about)), changed);
        return { changed: { [id]: { ...curveItemOf(project, id), recipe: back } } };
      },
    },
    ...(kind === 'lossy' && { lossy: true }),
    ...(kind === 'adds handles' && { addsHandles: true }),
  });
}

/** What can be done to one curve, in the designer's own terms. */
export const curveCommands = {
  movePoints: edit<OfCurve & { moves: readonly Move[] }>(
    'movePoints',
    (item, { moves }) =>
      moves.length === 1
        ? `Move ${pointName(item.name, item.recipe, moves[0].point)} of ${item.name}`
        : `Move ${moves.length} points of ${item.name}`,
    (recipe, { moves }) => movePoints(recipe, moves),
  ),
  bendAt: edit<OfCurve & { u: number; to: Vector3 }>(
    'bendAt',
    ({ name }) => `Bend ${name}`,
    (recipe, { u, to }) => bendAt(recipe, u, to),
  ),
  pinPoints: edit<OfCurve & { points: readonly Id[]; axis: Axis; pinned: boolean }>(
    'pinPoints',
    ({ name }, { axis, pinned }) => `${pinned ? 'Pin' : 'Unpin'} ${'xyz'[axis]} in ${name}`,
    (recipe, { points, axis, pinned }) => pinPoints(recipe, points, axis, pinned),
  ),
  setPoints: edit<OfCurve & { which: 'fit' | 'control'; rows: readonly Row[] }>(
    'setPoints',
    ({ name }, { rows }) => `Give ${name} a table of ${rows.length} points`,
    (recipe, { which, rows }) => setPoints(recipe, which, rows),
  ),

  insertFitPoint: edit<OfCurve & { u: number; id: Id }>(
    'insertFitPoint',
    ({ name }) => `Add a point to ${name}`,
    (recipe, { u, id }) => insertFitPoint(recipe, u, id),
    'adds handles',
  ),
  removeFitPoint: edit<OfPoint>(
    'removeFitPoint',
    (item, { point }) => `Remove ${pointName(item.name, item.recipe, point)} of ${item.name}`,
    (recipe, { point }) => removeFitPoint(recipe, point),
    'lossy',
  ),
  setKink: edit<OfPoint & { kink: boolean }>(
    'setKink',
    (item, { point, kink }) =>
      `Make ${pointName(item.name, item.recipe, point)} of ${item.name} ${kink ? 'a kink' : 'smooth'}`,
    (recipe, { point, kink }) => setKink(recipe, point, kink),
  ),
  holdTangent: edit<OfPoint & { tangent: TangentHold | null }>(
    'holdTangent',
    (item, { point, tangent }) =>
      `${tangent ? 'Hold' : 'Free'} the tangent at ${pointName(item.name, item.recipe, point)} of ${item.name}`,
    (recipe, { point, tangent }) => holdTangent(recipe, point, tangent),
  ),
  holdRadius: edit<OfPoint & { radius: number | null }>(
    'holdRadius',
    (item, { point, radius }) =>
      `${radius ? 'Hold' : 'Free'} the radius at ${pointName(item.name, item.recipe, point)} of ${item.name}`,
    (recipe, { point, radius }) => holdRadius(recipe, point, radius),
  ),

  insertControlPoint: edit<OfCurve & { leg: number; share: number }>(
    'insertControlPoint',
    ({ name }, { leg }) => `Add a control point after ${leg + 1} to ${name}`,
    (recipe, { leg, share }) => insertControlPoint(recipe, leg, share),
    'adds handles',
  ),
  removeControlPoint: edit<OfPoint>(
    'removeControlPoint',
    (item, { point }) => `Remove ${pointName(item.name, item.recipe, point)} of ${item.name}`,
    (recipe, { point }) => removeControlPoint(recipe, point),
    'lossy',
  ),
  setWeights: edit<OfCurve & { weights: readonly { point: Id; weight: number }[] }>(
    'setWeights',
    (item, { weights }) => `Weigh ${weights.map(({ point }) => pointName(item.name, item.recipe, point)).join(', ')} of ${item.name}`, // prettier-ignore
    (recipe, { weights }) => setWeights(recipe, weights),
  ),
  straighten: edit<OfCurve & { points: readonly Id[] }>(
    'straighten',
    ({ name }) => `Make a stretch of ${name} straight`,
    (recipe, { points }) => straighten(recipe, points),
    'lossy',
  ),

  insertKnot: edit<OfCurve & { u: number }>(
    'insertKnot',
    ({ name }) => `Add a knot to ${name}`,
    (recipe, { u }) => insertKnot(recipe, u),
    'adds handles',
  ),
  removeKnot: edit<OfCurve & { u: number }>(
    'removeKnot',
    ({ name }) => `Remove a knot of ${name}`,
    (recipe, { u }) => removeKnot(recipe, u),
    'lossy',
  ),
  moveKnot: edit<OfCurve & { u: number; to: number }>(
    'moveKnot',
    ({ name }) => `Move a knot of ${name}`,
    (recipe, { u, to }) => moveKnot(recipe, u, to),
  ),
  evenKnots: edit<OfCurve>(
    'evenKnots',
    ({ name }) => `Even out the knots of ${name}`,
    (recipe) => evenKnots(recipe),
    'lossy',
  ),
  setRange: edit<OfCurve & { first: number; last: number }>(
    'setRange',
    ({ name }, { first, last }) => `Let the parameter of ${name} run from ${first} to ${last}`,
    (recipe, { first, last }) => setRange(recipe, first, last),
  ),

  holdSpacing: edit<OfCurve>(
    'holdSpacing',
    ({ name }) => `Hold the spacing of ${name}`,
    (recipe) => hold(recipe),
  ),
  makeLive: edit<OfCurve>(
    'makeLive',
    ({ name }) => `Make the spacing of ${name} live`,
    (recipe) => makeLive(recipe),
    'lossy',
  ),
  raiseDegree: edit<OfCurve>(
    'raiseDegree',
    ({ name }) => `Raise the degree of ${name}`,
    (recipe) => raiseDegree(recipe),
    'adds handles',
  ),
  lowerDegree: edit<OfCurve>(
    'lowerDegree',
    ({ name }) => `Lower the degree of ${name}`,
    (recipe) => lowerDegree(recipe),
    'lossy',
  ),
  fitDegree: edit<OfCurve & { degree: number }>(
    'fitDegree',
    ({ name }, { degree }) => `Fit ${name} anew in degree ${degree}`,
    (recipe, { degree }) => fitDegree(recipe, degree),
    'lossy',
  ),
  layAnew: edit<OfCurve & { words: string; recipe: ControlRecipe }>(
    'layAnew',
    ({ name }, { words }) => `${words} ${name}`,
    (_old, { recipe }) => recipe,
    'lossy',
  ),

  closeCurve: edit<OfCurve>(
    'closeCurve',
    ({ name }) => `Close ${name}`,
    (recipe, _args, { tolerance }) => closeCurve(recipe, tolerance),
  ),
  openCurve: edit<OfCurve & { id: Id }>(
    'openCurve',
    ({ name }) => `Open ${name}`,
    (recipe, { id }) => openCurve(recipe, id),
  ),
  reverseCurve: edit<OfCurve>(
    'reverseCurve',
    ({ name }) => `Reverse ${name}`,
    (recipe) => reverseCurve(recipe),
  ),
  moveSeam: edit<OfCurve & { u: number }>(
    'moveSeam',
    ({ name }) => `Move the seam of ${name}`,
    (recipe, { u }) => moveSeam(recipe, u),
  ),

  throughCorners: edit<OfCurve>(
    'throughCorners',
    ({ name, recipe }) => `Lay ${name} through its ${corners(recipe).length} corners`,
    (recipe) => throughCorners(recipe),
    'lossy',
  ),
  pulledByCorners: edit<OfCurve & { degree: number }>(
    'pulledByCorners',
    ({ name, recipe }) => `Let ${name} be pulled by its ${corners(recipe).length} corners`,
    (recipe, { degree }) => pulledByCorners(recipe, degree),
    'lossy',
  ),
  makeSymmetric: edit<OfCurve & { about: MirrorPlane }>(
    'makeSymmetric',
    ({ name }) => `Make ${name} its own mirror`,
    (recipe, { about }) => makeSymmetric(recipe, about),
    'lossy',
  ),
} as const;
