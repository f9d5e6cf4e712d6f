import { checkProject } from '@pencil-bend/document';
import { kettle } from './kettle';

describe('the demo project', () => {
  it('is a valid project with a closed curve, a control recipe and a wall that is its own mirror', () => {
    const project = kettle();
    expect(checkProject(project)).toEqual([]);
    const recipes = Object.values(project.items).map((item) => (item.kind === 'curve' ? item.recipe : null));
    expect(recipes).toHaveLength(10);
    expect(recipes.some((recipe) => recipe?.kind === 'fit' && recipe.closed)).toBe(true);
    expect(recipes.some((recipe) => recipe?.kind === 'control')).toBe(true);
  });
});
