import { along, type Vector3 } from '@pencil-bend/core';
import type { reachOfJoined } from '@pencil-bend/core/changing';
import { contactsAt, ENDS, type Handle, type Id, pointsOf, plainRecipe, type Project } from '@pencil-bend/document';
import { toPixel, type Viewport } from '../view/viewport';
import { pathOf } from './handleMarks';

/** Where a control point can go that a joint binds: a line, or a half-plane from one. */
export interface ReachShown {
  readonly line: string;
  /** Empty on a line. */
  readonly area: string;
}

/** As long as so many widths of the sheet. */
const FAR = 3;

/** Null for a point that no joint binds. */
export function reachShown(
  project: Project,
  id: Id,
  handle: Handle,
  reachOf: typeof reachOfJoined,
  viewport: Viewport,
): ReachShown | null {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (handle.kind !== 'control' || item?.kind !== 'curve' || !item.joints) return null;
  const recipe = plainRecipe(project, item);
  // Where fit points tell the shape, a control point is not a joint's own.
  if (recipe.kind !== 'control' || recipe.fit) return null;
  const control = pointsOf(recipe)?.control ?? [];
  const index = control.findIndex((each) => each.id === handle.id);
  const contacts = contactsAt(project, id);
  for (const end of ENDS) {
    const contact = contacts[end];
    const from = end === 'start' ? index : control.length - 1 - index;
    if (index < 0 || !contact || from < 1 || from > contact.level) continue;
    const { origin, direction, side } = reachOf(contact.jet, contact.level, from);
    const far = FAR * viewport.scale * (viewport.width + viewport.height);
    const back = side ? -far : 0;
    const ends = [along(origin, direction, back), along(origin, direction, far)];
    const path = (places: readonly Vector3[]) =>
      pathOf(
        places.map((at) => {
          const [x, y] = toPixel(viewport, at);
          return { x, y };
        }),
      );
    const beyond = side ? ends.toReversed().map((at) => along(at, side, far)) : [];
    return { line: path(ends), area: side ? `${path([...ends, ...beyond])}Z` : '' };
  }
  return null;
}
