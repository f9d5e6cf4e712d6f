import { rotation, type Vector3 } from '@pencil-bend/core';
import { emptyProject, GRAPHITE, type PointSet } from '@pencil-bend/document';
import { shownItem, type ShownItem } from './shownItem';

export const CONTENT = '0123456789abcdef0123456789abcdef';

/** A measured set as it is shown, with its points or without. */
export function shownSet(points: Float64Array | null, more: Partial<PointSet> = {}): ShownItem {
  const pointSet: PointSet = {
    content: CONTENT,
    count: points ? points.length / 3 : 3,
    box: { least: [0, 0, 0], largest: [100, 100, 10] },
    map: rotation([0, 0, 1], 0),
    thinning: 1,
    ...more,
  };
  const look = { name: 'Scan', colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
  return shownItem('scan', { kind: 'pointSet', ...look, pointSet }, emptyProject('Sets'), { pointsOf: () => points });
}

/** Points all over a box, always the same (a low-discrepancy sequence, R. Kronecker's). */
export const spread = (count: number): Float64Array =>
  Float64Array.from({ length: 3 * count }, (_, i) => {
    const share = (Math.floor(i / 3) * [0.7548776662, 0.5698402909, 0.430159709][i % 3]) % 1;
    return share * [100, 100, 10][i % 3];
  });

export const pointAt = (points: Float64Array, i: number): Vector3 => [
  points[3 * i],
  points[3 * i + 1],
  points[3 * i + 2],
];
