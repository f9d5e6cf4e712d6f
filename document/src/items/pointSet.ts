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

/** A set of points as it first lies: where they were measured, all of them shown. Points packed x y z, in mm. */
export function newPointSet(content: string, points: Float64Array): PointSet {
  const least: [number, number, number] = [Infinity, Infinity, Infinity];
  const largest: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i++) {
    least[i % 3] = Math.min(least[i % 3], points[i]);
    largest[i % 3] = Math.max(largest[i % 3], points[i]);
  }
  return {
    content,
    count: points.length / 3,
    box: { least, largest },
    map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] },
    thinning: 1,
  };
}

const counted = (count: number): string => count.toLocaleString('en');

/** The corners of the box around the points, where it lies. */
export function cornersOf({ box: { least, largest }, map }: PointSet): Vector3[] {
  const side = (c: number, corner: number): number => ((corner >> c) & 1 ? largest : least)[c];
  return Array.from({ length: 8 }, (_, corner) => placed(map, [side(0, corner), side(1, corner), side(2, corner)]));
}
