import type { Contacts } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import {
  type CurveItem,
  type FreeRecipe,
  type Id,
  isDerived,
  isFree,
  type PrimitiveRecipe,
  type Project,
  type Recipe,
} from '../project/project';
import { contactsAt, originalOf, type PlainCurve, plainRecipe } from '../project/plain';
import { partnersOf } from '../links/order';
import { withShape } from '../links/table';
import { insertControlPoint, removeControlPoint, setWeights, straighten } from '../recipe/editControlPoints';
import { fitDegree, lowerDegree, raiseDegree } from '../recipe/editDegree';
import { closeCurve, moveSeam, openCurve, reverseCurve } from '../recipe/editEnds';
import { removeHandles } from '../recipe/removeHandles';
import { insertFitPoint, removeFitPoint, setKink } from '../recipe/editFitPoints';
import { evenKnots, insertKnot, moveKnot, removeKnot, setRange } from '../recipe/editKnots';
import { asFree, fixSpacing } from '../recipe/fixSpacing';
import { setRadius, setTangent } from '../recipe/setTangent';
import { makeLive } from '../recipe/makeLive';
import { bendAt, movePoints } from '../recipe/movePoints';
import { boundMove } from '../recipe/boundMove';
import { givenBy } from '../recipe/primitives/givenBy';
import { describe } from '../recipe/givenRecipes';
import { figuresOf, setFigure } from '../recipe/primitives/table';
import { withFitTolerance } from '../recipe/withFitTolerance';
import { pinPoints } from '../recipe/pinPoints';
import { setPoints } from '../recipe/setPoints';
import { corners, pulledByCorners, throughCorners } from '../recipe/corners';
import { keepSymmetry, makeSymmetric } from '../recipe/symmetry';
import { turnAt } from '../recipe/turnAt';
import { tangentsAsTheyAre } from '../recipe/tangentsAsTheyAre';
import { reflection } from '../recipe/affine';
import { transformed } from '../recipe/transformed';
import type { StepFacts } from '../history/stepTitle';
import type { Fates } from '../links/settle';
import type { curveArgs } from '../schema/curveArgs';
import type { Command, Commands } from './command';
import { curveItemOf, namedAs, namedPoint, namedPoints, openCurveOf, openItemOf } from './items';

interface OfCurve {
  readonly item: Id;
}
interface OfPoint extends OfCurve {
  readonly point: Id;
}
/** What can be done to several curves in one step: to the others with arguments of their own. */
type Together<Args extends OfCurve> = Args & { readonly also?: readonly Args[] };

/** How a recipe becomes another; the project for what is set there, such as the tolerance. */
type Edit<Args, Edited extends Recipe = FreeRecipe> = (
  recipe: Edited,
  args: Args,
  project: Pick<Project, 'tolerance'>,
) => Recipe;

interface Options<Args> extends Pick<Command<Args>, 'lossy' | 'addsHandles'> {
  readonly facts?: Facts<Args>;
  /** The shape stays: it runs otherwise. */
  readonly turns?: true;
  /** How it is done to what the joints of a curve bind; null where it is done as to any curve. */
  readonly bound?: (args: Args, recipe: Recipe, contacts: Contacts) => Recipe | null;
}

/**
 * A command that gives a curve another recipe, or several curves one each. Done to a mirror it is done to its original,
 * mirrored back; of a curve that is its own mirror both sides change.
 */
function reshape<Args extends Together<OfCurve>>(
  change: Edit<Args, Recipe>,
  { facts, turns, bound, ...more }: Options<Args> = {},
): Command<Args> {
  const symmetric: Edit<Args, Recipe> = (recipe, args, project) => {
    return keepSymmetry(recipe, (so) => change(so, args, project));
  };
  return {
    facts: (project, args) => {
      const all = withOthers(args).map((each) => {
        const item = openCurveOf(project, each.item);
        return { name: item.name, facts: facts?.(each, item) ?? {} };
      });
      return { items: namedAs(all.map(({ name }) => name)), ...inAll(all.map((each) => each.facts)) };
    },
    change: {
      items: (project, args) => {
        const changed: Record<Id, CurveItem> = {};
        let now = project;
        // The curve that was named first has the last word where a mirror and its original are both named.
        for (const each of withOthers(args).reverse()) {
          const { recipe } = openCurveOf(now, each.item);
          const byJoints = bound && bound(each, recipe, contactsAt(now, each.item));
          const done = tangentsAsTheyAre(byJoints ?? symmetric(recipe, each, now));
          const { id, by } = originalOf(now, each.item);
          openItemOf(now, id);
          const back = by.reduce<Recipe>((so, { about }) => transformed(so, reflection(about)), done);
          Object.assign(changed, reshaped(now, id, back));
          if (args.also) now = { ...now, items: { ...now.items, ...changed } };
        }
        return { changed: args.also ? drawnTogether(now, changed) : changed };
      },
    },
    ...(turns && { fates: ({ item }): Fates => ({ [item]: 'turned' }) }),
    ...more,
  };
}

/** Curves that changed together: what binds them to each other goes on from where they all are now. */
const drawnTogether = (now: Project, changed: Readonly<Record<Id, CurveItem>>): Record<Id, CurveItem> =>
  Object.fromEntries(
    Object.entries(changed).map(([id, item]) => [
      id,
      item.joints && !isDerived(item.recipe) ? withShape(now, item, item.recipe) : item,
    ]),
  );

/**
 * A curve with another shape: its joints bind it from where it is now, and what meets it halfway stays as it is seen. Of
 * one that others made it is a curve of its own.
 */
function reshaped(project: Project, id: Id, recipe: Recipe): Record<Id, CurveItem> {
  const item = curveItemOf(project, id);
  const partners = partnersOf(project, id).flatMap((partner): [Id, CurveItem][] => {
    const other = curveItemOf(project, partner);
    return [[partner, withShape(project, other, plainRecipe(project, other))]];
  });
  return { ...Object.fromEntries(partners), [id]: withShape(project, item, recipe) };
}

/** The same, of a curve that is edited point by point: an exact shape becomes one first. */
const edit = <Args extends Together<OfCurve>>(change: Edit<Args>, options?: Options<Args>): Command<Args> =>
  reshape((recipe, args, project) => change(asFree(recipe), args, project), options);

const withOthers = <Args extends Together<OfCurve>>({ also = [], ...args }: Args): Args[] => [args, ...also] as Args[];

/** Of what was done to several curves the points of all. */
function inAll([first, ...others]: readonly StepFacts[]): StepFacts {
  if (others.length === 0) return first;
  const counts = [first, ...others].map(({ points }) => (points?.kind === 'several' ? points.count : points ? 1 : 0));
  return { ...first, points: { kind: 'several', count: counts.reduce((sum, count) => sum + count, 0) } };
}

/** Throws a `CommandError` for a curve that is none of the exact shapes. */
function primitiveOf(recipe: Recipe): PrimitiveRecipe {
  if (recipe.kind === 'primitive') return recipe;
  throw new CommandError('This is a free curve: it has no sizes that it is given by');
}

/** What the step tells besides the name of its curve. */
type Facts<Args> = (args: Args, curve: PlainCurve) => StepFacts;

const ofPoint: Facts<OfPoint> = ({ point }, { name, recipe }) => ({ points: namedPoint(name, recipe, point) });

/** What can be done to one curve, in the designer's own terms. */
export const curveCommands: Commands<typeof curveArgs> = {
  movePoints: reshape((recipe, { moves }) => movePoints(recipe, moves), {
    bound: ({ moves }, recipe, contacts) => boundMove(recipe, moves, contacts),
    facts: ({ moves }, { name, recipe }) => ({
      points: namedPoints(
        name,
        recipe,
        moves.map(({ point }) => point),
      ),
    }),
  }),
  bendAt: edit((recipe, { u, to }) => bendAt(recipe, u, to)),
  turnAt: edit((recipe, { u, direction, mm }) => turnAt(recipe, u, direction, mm)),
  pinPoints: edit((recipe, { points, axis, pinned }) => pinPoints(recipe, points, axis, pinned), {
    facts: ({ axis, pinned }) => ({ how: pinned ? 'pin' : 'unpin', numbers: [axis] }),
  }),
  setPoints: edit((recipe, { which, rows }) => setPoints(recipe, which, rows), {
    facts: ({ rows }) => ({ points: { kind: 'several', count: rows.length } }),
  }),

  insertFitPoint: edit((recipe, { u, id }) => insertFitPoint(recipe, u, id), { addsHandles: true }),
  removeFitPoint: edit((recipe, { point }) => removeFitPoint(recipe, point), { lossy: true, facts: ofPoint }),
  removeHandles: edit((recipe, { points, knots }) => removeHandles(recipe, points, knots), {
    lossy: true,
    facts: ({ points, knots }, { name, recipe }) => ({
      ...(points.length > 0 && { points: namedPoints(name, recipe, points) }),
      numbers: [knots.length],
    }),
  }),
  setKink: edit((recipe, { point, kink }) => setKink(recipe, point, kink), {
    facts: (args, curve) => ({ ...ofPoint(args, curve), how: args.kink ? 'kink' : 'smooth' }),
  }),
  setTangent: edit((recipe, { point, tangent, side }) => setTangent(recipe, point, tangent, side), {
    facts: (args, curve) => ({ ...ofPoint(args, curve), how: args.tangent ? 'hold' : 'free' }),
  }),
  setRadius: edit((recipe, { point, radius }) => setRadius(recipe, point, radius), {
    facts: (args, curve) => ({ ...ofPoint(args, curve), how: args.radius ? 'hold' : 'free' }),
  }),

  setFitTolerance: edit((recipe, { within }) => withFitTolerance(recipe, within), {
    facts: ({ within }) => ({ numbers: [within], how: within > 0 ? 'near' : 'through' }),
  }),

  insertControlPoint: edit((recipe, { leg, share }) => insertControlPoint(recipe, leg, share), {
    addsHandles: true,
    facts: ({ leg }) => ({ numbers: [leg + 1] }),
  }),
  removeControlPoint: edit((recipe, { point }) => removeControlPoint(recipe, point), { lossy: true, facts: ofPoint }),
  setWeights: edit((recipe, { weights }) => setWeights(recipe, weights), {
    facts: ({ weights }, { name, recipe }) => ({
      points: namedPoints(
        name,
        recipe,
        weights.map(({ point }) => point),
      ),
    }),
  }),
  straighten: edit((recipe, { points }) => straighten(recipe, points), { lossy: true }),

  insertKnot: edit((recipe, { u }) => insertKnot(recipe, u), { addsHandles: true }),
  removeKnot: edit((recipe, { u }) => removeKnot(recipe, u), { lossy: true }),
  moveKnot: edit((recipe, { u, to }) => moveKnot(recipe, u, to)),
  evenKnots: edit((recipe) => evenKnots(recipe), { lossy: true }),
  setRange: edit((recipe, { first, last }) => setRange(recipe, first, last), {
    facts: ({ first, last }) => ({ numbers: [first, last] }),
  }),

  /** Of an exact shape it makes a free curve, with the same shape. */
  fixSpacing: reshape((recipe) => fixSpacing(recipe), {
    facts: (_args, { recipe }) => (isFree(recipe) ? {} : { how: 'free' }),
  }),
  setFigure: reshape((recipe, { figure, value }) => setFigure(primitiveOf(recipe), figure, value), {
    facts: ({ figure, value }, { recipe }) => ({
      to: figuresOf(primitiveOf(recipe)).find(({ name }) => name === figure)?.label ?? figure,
      numbers: [value],
    }),
  }),
  giveBy: reshape((recipe, { kind }) => givenBy(primitiveOf(recipe), kind), {
    facts: ({ kind }, { recipe }) => ({ to: describe(givenBy(primitiveOf(recipe), kind)) }),
  }),
  makeLive: edit((recipe) => makeLive(recipe), { lossy: true }),
  raiseDegree: edit((recipe) => raiseDegree(recipe), { addsHandles: true }),
  lowerDegree: edit((recipe) => lowerDegree(recipe), { lossy: true }),
  fitDegree: edit((recipe, { degree }) => fitDegree(recipe, degree), {
    lossy: true,
    facts: ({ degree }) => ({ numbers: [degree] }),
  }),
  refit: edit((_old, { recipe }) => recipe, {
    lossy: true,
    facts: ({ how, tolerance, most }) => ({
      how,
      ...(tolerance !== undefined && { numbers: [tolerance, ...(most === undefined ? [] : [most])] }),
    }),
  }),

  closeCurve: edit((recipe, _args, { tolerance }) => closeCurve(recipe, tolerance), { turns: true }),
  openCurve: edit((recipe, { id }) => openCurve(recipe, id), { turns: true }),
  reverseCurve: reshape((recipe) => reverseCurve(recipe), { turns: true }),
  moveSeam: edit((recipe, { u }) => moveSeam(recipe, u), { turns: true }),

  throughCorners: edit((recipe) => throughCorners(recipe), {
    lossy: true,
    facts: (_args, { recipe }) => ({ numbers: [corners(recipe).length] }),
  }),
  pulledByCorners: edit((recipe, { degree }) => pulledByCorners(recipe, degree), {
    lossy: true,
    facts: (_args, { recipe }) => ({ numbers: [corners(recipe).length] }),
  }),
  makeSymmetric: edit((recipe, { about }) => makeSymmetric(recipe, about), { lossy: true }),
};
