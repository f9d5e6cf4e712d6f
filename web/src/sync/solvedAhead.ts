import { isShown, itemShape, plainItem, type Project } from '@pencil-bend/document';

/** Of a page that answers within 50 ms nobody feels that it is busy. */
const SLICE_MS = 40;

/**
 * Solves the curves of a project before it is shown: in slices, between which the page answers. The document knows from
 * then on what has been solved.
 */
export async function solvedAhead(project: Project): Promise<void> {
  let end = performance.now() + SLICE_MS;
  for (const id of project.itemOrder) {
    const item = project.items[id];
    if (isShown(project, item)) itemShape(plainItem(project, item), project);
    if (performance.now() < end) continue;
    await new Promise((resolve) => setTimeout(resolve));
    end = performance.now() + SLICE_MS;
  }
}
