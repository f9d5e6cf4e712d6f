import { distance, evaluate } from '@pencil-bend/core';
import { fair } from '@pencil-bend/core/reading';
import type { FreeRecipe } from '../project/project';
import { curveOf } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { constrained, fit, pulled, RECIPES } from './recipes.fixture';
import { heldAtEnds, heldParts, refitted } from './refitted';

const NOTHING = new Set<string>();
const faired = (recipe: FreeRecipe, tied = NOTHING) => {
  const { curve } = curveOf(recipe);
  return fair(curve, 2, { startLevel: 0, endLevel: 0, ...heldParts(recipe, tied) }).curve;
};

describe('a curve whose control points have moved', () => {
  it.each(RECIPES)('is written down as it is, %s, its points under their names', (_name, recipe) => {
    const curve = faired(recipe);
    const { fixed, live } = refitted(recipe, curve);
    // Places and weights are kept apart.
    expect([...curveOf(fixed).curve.points]).toEqual([...curve.points].map((x) => expect.closeTo(x, 10)));
    expect(fitPointsOf(fixed).map(({ id }) => id).sort()).toEqual(fitPointsOf(recipe).map(({ id }) => id).sort()); // prettier-ignore
    expect(live === null).toBe(recipe.kind === 'control');
    if (!live || recipe.kind !== 'fit') return;
    // Through the same points, with what was held at them.
    const places = new Map(fitPointsOf(fixed).map(({ id, at }) => [id, at]));
    live.points.forEach((point, i) => {
      expect(point).toEqual({ ...recipe.points[i], at: places.get(point.id) });
    });
    expect(curveOf(live).curve.degree).toBe(recipe.degree);
  });

  it('stays where points are pinned, tied or held', () => {
    const recipe = constrained(constrained(fit(), 2, { pinned: [0] }), 4, { radius: 60 });
    const before = curveOf(recipe);
    const curve = faired(recipe, new Set(['p6']));
    const moved = (i: number) => distance(evaluate(before.curve, before.fitParameters[i]), evaluate(curve, before.fitParameters[i])); // prettier-ignore
    expect([2, 4, 5].map((i) => moved(i) < 1e-9)).toEqual([true, true, true]);
    expect(heldParts(recipe, new Set(['p6'])).heldAt.map(({ level }) => level)).toEqual([0, 2, 0]);
    const held = pulled();
    const pinned = {
      ...held,
      points: held.points.map((point, i) => (i === 3 ? { ...point, pinned: [1] as const } : point)),
    };
    expect(heldParts(pinned, new Set(['c5']))).toEqual({ held: [3, 4], heldAt: [] });
  });

  it('is held at its ends where a tangent or a radius is', () => {
    const tangent = { direction: [1, 1, 0] } as const;
    expect(heldAtEnds(constrained(constrained(fit(), 0, { tangent }), 6, { tangent, radius: 9 }))).toEqual({
      start: 1,
      end: 2,
    });
    expect(heldAtEnds(constrained(fit(), 3, { tangent }))).toEqual({});
    expect(heldAtEnds(pulled())).toEqual({});
  });
});
