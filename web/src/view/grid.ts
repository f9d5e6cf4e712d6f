import type { Camera } from '../api/savedView';
import { fromPlane, inPlane, type Plane, type Vector3 } from '@pencil-bend/core';
import type { Project } from '@pencil-bend/document';
import { UNIT } from '../ui/length';

/** Fine lines of the grid stand at least so many pixels apart. */
const LINES_APART = 14;

/** Distance of the grid's fine lines in mm: 1, 2 or 5 times a power of ten of the unit, wide enough to be seen. */
export function gridStep({ scale: mm }: Camera, unit = 1): number {
  const least = (LINES_APART * mm) / unit;
  const power = 10 ** Math.floor(Math.log10(least));
  return unit * power * ([1, 2, 5].find((factor) => factor * power >= least) ?? 10);
}

/** The same of a grid that is set: its own distance, or so many of it as can be seen apart. */
export const linesOf = (viewport: Camera, grid: number): number =>
  grid >= LINES_APART * viewport.scale ? grid : gridStep(viewport, grid);

/** The distance by which keys move things: that of the sheet, or what the zoom suggests. */
export const gridOf = (project: Pick<Project, 'grid' | 'units'> | null, viewport: Camera): number =>
  project?.grid ?? gridStep(viewport, UNIT[project?.units ?? 'mm']);

/** The distance of the lines that are drawn. */
export const linesShown = (project: Pick<Project, 'grid' | 'units'> | null, viewport: Camera): number =>
  project?.grid ? linesOf(viewport, project.grid) : gridOf(project, viewport);

/** The crossing of the grid's lines that is nearest to a point in a plane. */
export function gridPointNear(plane: Plane, point: Vector3, grid: number): Vector3 {
  const [x, y, z] = inPlane(plane, point);
  const rounded = (value: number) => Number((Math.round(value / grid) * grid).toFixed(9));
  return fromPlane(plane, [rounded(x), rounded(y), z]);
}
