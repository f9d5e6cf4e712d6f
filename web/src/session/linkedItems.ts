import type { Vector3 } from '@pencil-bend/core';
import { type Id, type Item, originalOf, type PlainItem, type Project, type Recipe, reflection, transformed } from '@pencil-bend/document'; // prettier-ignore

/** An item with all that share its original: it first. Mirrors move together. */
export function familyOf(project: Project | null, id: Id | null): readonly Id[] {
  if (!project || !id || !Object.hasOwn(project.items, id)) return [];
  const original = originalOf(project, id).id;
  const isRelated = (other: Id) => {
    const item = project.items[other];
    return other === original || (item.kind === 'curve' && item.recipe.kind === 'mirror' && originalOf(project, other).id === original); // prettier-ignore
  };
  return [id, ...project.itemOrder.filter((other) => other !== id && isRelated(other))];
}

/** The project with another recipe of a curve: of a mirror, with that of its original. */
export function edited(project: Project, id: Id, recipe: Recipe): Project {
  const { id: original, by } = originalOf(project, id);
  const item = project.items[original];
  if (item.kind !== 'curve') return project;
  const own = by.reduce<Recipe>((now, { about }) => transformed(now, reflection(about)), recipe);
  return { ...project, items: { ...project.items, [original]: { ...item, recipe: own } } };
}

/** Where an item lies that is moved as a whole; null for a curve. */
export function placeOf(item: Item): Vector3 | null {
  if (item.kind === 'curve') return null;
  if (item.kind === 'point') return item.at;
  return item.guide.kind === 'line' ? item.guide.at : item.guide.centre;
}

/** A point or guide with its place elsewhere. */
export function movedItem(
  item: Exclude<PlainItem, { kind: 'curve' }>,
  to: Vector3,
): Exclude<PlainItem, { kind: 'curve' }> {
  if (item.kind === 'point') return { ...item, at: to };
  const { guide } = item;
  return { ...item, guide: guide.kind === 'line' ? { ...guide, at: to } : { ...guide, centre: to } };
}
