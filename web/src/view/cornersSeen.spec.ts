import { type Curve, FRONT, homogeneous, makeCurve, type Plane, type Vector3 } from '@pencil-bend/core';
import { controlRecipe, emptyProject, GRAPHITE, type PlainItem } from '@pencil-bend/document';
import { cornersSeen } from './cornersSeen';
import { type ShownItem, shownItem } from './shownItem';

const project = emptyProject('Corners');
const shared = { name: 'One', colour: GRAPHITE, visible: true, layer: 'sheet', plane: 'front' } as const;
const shown = (item: PlainItem): ShownItem => shownItem('one', item, project);
const drawn = (curve: Curve) => shown({ ...shared, kind: 'curve', recipe: controlRecipe(curve, (i) => `c${i}`) });
const dot = (at: Vector3) => shown({ ...shared, kind: 'point', at });
/** y = x (4 − x) / 2 from 0 to 4: its top is 2, that of its control points 4. */
const parabola = makeCurve(2, Float64Array.of(0, 0, 0, 1, 1, 1), homogeneous([0, 0, 0, 2, 4, 0, 4, 0, 0]));
const moved = (curve: Curve, x: number, y: number) =>
  makeCurve(
    curve.degree,
    curve.knots,
    homogeneous([0, 1, 2].flatMap((i) => [curve.points[4 * i] + x, curve.points[4 * i + 1] + y, 0])),
  );
const close = (corners: readonly Vector3[]) => corners.map((corner) => corner.map((x) => expect.closeTo(x, 9)));

describe('the corners of what is drawn', () => {
  it('are those of the curves themselves, not of their control points', () => {
    expect(cornersSeen([drawn(parabola)], FRONT)).toEqual(close([[0, 0, 0], [4, 2, 0]])); // prettier-ignore
  });

  it('are found though the control points of another curve reach farther', () => {
    // The second one ends at 1.5 + 2, its control points at 1.5 + 4; the third one lies lower than both.
    const all = [drawn(parabola), drawn(moved(parabola, 10, 1.5)), dot([3, 3.2, 0]), drawn(moved(parabola, 5, -1))];
    expect(cornersSeen(all, FRONT)).toEqual(close([[0, -1, 0], [14, 3.5, 0]])); // prettier-ignore
  });

  it('lie along the axes of the plane that is looked onto', () => {
    const side: Plane = { origin: [5, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };
    expect(cornersSeen([drawn(parabola), dot([0, 1, 7])], side)).toEqual(close([[5, 0, 7], [5, 2, 0]])); // prettier-ignore
  });

  it('of nothing are none', () => {
    expect(cornersSeen([], FRONT)).toEqual([]);
  });
});
