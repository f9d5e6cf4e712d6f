import { type Curve, distance, domainOf, dot, endOf, type Vector3 } from '@pencil-bend/core';
import {
  type CommandCall,
  type End,
  type Freedom,
  type Id,
  type Joint,
  plainRecipe,
  pointsOf,
  type Project,
  shownCurve,
} from '@pencil-bend/document';
import { chordOf, freedomsInMm } from '../../view/freedomStems';
import { AT_END, leaderAt } from '../leaders';

/** The joint at an end of a curve. */
export function jointAt(project: Project, id: Id, end: End): Joint | null {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  return (item?.kind === 'curve' && item.joints?.[end]) || null;
}

/** The end that all others in this place follow, directly or by way of others. */
function rootOf(
  project: Project,
  id: Id,
  end: End,
): { readonly id: Id; readonly end: End; readonly joint: Joint | null } {
  let root = { id, end };
  // A ring of ends in one place would be a circle, and there is none.
  for (;;) {
    const joint = jointAt(project, root.id, root.end);
    if (joint?.leader.kind !== 'end') return { ...root, joint };
    root = { id: joint.leader.item, end: joint.leader.end };
  }
}

/** A joint that is dragged takes what leads it along: its end, or the place where it lies. Null where that is fixed. */
export function jointMoved(project: Project, id: Id, end: End, to: Vector3): CommandCall | null {
  const root = rootOf(project, id, end);
  const { joint } = root;
  if (joint && (joint.leader.kind === 'place' || joint.leader.kind === 'guide')) {
    const { item, sense } = joint.leader;
    const leader = leaderAt(project, { at: to, item }, null);
    if (leader?.kind !== 'place' && leader?.kind !== 'guide') return null;
    return { command: 'setJoint', args: { item: root.id, end: root.end, leader: { ...leader, sense } } };
  }
  const point = endPoint(project, root.id, root.end);
  return point === null ? null : { command: 'movePoints', args: { item: root.id, moves: [{ point, to }] } };
}

/** The point that stands at an end of a curve of its own. */
function endPoint(project: Project, id: Id, end: End): Id | null {
  const item = project.items[id];
  const points = item?.kind === 'curve' ? pointsOf(plainRecipe(project, item)) : null;
  if (!points) return null;
  if (points.given.length > 0) {
    const at = endOf(points.curve, end);
    return points.given.find((each) => distance(each.at, at) <= AT_END)?.id ?? null;
  }
  const list = points.fit.length > 0 ? points.fit : points.control;
  return list[end === 'start' ? 0 : list.length - 1].id;
}

/** What is set of a joint by dragging the end of a stem: from where it was, by so much. */
export function freedomSet(
  project: Project,
  id: Id,
  { end, of }: { readonly end: End; readonly of: Freedom },
  perMm: Vector3,
  by: Vector3,
): CommandCall | null {
  const item = project.items[id];
  const curve = item?.kind === 'curve' ? shownCurve(plainRecipe(project, item)) : null;
  const free = curve && freedomsInMm(curve, end);
  const joint = jointAt(project, id, end);
  const size = dot(perMm, perMm);
  if (!curve || !free || !joint || !(size > 0)) return null;
  const mm = free[of] + dot(by, perMm) / size;
  return freedomCall(curve, { item: id, end, joint }, of, of === 'a' ? Math.max(SLOWEST * free.a, mm) : mm);
}

/** A drag leaves this share of the strength. */
const SLOWEST = 0.05;

/** Sets one of the freedoms of a joint, in mm; the strength stays a ratio of the chord where it was one. */
export function freedomCall(
  curve: Curve,
  { item, end, joint }: { readonly item: Id; readonly end: End; readonly joint: Joint },
  of: Freedom,
  mm: number,
): CommandCall {
  const [first, last] = domainOf(curve);
  const all = last - first;
  const { freedoms = {} } = joint;
  const inRatio = freedoms.a !== undefined && 'ratio' in freedoms.a;
  const set =
    of === 'a' ? { a: inRatio ? { ratio: mm / chordOf(curve) } : { mm } } : { [of]: mm / all ** (of === 'b' ? 2 : 3) };
  return { command: 'setJoint', args: { item, end, freedoms: { ...freedoms, ...set } } };
}
