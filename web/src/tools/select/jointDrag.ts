import { distance, domainOf, dot, endOf, type Vector3 } from '@pencil-bend/core';
import {
  type BlendRecipe,
  type CommandCall,
  cornerIn,
  type CornerRecipe,
  type End,
  type Freedom,
  type Id,
  type Joint,
  plainRecipe,
  pointsOf,
  type Project,
} from '@pencil-bend/document';
import { curveIn } from '../../view/curveIn';
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

/** What dragging the end of a stem by so much sets: of a joint, of a blend, of a soft corner. */
export function freedomSet(
  project: Project,
  id: Id,
  handle: FreedomHandle,
  perMm: Vector3,
  by: Vector3,
): CommandCall | null {
  const size = dot(perMm, perMm);
  const mm = size > 0 ? freedomNow(project, id, handle) : null;
  if (mm === null) return null;
  const dragged = mm + dot(by, perMm) / size;
  // Strengths and setbacks stay above 0.
  return freedomCall(project, id, handle, handle.of === 'a' ? Math.max(SLOWEST * mm, dragged) : dragged);
}

interface FreedomHandle {
  readonly end: End;
  readonly of: Freedom;
}

/** A drag leaves this share of the strength. */
const SLOWEST = 0.05;

/** What is free at an end now, in mm; of a corner its setback. */
function freedomNow(project: Project, id: Id, { end, of }: FreedomHandle): number | null {
  const item = project.items[id];
  if (item?.kind === 'curve' && item.recipe.kind === 'corner') {
    return cornerIn(project, id).setbacks[end === 'start' ? 0 : 1];
  }
  const curve = curveIn(project, id);
  return (curve && freedomsInMm(curve, end)?.[of]) ?? null;
}

/** Sets what is free at an end, in mm; a strength stays a ratio of the chord where it was one. */
export function freedomCall(project: Project, id: Id, { end, of }: FreedomHandle, mm: number): CommandCall | null {
  const item = project.items[id];
  const curve = curveIn(project, id);
  if (item?.kind !== 'curve' || !curve) return null;
  const { recipe } = item;
  if (recipe.kind === 'corner') return cornerSetBack(id, recipe, end, mm);
  if (recipe.kind === 'blend') return blendStrengthened(id, recipe, end, mm, chordOf(curve));
  const joint = item.joints?.[end];
  if (!joint) return null;
  const [first, last] = domainOf(curve);
  const all = last - first;
  const { freedoms = {} } = joint;
  const set = of === 'a' ? { a: asBefore(freedoms.a, mm, chordOf(curve)) } : { [of]: mm / all ** (of === 'b' ? 2 : 3) };
  return { command: 'setJoint', args: { item: id, end, freedoms: { ...freedoms, ...set } } };
}

type Strength = { readonly mm: number } | { readonly ratio: number };

const asBefore = (before: Strength | undefined, mm: number, chord: number): Strength =>
  before && 'ratio' in before ? { ratio: mm / chord } : { mm };

/** One of the strengths of a blend; where they are linked the other one follows by itself. */
function blendStrengthened(
  item: Id,
  { first, second, ratio }: BlendRecipe,
  end: End,
  mm: number,
  chord: number,
): CommandCall {
  const magnitude = { ratio: mm / chord };
  const { magnitude: _first, ...one } = first;
  const { magnitude: _second, ...other } = second;
  const isFirst = end === 'start';
  const linked = ratio !== undefined;
  return {
    command: 'setBlend',
    args: {
      item,
      first: isFirst ? { ...one, magnitude } : linked ? one : first,
      second: isFirst ? (linked ? other : second) : { ...other, magnitude },
      ratio: ratio ?? null,
    },
  };
}

/** The setback of a corner on one of its legs: with legs alike, or in a ratio, that of the other one too. */
function cornerSetBack(
  item: Id,
  { kind: _kind, together: _together, ...corner }: CornerRecipe,
  end: End,
  mm: number,
): CommandCall {
  const { size, ratio = 1 } = corner;
  const isFirst = end === 'start';
  const now =
    'setbacks' in size
      ? { setbacks: (isFirst ? [mm, size.setbacks[1]] : [size.setbacks[0], mm]) as [number, number] }
      : { setback: isFirst ? mm : mm / ratio };
  return { command: 'setCorner', args: { item, ...corner, size: now } };
}
