import { success } from '@pencil-bend/core';
import { shownCurve } from '../recipe/shownCurve';
import { type Resolved, resolveRecipe } from '../recipe/resolve';
import type { Id, Project } from './project';
import { plainItem } from './plain';

/** Every curve of a project, by item id: mirrors follow their originals. Throws a `CommandError` for a mirror of nothing. */
export function resolve(project: Project): ReadonlyMap<Id, Resolved> {
  const resolved = new Map<Id, Resolved>();
  for (const id of project.itemOrder) {
    const item = plainItem(project, project.items[id]);
    if (item.kind !== 'curve') continue;
    const made = resolveRecipe(item.recipe);
    resolved.set(id, made.ok && item.recipe.trim ? success({ ...made.value, curve: shownCurve(item.recipe) }) : made);
  }
  return resolved;
}
