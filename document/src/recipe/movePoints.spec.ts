import { controlPointsOf, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import { randomly } from '../fixture';
import type { ControlRecipe, Recipe } from '../project/project';
import { controlIds } from '../command/items';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { bendAt, movePoints } from './movePoints';
import { raiseDegree } from './editDegree';
import { fit, pulled, RECIPES } from './recipes.fixture';

const placesOf = (recipe: Recipe) => new Map(fitPointsOf(recipe).map(({ id, at }) => [id, at]));
const controlsOf = (recipe: Recipe) =>
  new Map(
    controlIds(recipe).map((id, i) => [id, [...controlPointsOf(curveOf(recipe).curve).subarray(3 * i, 3 * i + 3)]]),
  );

describe('moving points', () => {
  it('of a live curve leaves its spacing live', () => {
    const moved = movePoints(fit(), [{ point: 'p3', to: [50, 50, 0] }]);
    expect(moved).toMatchObject({ kind: 'fit', points: { 2: { id: 'p3', at: [50, 50, 0] } } });
  });

  it.each(RECIPES)('a control point of a curve %s goes where it is put, and no other moves a bit', (_name, recipe) => {
    const [, , third] = controlIds(recipe);
    const before = controlsOf(recipe);
    const moved = movePoints(recipe, [{ point: third, to: [33, 66, 1] }]) as ControlRecipe;
    expect(moved.kind).toBe('control');
    for (const { id, at } of moved.points) expect(at).toEqual(id === third ? [33, 66, 1] : before.get(id));
  });

  it.each(RECIPES.filter(([, { kind }]) => kind === 'fit'))(
    'fit and control points of a curve %s dragged in turn 200 times: nothing else drifts',
    (_name, recipe) => {
      const { below, oneOf } = randomly(2026);
      let now: Recipe = fixSpacing(recipe);
      const kept = new Map<string, Vector3>(placesOf(now));
      for (let turn = 0; turn < 200; turn++) {
        const by: Vector3 = [below(9) - 4, below(9) - 4, below(3) - 1];
        const onFit = turn % 2 === 0;
        const point: string = oneOf(onFit ? [...kept.keys()] : controlIds(now));
        const [fitBefore, controlsBefore] = [placesOf(now), controlsOf(now)];
        const from = (onFit ? fitBefore.get(point) : controlsBefore.get(point)) as Vector3;
        const to: Vector3 = [from[0] + by[0], from[1] + by[1], from[2] + by[2]];
        now = movePoints(now, [{ point, to }]);
        const [fitAfter, controlsAfter] = [placesOf(now), controlsOf(now)];
        if (onFit) {
          for (const [id, at] of fitAfter) {
            expect(at).toEqual((id === point ? to : (kept.get(id) as Vector3)).map((x) => expect.closeTo(x, 8)));
            kept.set(id, id === point ? to : (kept.get(id) as Vector3));
          }
        } else {
          for (const [id, at] of controlsAfter) expect(at).toEqual(id === point ? to : controlsBefore.get(id));
          for (const [id, at] of fitAfter) kept.set(id, at);
        }
      }
      // Back in the two forms: the fit points say where the curve is, all of it.
      for (const [id, at] of placesOf(now)) {
        expect(Math.hypot(...at.map((x, c) => x - (kept.get(id) as Vector3)[c]))).toBeLessThan(1e-9);
      }
    },
  );

  it('several at once, fit and control points together', () => {
    const fixed = fixSpacing(fit());
    const moved = movePoints(fixed, [
      { point: 'p2', to: [22, 36, 0] },
      { point: 'c8', to: [30, -60, 0] },
    ]);
    expect(placesOf(moved).get('p2')).toEqual([22, 36, 0].map((x) => expect.closeTo(x, 9)));
  });

  it('holds the other fit points also after the degree was raised, when they no longer fill the curve', () => {
    const raised = raiseDegree(fit());
    const before = placesOf(raised);
    const moved = movePoints(raised, [{ point: 'p4', to: [85, 20, 0] }]);
    for (const [id, at] of placesOf(moved)) {
      expect(at).toEqual((id === 'p4' ? [85, 20, 0] : (before.get(id) as Vector3)).map((x) => expect.closeTo(x, 9)));
    }
  });

  it('leaves pinned coordinates, of fit and control points', () => {
    const live = fit();
    const pinned = { ...live, points: live.points.map((point) => ({ ...point, pinned: [0] as const })) };
    expect(movePoints(pinned, [{ point: 'p3', to: [9, 9, 9] }])).toMatchObject({ points: { 2: { at: [55, 9, 9] } } });
    const fixed = fixSpacing(pinned);
    expect(placesOf(movePoints(fixed, [{ point: 'p3', to: [9, 9, 9] }])).get('p3')).toEqual(
      [55, 9, 9].map((x) => expect.closeTo(x, 9)),
    );
    const control = pulled();
    const pinnedControl = {
      ...control,
      points: control.points.map((point) => ({ ...point, pinned: [1, 2] as const })),
    };
    expect(movePoints(pinnedControl, [{ point: 'c2', to: [9, 9, 9] }])).toMatchObject({
      points: { 1: { at: [9, 30, 0] } },
    });
  });

  it('refuses a point that is not there', () => {
    expect(() => movePoints(fit(), [{ point: 'c99', to: [0, 0, 0] }])).toThrow("There is no point 'c99'");
    expect(() => movePoints(pulled(), [{ point: 'p1', to: [0, 0, 0] }])).toThrow("There is no point 'p1'");
  });
});

describe('bending at a place', () => {
  it.each(RECIPES)('brings a curve %s through it', (_name, recipe) => {
    const [first, last] = domainOf(curveOf(recipe).curve);
    const u = first + 0.4 * (last - first);
    const bent = bendAt(recipe, u, [40, 40, 1]);
    expect(evaluate(curveOf(bent).curve, u)).toEqual([40, 40, 1].map((x) => expect.closeTo(x, 9)));
  });

  it('refuses a place outside', () => {
    expect(() => bendAt(fit(), 9, [0, 0, 0])).toThrow('The parameter 9 lies outside the curve');
  });
});
