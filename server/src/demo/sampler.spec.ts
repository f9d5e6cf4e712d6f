import { resolve } from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { sampler } from './sampler';

describe('the sampler', () => {
  const { project } = sampler();
  const items = Object.values(project.items);
  const recipes = items.flatMap((item) => (item.kind === 'curve' ? [item.recipe] : []));

  it('is a valid project whose curves all resolve, each with a name and a note', () => {
    expect(checkProject(project)).toEqual([]);
    expect([...resolve(project).values()].every(({ ok }) => ok)).toBe(true);
    expect(new Set(items.map(({ name }) => name)).size).toBe(items.length);
    expect(items.every(({ note }) => note !== undefined && note.length > 20)).toBe(true);
  });

  it('has every kind of free or exact curve, every closing, weights, a kink, a mirror, points and guides', () => {
    expect(new Set(items.map(({ kind }) => kind))).toEqual(new Set(['curve', 'point', 'guide']));
    expect(new Set(recipes.map(({ kind }) => kind))).toEqual(new Set(['fit', 'control', 'primitive', 'mirror']));
    const shapes = recipes.flatMap((recipe) => (recipe.kind === 'primitive' ? [recipe.shape.kind] : []));
    expect(new Set(shapes)).toEqual(new Set(['arc', 'circle', 'ellipse', 'rectangle', 'polygon', 'conic', 'parabola']));
    const closings = recipes.flatMap((recipe): unknown[] =>
      recipe.kind === 'control' ? [recipe.closing] : recipe.kind === 'fit' ? [recipe.closed] : [],
    );
    expect(new Set(closings)).toEqual(new Set([false, true, 'open', 'clamped-closed']));
    const points = recipes.flatMap((recipe) => ('points' in recipe ? [...recipe.points] : []));
    expect(points.some((point) => 'weight' in point && point.weight !== 1)).toBe(true);
    expect(points.some((point) => 'kink' in point && point.kink)).toBe(true);
    expect(recipes.some((recipe) => recipe.kind === 'fit' && recipe.symmetry)).toBe(true);
  });
});
