import { checkProject } from '@pencil-bend/document';
import { kettle } from './kettle';

describe('the demo project', () => {
  it('is a valid project of ten curves, a closed one and a control recipe among them', () => {
    const project = kettle();
    expect(checkProject(project)).toEqual([]);
    const recipes = Object.values(project.items).map((item) => (item.kind === 'curve' ? item.recipe : null));
    expect(recipes).toHaveLength(10);
    expect(recipes.some((recipe) => recipe?.kind === 'fit' && recipe.closed)).toBe(true);
    expect(recipes.some((recipe) => recipe?.kind === 'control')).toBe(true);
  });
});
