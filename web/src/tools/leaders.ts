import {
  closestPoint,
  cross,
  directionBeyond,
  distance,
  dot,
  endOf,
  frameAt,
  negate,
  normalOf,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import {
  alongGuide,
  type End,
  ENDS,
  handedOn,
  type Id,
  isDerived,
  isFree,
  type Leader,
  plainRecipe,
  pointsOf,
  type Project,
  shareAt,
  type TieDirection,
  type TieTarget,
} from '@pencil-bend/document';
import { curveIn } from '../view/curveIn';

/** Where something was caught: at an end, along a curve or guide, or on a symmetry line. */
export interface CaughtPlace {
  readonly at: Vector3;
  readonly item: Id | null;
}

/** This near to an end a caught place is the end, in mm. */
export const AT_END = 1e-6;

/**
 * What an end that is put at a caught place goes on from; null where nothing leads there. `ahead` is how the follower
 * runs on from there: it leaves a curve or a guide in the direction nearer to that.
 */
export function leaderAt(project: Project, { at, item: id }: CaughtPlace, ahead: Vector3 | null): Leader | null {
  const item = id !== null && Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (id === null || !item) return null;
  if (item.kind === 'guide') {
    const { guide } = item;
    const axes = project.planes[item.plane];
    if (guide.kind === 'line' && guide.symmetry) {
      return { kind: 'plane', at: guide.at, across: cross(normalOf(axes), guide.direction) };
    }
    return sensed(project, { kind: 'guide', item: id, along: alongGuide(guide, axes, at), sense: 'forward' }, ahead);
  }
  if (item.kind !== 'curve') return null;
  const curve = curveIn(project, id);
  if (!curve) return null;
  if (curve.closing === 'open') {
    const end = ENDS.find((each) => distance(endOf(curve, each), at) <= AT_END);
    if (end) return { kind: 'end', item: id, end };
  }
  const share = shareAt(curve, closestPoint(curve, at).u);
  return sensed(project, { kind: 'place', item: id, share, sense: 'forward' }, ahead);
}

/** The same leader left in the sense that a follower runs. */
function sensed<Sensed extends Extract<Leader, { readonly sense: unknown }>>(
  project: Project,
  leader: Sensed,
  ahead: Vector3 | null,
): Sensed {
  const tangent = handedOn(project, { leader }).jet?.tangent;
  return ahead && tangent && dot(tangent, ahead) < 0 ? { ...leader, sense: 'backward' } : leader;
}

/** Which end of a curve a point of it is; null for any other point, and for a curve that cannot have joints. */
export function joinableEnd(project: Project, id: Id, point: Id): End | null {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (item?.kind !== 'curve' || isDerived(item.recipe) || (isFree(item.recipe) && item.recipe.symmetry)) return null;
  const points = pointsOf(plainRecipe(project, item));
  if (points?.curve.closing !== 'open') return null;
  const at = points.places.get(point);
  const list = [points.fit, points.control].find((each) => each.some((own) => own.id === point));
  if (list) return list[0].id === point ? 'start' : list[list.length - 1].id === point ? 'end' : null;
  // What an exact shape is given by may be its end.
  return (at && ENDS.find((end) => distance(endOf(points.curve, end), at) <= AT_END)) ?? null;
}

/** How a curve runs on from one of its ends. */
export function aheadAt(project: Project, id: Id, end: End): Vector3 | null {
  const curve = curveIn(project, id);
  return curve && negate(directionBeyond(curve, end));
}

/** How a curve runs at a place of it; null where it stands still. */
export function tangentAt(project: Project, id: Id, at: Vector3): Vector3 | null {
  const curve = curveIn(project, id);
  return (curve && frameAt(curve, closestPoint(curve, at).u)?.tangent) ?? null;
}

/** Ends this near to each other meet, in mm. */
const MEETS = 1e-3;

/** The ends of other curves that lie at an end of a curve, in the order of the drawing. */
export function endsMeeting(project: Project, id: Id, end: End): readonly { readonly item: Id; readonly end: End }[] {
  const curve = curveIn(project, id);
  if (curve?.closing !== 'open') return [];
  const at = endOf(curve, end);
  return project.itemOrder.flatMap((item) => {
    const other = item === id ? null : curveIn(project, item);
    if (other?.closing !== 'open') return [];
    const met = ENDS.find((each) => distance(endOf(other, each), at) <= MEETS);
    return met ? [{ item, end: met }] : [];
  });
}

/** What a point that is put at a place of an item follows; null of what nothing can follow. */
export function tieTarget(project: Project, at: Vector3, item: Id): TieTarget | null {
  if (!Object.hasOwn(project.items, item)) return null;
  const { kind } = project.items[item];
  if (kind === 'point') return { kind: 'point', item };
  if (kind === 'guide') return { kind: 'along', item };
  const leader = leaderAt(project, { at, item }, null);
  if (leader?.kind === 'end') return { kind: 'end', item, end: leader.end };
  return leader?.kind === 'place' ? { kind: 'place', item, share: leader.share } : null;
}

/** What a tangent follows: the direction of a guide line or of a straight curve, in the sense in which it runs now. */
export function tieDirection(project: Project, line: Id, tangent: Vector3 | null): TieDirection {
  const item = project.items[line];
  const curve = curveIn(project, line);
  const chord = curve && subtract(endOf(curve, 'end'), endOf(curve, 'start'));
  const along = item.kind === 'guide' && item.guide.kind === 'line' ? item.guide.direction : chord;
  return { item: line, turned: Boolean(tangent && along && dot(tangent, along) < 0) };
}
