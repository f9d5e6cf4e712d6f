import type { SeenCamera } from '../api/keptView';
import type { Vector3 } from '@pencil-bend/core';
import type { Project } from '@pencil-bend/document';
import { UNIT } from '../ui/length';
import { type Camera, toSheet } from './camera';

/** Fine lines of the grid stand at least so many pixels apart. */
const LINES_APART = 14;

/** Distance of the grid's fine lines in mm: 1, 2 or 5 times a power of ten of the unit, wide enough to be seen. */
export function gridStep({ scale: mm }: SeenCamera, unit = 1): number {
  const least = (LINES_APART * mm) / unit;
  const power = 10 ** Math.floor(Math.log10(least));
  return unit * power * ([1, 2, 5].find((factor) => factor * power >= least) ?? 10);
}

/** The same of a grid that is set: its own distance, or so many of it as can be seen apart. */
export const linesOf = (camera: SeenCamera, grid: number): number =>
  grid >= LINES_APART * camera.scale ? grid : gridStep(camera, grid);

/** The distance by which keys move things: that of the sheet, or what the zoom suggests. */
export const gridOf = (project: Pick<Project, 'grid' | 'units'> | null, camera: SeenCamera): number =>
  project?.grid ?? gridStep(camera, UNIT[project?.units ?? 'mm']);

/** The distance of the lines that are drawn. */
export const linesShown = (project: Pick<Project, 'grid' | 'units'> | null, camera: SeenCamera): number =>
  project?.grid ? linesOf(camera, project.grid) : gridOf(project, camera);

/** The grid's place nearest to the middle of the sheet. */
export const middleOf = (camera: Camera, grid: number): Vector3 =>
  toSheet(camera, [camera.width / 2, camera.height / 2]).map(
    (value) => Math.round(value / grid) * grid,
  ) as unknown as Vector3;
