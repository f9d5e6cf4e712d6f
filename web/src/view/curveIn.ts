import type { Curve } from '@pencil-bend/core';
import { type Id, plainRecipe, type Project, shownCurve } from '@pencil-bend/document';

/** A curve of a project as it is seen; null of what is none, or not there. */
export function curveIn(project: Pick<Project, 'items' | 'planes'>, id: Id): Curve | null {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  return item?.kind === 'curve' ? shownCurve(plainRecipe(project, item)) : null;
}
