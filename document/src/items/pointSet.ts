import type { Vector3 } from '@pencil-bend/core';
import type { PointSet, PointSetItem } from '../project/project';
import { pointer } from '../problem';
import { composed, placed } from '../recipe/affine';
import { type ItemKind, NO_SHAPE } from './itemKind';

export const pointSetKind: ItemKind<PointSetItem> = {
  label: 'a measured set',
  word: ({ pointSet: { count } }) => counted(count),
  description: ({ pointSet: { count } }) => `${counted(count)} measured ${count === 1 ? 'point' : 'points'}`,
  shape: ({ pointSet }) => ({ ...NO_SHAPE, pointSet }),
  extent: ({ pointSet }) => cornersOf(pointSet),
  anchor: () => null,
  moved: (item, map) => ({ ...item, pointSet: { ...item.pointSet, map: composed(map, item.pointSet.map) } }),
  problems: ({ pointSet: { box } }) =>
    box.least.some((least, c) => least > box.largest[c])
      ? [{ path: pointer('pointSet', 'box'), message: 'The least coordinates of a box are the smaller ones' }]
      : [],
};

const counted = (count: number): string => count.toLocaleString('en');

/** The corners of the box around the points, where it lies. */
export function cornersOf({ box: { least, largest }, map }: PointSet): Vector3[] {
  const side = (c: number, corner: number): number => ((corner >> c) & 1 ? largest : least)[c];
  return Array.from({ length: 8 }, (_, corner) => placed(map, [side(0, corner), side(1, corner), side(2, corner)]));
}
