import { arcLength, distance, domainOf, evaluate, FRONT, rectangle, type Vector3 } from '@pencil-bend/core';
import { drawing, performed, points } from '../fixture';
import { cornerIn, plainRecipe } from '../project/plain';
import { emptyProject, fitRecipe, type Id, type Project } from '../project/project';
import { controlRecipe, numberedControl } from '../recipe/fixSpacing';
import { shownCurve } from '../recipe/shownCurve';
import type { CommandCall } from './registry';
import { done, refused } from './step.fixture';

const line = (...places: Vector3[]) => fitRecipe(points(...places), false);
const BASE = performed(
  emptyProject('Corners'),
  drawing('rectangle', { id: 'tray', recipe: controlRecipe(rectangle(FRONT, [0, 0, 0], 60, 40), numberedControl) }),
  drawing('line', { id: 'floor', recipe: line([100, 0, 0], [150, 0, 0]) }),
  drawing('line', { id: 'wall', recipe: line([150, 0, 0], [150, 60, 0]) }),
  drawing('line', { id: 'on', recipe: line([150, 60, 0], [150, 90, 0]) }),
).project;
const soften = (items: readonly Id[], more: object = {}): CommandCall =>
  ({ command: 'softenCorners', args: { items, id: 's', level: 2, size: { setback: 10 }, ...more } }) as CommandCall;
const corners = (project: Project) =>
  project.itemOrder.filter((id) => {
    const item = project.items[id];
    return item.kind === 'curve' && item.recipe.kind === 'corner';
  });
const lengthOf = (project: Project, id: Id) => {
  const item = project.items[id];
  if (item.kind !== 'curve') throw new Error(id);
  return arcLength(shownCurve(plainRecipe(project, item))).total;
};

describe('all corners of an outline', () => {
  it('are softened at once: four of a rectangle, with legs between that keep what is left', () => {
    const { project, title } = done(BASE, soften(['tray']));
    expect(title).toBe('Soften the corners of Rectangle 1');
    expect(corners(project)).toHaveLength(4);
    for (const id of corners(project))
      expect(cornerIn(project, id)).toMatchObject({ setbacks: [10, 10], problem: null });
    const legs = ['tray', 's-1', 's-2', 's-3'].map((id) => lengthOf(project, id)).sort((a, b) => a - b);
    [20, 20, 40, 40].forEach((mm, i) => expect(legs[i]).toBeCloseTo(mm, 9));
  });

  it('share their numbers until one goes apart', () => {
    const { project } = done(BASE, soften(['tray']));
    const [one, other] = corners(project);
    const set = (id: Id, more: object): CommandCall => {
      const item = project.items[id];
      if (item.kind !== 'curve' || item.recipe.kind !== 'corner') throw new Error(id);
      const { kind: _kind, together: _together, ...recipe } = item.recipe;
      return { command: 'setCorner', args: { item: id, ...recipe, ...more } } as CommandCall;
    };
    const wider = done(project, set(one, { size: { radius: 6 } })).project;
    for (const id of corners(wider)) expect(cornerIn(wider, id).smallestRadius).toBeCloseTo(6, 6);
    const apart = done(wider, set(other, { size: { setback: 5 }, apart: true })).project;
    expect(cornerIn(apart, other).setbacks).toEqual([5, 5]);
    expect(cornerIn(apart, one).smallestRadius).toBeCloseTo(6, 6);
    const later = done(apart, set(one, { level: 3, size: { setback: 7 } })).project;
    expect(corners(later).map((id) => Math.round(cornerIn(later, id).setbacks[0]))).toEqual([7, 5, 7, 7]);
  });

  it('stand where ends of several curves meet, and not where one goes straight on', () => {
    const { project } = done(BASE, soften(['floor', 'wall', 'on']));
    expect(corners(project)).toEqual(['s-1']);
    expect(lengthOf(project, 'wall')).toBeCloseTo(50, 9);
    const at = shownCurve(plainRecipe(project, project.items['s-1'] as never));
    expect(distance(evaluate(at, domainOf(at)[0]), [140, 0, 0])).toBeLessThan(1e-9);
  });

  it('are refused where there is none, and where an end is joined already', () => {
    expect(refused(BASE, soften(['on', 'wall']))).toBe('These curves have no corner');
    expect(refused(BASE, soften(['on']))).toBe('Line 3 has no corner');
    const joined = done(BASE, {
      command: 'joinEnd',
      args: { item: 'wall', end: 'start', leader: { kind: 'end', item: 'floor', end: 'end' }, level: 0 },
    }).project;
    expect(refused(joined, soften(['floor', 'wall']))).toBe('The end of Line 1 is joined: a corner cannot begin there');
  });
});
