import type { Id, Project } from '@pencil-bend/document';

/** Why an item cannot be moved: the locked layer it lies on; null where it can. */
export function lockOf(project: Project | null, id: Id): string | null {
  const item = project && Object.hasOwn(project.items, id) ? project.items[id] : null;
  const layer = item && project?.layers[item.layer];
  return item && layer?.locked ? `${item.name} lies on the layer ${layer.name}, which is locked` : null;
}
