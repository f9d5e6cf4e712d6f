import { type Plane, isInPolygon, inPlane, fromPlane, type Vector3 } from '@pencil-bend/core';
import { type Handle, type Id, isShown, itemExtent, pointsOf, type Project, type Recipe } from '@pencil-bend/document';

/** An outline on the sheet, drawn to select what lies in it: two corners of a box, or a lasso. */
export interface Area {
  readonly kind: 'box' | 'lasso';
  readonly path: readonly Vector3[];
  /** What is found is added to the selection. */
  readonly adds: boolean;
}

export const grown = (area: Area, at: Vector3): Area => ({
  ...area,
  path: area.kind === 'box' ? [area.path[0], at] : [...area.path, at],
});

/** The outline's corners; those of a box along the plane's axes. */
export function outlineOf({ kind, path }: Area, plane: Plane): readonly Vector3[] {
  if (kind === 'lasso' || path.length < 2) return path;
  const [[x0, y0, z], [x1, y1]] = path.map((corner) => inPlane(plane, corner));
  const corners: Vector3[] = [
    [x0, y0, z],
    [x1, y0, z],
    [x1, y1, z],
    [x0, y1, z],
  ];
  return corners.map((corner) => fromPlane(plane, corner));
}

/** The points of a curve inside: its fit points where any is, else its control points. */
export function handlesIn(area: Area, recipe: Recipe, plane: Plane): readonly Handle[] {
  const points = pointsOf(recipe);
  if (!points) return [];
  const outline = outlineOf(area, plane);
  const fit = points.fit.filter(({ at }) => isInPolygon(plane, at, outline));
  if (fit.length > 0) return fit.map(({ id }) => ({ kind: 'fit', id }));
  return points.control.filter(({ at }) => isInPolygon(plane, at, outline)).map(({ id }) => ({ kind: 'control', id }));
}

/** Shown items that lie inside an outline as a whole, on layers that can be changed. */
export function itemsIn(area: Area, project: Project | null, plane: Plane): readonly Id[] {
  const outline = outlineOf(area, plane);
  if (!project || outline.length < 3) return [];
  return project.itemOrder.filter((id) => {
    const item = project.items[id];
    const layer = project.layers[item.layer];
    if (!isShown(project, item) || layer.locked || layer.reference) return false;
    const places = itemExtent(project, id);
    return places.length > 0 && places.every((at) => isInPolygon(plane, at, outline));
  });
}
