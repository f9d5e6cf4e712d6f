import { checkProject, resolve } from '@pencil-bend/document';
import { kettle } from './kettle';

describe('the demo project', () => {
  const project = kettle();

  it('is a valid project whose curves all resolve', () => {
    expect(checkProject(project)).toEqual([]);
    expect([...resolve(project).values()].every(({ ok }) => ok)).toBe(true);
  });

  it('has every kind of item, recipe and closing, a mirror, a curve that is its own, a group, locked and reference layers', () => {
    const items = Object.values(project.items);
    const recipes = items.flatMap((item) => (item.kind === 'curve' ? [item.recipe] : []));
    expect(new Set(items.map(({ kind }) => kind))).toEqual(new Set(['curve', 'point', 'guide']));
    expect(new Set(recipes.map(({ kind }) => kind))).toEqual(new Set(['fit', 'control', 'primitive', 'mirror']));
    const closings = recipes.map((recipe) => (recipe.kind === 'control' ? recipe.closing : recipe.kind === 'fit' && recipe.closed)); // prettier-ignore
    expect(new Set(closings)).toEqual(new Set([false, true, 'open', 'clamped-closed']));
    expect(recipes.some((recipe) => recipe.kind === 'fit' && recipe.symmetry)).toBe(true);
    expect(recipes.some((recipe) => recipe.kind === 'control' && recipe.points.some(({ weight }) => weight !== 1))).toBe(true); // prettier-ignore
    expect(items.filter(({ group }) => group === 'rivets')).toHaveLength(2);
    expect(Object.values(project.layers).map(({ locked, reference }) => locked || reference)).toContain(true);
  });
});
