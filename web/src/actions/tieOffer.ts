import type { Plane, Vector3 } from '@pencil-bend/core';
import { type CommandCall, plainRecipe, pointOf, pointsOf, type Project, type Selection } from '@pencil-bend/document';
import type { SnapKind } from '../api/savedView';
import { catchAt } from '../snap/catchAt';
import { joinableEnd, tieTarget } from '../tools/leaders';
import { pointName } from '../view/pointName';
import type { ShownItem } from '../view/shownItem';

/** A point that lies on something by chance, and the command that lets it follow. */
export interface TieOffer {
  readonly at: Vector3;
  /** 'Lip'. */
  readonly to: string;
  /** 'point 3 lies on Lip'. */
  readonly says: string;
  readonly call: Extract<CommandCall, { command: 'tiePoint' }>;
}

/** A point lies on something within a hair. */
const HERE = {
  on: new Set<SnapKind>(['end', 'point', 'curve', 'symmetry']),
  grid: 1,
  reach: 1e-6,
  last: null,
  levels: [],
} as const;

/**
 * What the one selected point of a curve could follow where it lies, among the items that are shown; null where that is
 * nothing, where it follows something already, and of an end that can have a joint.
 */
export function tieOffered(
  project: Project,
  { items: [id], handles }: Selection,
  shown: readonly ShownItem[],
  plane: Plane,
): TieOffer | null {
  const point = handles.length === 1 ? pointOf(handles[0]) : null;
  const item = id !== undefined && Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (!point || item?.kind !== 'curve' || item.ties?.[point]?.place || joinableEnd(project, id, point)) return null;
  const recipe = plainRecipe(project, item);
  const at = pointsOf(recipe)?.places.get(point);
  const others = shown.filter((each) => each.id !== id);
  const caught = at && catchAt(at, { ...HERE, items: others, plane });
  const target = at && caught?.item ? tieTarget(project, at, caught.item) : null;
  if (!at || !target) return null;
  const to = project.items[target.item].name;
  return {
    at,
    to,
    says: `${pointName(recipe, point)} lies on ${to}`,
    call: { command: 'tiePoint', args: { item: id, point, to: target } },
  };
}
