import { along, distance, dot, negate, scale, subtract, type TangentConstraint, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import {
  isFree,
  type ControlRecipe,
  type FitPoint,
  type FitRecipe,
  type Id,
  type MirrorPlane,
  type Recipe,
} from '../project/project';
import { heldTangent, mapTurnedTangents } from './tangentSides';
import { freshIds } from './withCurve';
import { averaged, evened, isOwnMirror, isSameCurve, otherHalf, partnersOf } from './fixedSymmetry';
import { fixSpacing } from './fixSpacing';
import { mirroredPlace } from './mirroredPlace';
import { placed } from './affine';

/** Points within this many mm of their images are pairs; of the mirror's plane, in it. */
const SAME = 1e-6;

const awayFrom = ({ at, across }: MirrorPlane, place: Vector3): number => dot(subtract(place, at), across);

const ontoPlane = (about: MirrorPlane, at: Vector3): Vector3 =>
  placed({ x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: scale(about.across, -awayFrom(about, at)) }, at);

/**
 * The curve through points made its own mirror: the half on the side of its start stays, the other becomes its image.
 * Where the half reaches the plane its last point lies in it; where it stops before, the curve goes smoothly across.
 */
export function makeSymmetric(recipe: Recipe, about: MirrorPlane): FitRecipe {
  if (recipe.kind !== 'fit')
    throw new CommandError('Only a curve through points with live spacing can be its own mirror');
  const { points, closed } = recipe;
  const start = points.find(({ at }) => Math.abs(awayFrom(about, at)) > SAME);
  if (!start) throw new CommandError('The curve lies in the mirror itself');
  const side = Math.sign(awayFrom(about, start.at));
  const isKept = ({ at }: FitPoint) => side * awayFrom(about, at) > SAME;
  // One run of points on the side of the start, which on a closed curve may go over its seam.
  const turn = closed
    ? (points.findIndex((point, i) => isKept(point) && !isKept(points.at(i - 1) ?? point)) + points.length) %
      points.length
    : 0;
  const around = closed ? [...points.slice(turn), ...points.slice(0, turn)] : [...points];
  const end = around.findIndex((point) => !isKept(point) && Math.abs(awayFrom(about, point.at)) > SAME);
  let half = end < 0 ? around : around.slice(0, end);
  if (half.length === points.length) throw new CommandError('The curve does not reach across the mirror');
  const before = closed ? around.at(-1) : undefined;
  if (before && Math.abs(awayFrom(about, before.at)) <= SAME && !half.includes(before)) half = [before, ...half];
  const kept = half.map((point) => (isKept(point) ? point : inPlane(point, about)));
  const fresh = freshIds(points.map(({ id }) => id));
  const image = kept
    .filter(isKept)
    .reverse()
    .map((point) => ({ ...imageOf(point, about), id: fresh() }));
  const whole = [...kept, ...image];
  const needed = closed ? 3 : 2;
  if (whole.length < needed) throw new CommandError(`The half has too few points for a curve of ${needed}`);
  return { ...recipe, points: whole, symmetry: about };
}

/** A point of the half as its image: a tangent is mirrored and, since the curve runs back, turned round. */
function imageOf(point: FitPoint, about: MirrorPlane): FitPoint {
  return {
    ...point,
    at: mirroredPlace(about, point.at),
    ...mapTurnedTangents(point, (tangent) => imageOfTangent(tangent, about)),
  };
}

function imageOfTangent(tangent: TangentConstraint, { across }: MirrorPlane): TangentConstraint {
  const { direction } = tangent;
  return { ...tangent, direction: along(negate(direction), across, 2 * dot(direction, across)) };
}

/**
 * A point in the mirror's plane, where the curve crosses it squarely, or in a corner whose sides are images: the side
 * that is not as it was gives the other.
 */
function inPlane(point: FitPoint, about: MirrorPlane, was?: FitPoint): FitPoint {
  const { tangent, tangents, ...rest } = point;
  const at = ontoPlane(about, point.at);
  if (tangents || was?.tangents) {
    const own = heldTangent(point, 'before');
    const other = heldTangent(point, 'after');
    const isSame = was ? JSON.stringify(own) === JSON.stringify(heldTangent(was, 'before')) : !own;
    const before = isSame ? other && imageOfTangent(other, about) : own;
    return { ...rest, at, ...(before && { tangents: { before, after: imageOfTangent(before, about) } }) };
  }
  const side = tangent && dot(tangent.direction, about.across) < 0 ? -1 : 1;
  return { ...point, at, ...(tangent && { tangent: { ...tangent, direction: scale(about.across, side) } }) };
}

/** What an edit of a symmetric curve does on one side, done on the other too. Throws a `CommandError` where it cannot be. */
export function keepSymmetry(before: Recipe, edit: (recipe: Recipe) => Recipe): Recipe {
  const after = edit(before);
  if (!isFree(before) || !isFree(after) || before === after) return after;
  const about = before.symmetry;
  if (!about) return after;
  if (after.symmetry !== about) return after;
  if (after.kind === 'control') return keepFixedSymmetry(fixSpacing(before), after, about, edit);
  return before.kind === 'fit' ? keepLiveSymmetry(before, after, about) : wholeOf(after, about);
}

/** With fixed spacing an edit is done to the image as well, whose points have the names of their partners. */
function keepFixedSymmetry(
  before: ControlRecipe,
  after: ControlRecipe,
  about: MirrorPlane,
  edit: (recipe: Recipe) => Recipe,
): ControlRecipe {
  if (!isOwnMirror(before, about)) {
    throw new CommandError(
      'The curve is its own mirror, but begins beside the mirror: its spacing stays live, unless its seam lies in the mirror',
    );
  }
  if (isOwnMirror(after, about)) return evened(after, about);
  const partners = partnersOf(before, about);
  const onOther = (recipe: ControlRecipe): ControlRecipe | null => {
    const other = edit(otherHalf(recipe, about, partners));
    return other.kind === 'control' && other.symmetry ? otherHalf(other, about, partners) : null;
  };
  let now = after;
  for (let round = 0; round < ROUNDS; round++) {
    const whole = onOther(now);
    if (!whole) break;
    if (isOwnMirror(whole, about, DONE)) return evened(whole, about);
    const again = edit(whole);
    // What brings points or knots is done once to each half.
    if (again.kind !== 'control' || again.points.length !== whole.points.length) break;
    // Both halves are as the edit wants them, and differ in what it leaves open: the middle of the two has both.
    if (isSameCurve(again, whole, DONE)) return evened(averaged(whole, about), about);
    now = again;
  }
  throw new CommandError('This cannot be done to both sides of the curve: let go of its symmetry first');
}

/** An edit that moves a little of the other half too comes closer to being done to both each time it is done to one. */
const ROUNDS = 60;
/** It is done to both when once more moves nothing farther than this share of its distance from the origin, in mm near it. */
const DONE = 1e-10;

/** Points that may have lost their partners: the half on the side of the start gives the other anew. */
const wholeOf = (recipe: FitRecipe, about: MirrorPlane): FitRecipe =>
  pairsOf(recipe.points, about).size === recipe.points.length ? recipe : makeSymmetric(recipe, about);

function keepLiveSymmetry(before: FitRecipe, after: FitRecipe, about: MirrorPlane): FitRecipe {
  const partner = pairsOf(before.points, about);
  const was = new Map(before.points.map((point) => [point.id, point]));
  const added = after.points.filter(({ id }) => !was.has(id));
  // A whole new table does not say which point became which: its first half gives the other.
  if (added.length > 1) return makeSymmetric(after, about);
  const here = new Set(after.points.map(({ id }) => id));
  // A point goes with its partner.
  const left = after.points.filter(({ id }) => here.has(partner.get(id) ?? id));
  const points = withPartners(folded(left, was, partner, about), added, partner, about);
  if (points.length < (after.closed ? 3 : 2)) {
    throw new CommandError('A point goes with its image, and the curve needs its last ones; delete the curve instead');
  }
  // Points may have fallen onto images of others.
  return wholeOf({ ...after, points }, about);
}

/** Each point's partner is its image; a point in the plane is its own. */
function pairsOf(points: readonly FitPoint[], about: MirrorPlane): Map<Id, Id> {
  const pairs = new Map<Id, Id>();
  for (const point of points) {
    const image = mirroredPlace(about, point.at);
    const found = points.find(({ at }) => distance(at, image) <= SAME * (1 + Math.hypot(...image)));
    if (found) pairs.set(point.id, found.id);
  }
  return pairs;
}

/** Of each pair the changed one gives the place of the other; where both were changed, the first. */
function folded(
  points: readonly FitPoint[],
  was: ReadonlyMap<Id, FitPoint>,
  partner: ReadonlyMap<Id, Id>,
  about: MirrorPlane,
): FitPoint[] {
  const changed = new Set(points.filter((point) => JSON.stringify(point) !== JSON.stringify(was.get(point.id))));
  const index = new Map(points.map(({ id }, i) => [id, i]));
  return points.map((point, i): FitPoint => {
    const other = was.has(point.id) ? partner.get(point.id) : undefined;
    if (other === undefined) return point;
    if (other === point.id) return changed.has(point) ? inPlane(point, about, was.get(point.id)) : point;
    const j = index.get(other) ?? -1;
    const image = points[j];
    if (!image || !changed.has(image) || (changed.has(point) && i < j)) return point;
    return { ...imageOf(image, about), id: point.id };
  });
}

/** Points that were added get their partners: between the partners of their neighbours. */
function withPartners(
  points: readonly FitPoint[],
  added: readonly FitPoint[],
  partner: ReadonlyMap<Id, Id>,
  about: MirrorPlane,
): FitPoint[] {
  let all = [...points];
  const fresh = freshIds(points.map(({ id }) => id));
  for (const point of added) {
    const index = all.findIndex(({ id }) => id === point.id);
    const before = all[index - 1];
    const image = imageOf(all[index], about);
    if (distance(image.at, point.at) <= SAME) {
      all = all.with(index, inPlane(point, about));
      continue;
    }
    const mate = before && partner.get(before.id);
    // Its neighbour before has its image after the place of the partner.
    const place = mate === undefined ? all.length : all.findIndex(({ id }) => id === mate);
    all = all.toSpliced(place < 0 ? all.length : place, 0, { ...image, id: fresh() });
  }
  return all;
}
