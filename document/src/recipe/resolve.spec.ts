import { evaluate } from '@pencil-bend/core';
import { archProject, points } from '../fixture';
import { fitRecipe } from '../project/project';
import { resolve } from '../project/resolve';
import { resolveRecipe } from './resolve';

describe('resolve', () => {
  it('gives the same curve object for the same recipe, and the curve through the points', () => {
    const project = archProject();
    const first = resolve(project).get('arch');
    expect(first).toBe(resolve({ ...project, name: 'Other' }).get('arch'));
    if (!first?.ok) throw new Error('no curve');
    expect([...first.value.fitParameters]).toHaveLength(3);
    const [x, y] = evaluate(first.value.curve, first.value.fitParameters[1]);
    expect(Math.hypot(x - 30, y - 20)).toBeLessThan(1e-13);
  });

  it('answers what keeps a curve from being, with the place in the recipe', () => {
    expect(resolveRecipe(fitRecipe(points([0, 0, 0], [1, 1, 0]), true))).toMatchObject({
      failure: { path: '/points', message: 'A closed curve needs 3 points, not 2' },
    });
    expect(resolveRecipe(fitRecipe(points([0, 0, 0], [5, 1, 0], [5, 1, 0]), false))).toMatchObject({
      failure: { path: '/points/2/at', message: 'Points 2 and 3 lie in one place' },
    });
    const [first, second, third] = points([0, 0, 0], [5, 0, 0], [9, 0, 0]);
    expect(resolveRecipe(fitRecipe([first, { ...second, radius: 20 }, third], false))).toMatchObject({
      failure: {
        path: '/points/1/radius',
        message: 'The curve is straight at point 2: a radius has no side to bend to',
      },
    });
  });

  it('repeats the first control points of a periodic curve, and keeps weights', () => {
    const periodic = resolveRecipe({
      kind: 'control',
      degree: 2,
      closing: 'periodic',
      knots: [-2, -1, 0, 1, 2, 3, 4, 5, 6],
      points: [
        [10, 0],
        [0, 10],
        [-10, 0],
        [0, -10],
      ].map(([x, y], i) => ({ id: `c${i}`, at: [x, y, 0] as const, weight: i === 0 ? 2 : 1 })),
    });
    if (!periodic.ok) throw new Error(periodic.failure.message);
    const { curve } = periodic.value;
    expect(curve.points.length / 4).toBe(6);
    expect([...curve.points.subarray(0, 4)]).toEqual([20, 0, 0, 2]);
    expect(evaluate(curve, 0)).toEqual(evaluate(curve, 4).map((c) => expect.closeTo(c, 13)));
  });
});
