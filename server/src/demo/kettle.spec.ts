import { type End, pointsDeviation } from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import { contentsOf, keptJoints, pointsOfBytes, resolve } from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { kettle } from './kettle';

describe('the demo project', () => {
  const { project, pointSets } = kettle();

  it('is a valid project whose curves all resolve', () => {
    expect(checkProject(project)).toEqual([]);
    expect([...resolve(project).values()].every(({ ok }) => ok)).toBe(true);
  });

  it('has joints that hold, one of them only G1, and one that is flagged', () => {
    const kept = (id: string) => keptJoints(project, id);
    expect(kept('base-corner-right')).toEqual({ start: { level: 2, problem: null }, end: { level: 3, problem: null } });
    expect(kept('shoulder-right')).toEqual({ start: { level: 1, problem: null } });
    expect(kept('lip').start?.level).toBe(2);
    expect(kept('lip').start?.problem).toBe('it needs 5 control points, and has 4');
    const curves = resolve(project);
    const met = (id: string, end: End, leader: string, of: End) => {
      const [a, b] = [curves.get(leader), curves.get(id)];
      if (!a?.ok || !b?.ok) throw new Error('no curves');
      return continuityOfEnds(a.value.curve, of, b.value.curve, end).level;
    };
    expect(met('base-corner-right', 'end', 'wall-right', 'start')).toBe(3);
    expect(met('base-corner-right', 'start', 'base', 'end')).toBe(2);
    expect(met('shoulder-right', 'start', 'wall-right', 'end')).toBe(1);
    expect(met('lip', 'start', 'spout', 'end')).toBe(2);
  });

  it('has the points of its measured set, near its grip', () => {
    expect([...pointSets.keys()]).toEqual([...contentsOf(project)]);
    const [bytes] = pointSets.values();
    const points = pointsOfBytes(bytes);
    const set = project.items['grip-outer-measured'];
    const grip = resolve(project).get('grip-outer');
    if (set.kind !== 'pointSet' || !grip?.ok) throw new Error('they are not there');
    expect(set.pointSet.count).toBe(points.length / 3);
    const { max } = pointsDeviation(points, grip.value.curve);
    expect(max).toBeGreaterThan(0.2);
    expect(max).toBeLessThan(0.5);
    for (let c = 0; c < 3; c++) {
      const values = [...points].filter((_, i) => i % 3 === c);
      expect(set.pointSet.box.least[c]).toBe(Math.min(...values));
      expect(set.pointSet.box.largest[c]).toBe(Math.max(...values));
    }
  });

  it('has every kind of item, recipe and closing, a mirror, a curve that is its own, a group, locked and reference layers', () => {
    const items = Object.values(project.items);
    const recipes = items.flatMap((item) => (item.kind === 'curve' ? [item.recipe] : []));
    expect(new Set(items.map(({ kind }) => kind))).toEqual(new Set(['curve', 'point', 'guide', 'pointSet']));
    expect(new Set(recipes.map(({ kind }) => kind))).toEqual(new Set(['fit', 'control', 'primitive', 'mirror']));
    const closings = recipes.map((recipe) => (recipe.kind === 'control' ? recipe.closing : recipe.kind === 'fit' && recipe.closed)); // prettier-ignore
    expect(new Set(closings)).toEqual(new Set([false, true, 'open', 'clamped-closed']));
    expect(recipes.some((recipe) => recipe.kind === 'fit' && recipe.symmetry)).toBe(true);
    expect(recipes.some((recipe) => recipe.kind === 'control' && recipe.points.some(({ weight }) => weight !== 1))).toBe(true); // prettier-ignore
    expect(items.filter(({ group }) => group === 'rivets')).toHaveLength(2);
    expect(Object.values(project.layers).map(({ locked, reference }) => locked || reference)).toContain(true);
  });
});
