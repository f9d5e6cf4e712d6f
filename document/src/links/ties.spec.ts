import { angleBetween, derivatives, distance, evaluate, jetBeyond, translation, type Vector3 } from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import type { CommandCall } from '../command/registry';
import { done, refused } from '../command/step.fixture';
import { drawing, performed, points } from '../fixture';
import { keptTies, plainRecipe } from '../project/plain';
import { emptyProject, fitRecipe, type Id, type Project, type Tie } from '../project/project';
import { curveOf, fixSpacing } from '../recipe/fixSpacing';
import { fitPointsOf } from '../recipe/makeLive';
import { placeAt } from './reference';

const RIM = fitRecipe(points([0, 0, 0], [30, 22, 0], [70, 30, 5], [110, 10, 0]), false);
const WALL = fitRecipe(points([0, 60, 0], [40, 80, 0], [90, 70, 0]), false);

const BASE = performed(
  emptyProject('Ties'),
  drawing('curve', { id: 'rim', recipe: RIM }),
  drawing('curve', { id: 'wall', recipe: WALL }),
  drawing('curve', { id: 'held', recipe: fixSpacing(RIM) }),
  drawing('point', { id: 'dot', at: [32, 25, 1] }),
  drawing('line-guide', {
    id: 'base',
    guide: { kind: 'line', at: [0, 40, 0], direction: [0.6, 0.8, 0], symmetry: false },
  }),
  drawing('gauge-circle', { id: 'gauge', guide: { kind: 'circle', centre: [70, 60, 0], radius: 20 } }),
).project;

const recipeOf = (project: Project, id: Id) => {
  const item = project.items[id];
  if (item?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return plainRecipe(project, item);
};
const curve = (project: Project, id: Id) => curveOf(recipeOf(project, id)).curve;
const place = (project: Project, id: Id, point: Id): Vector3 => {
  const recipe = recipeOf(project, id);
  const written = recipe.kind === 'control' ? recipe.points : [];
  return [...fitPointsOf(recipe), ...written].find((each) => each.id === point)?.at ?? [NaN, NaN, NaN];
};
const tie = (to: NonNullable<Tie['place']>, item = 'rim', point = 'p2'): CommandCall => ({ command: 'tiePoint', args: { item, point, to } }); // prettier-ignore

describe('a tied point', () => {
  it('of live fit points follows a point, and the curve goes along', () => {
    const { project, title } = done(BASE, tie({ kind: 'point', item: 'dot' }));
    expect(title).toBe('Tie point 2 of Curve 1 and Point 1');
    expect(place(project, 'rim', 'p2')).toEqual([32, 25, 1]);
    const moved = done(project, { command: 'placePoint', args: { item: 'dot', to: [35, 20, -2] } }).project;
    expect(distance(evaluate(curve(moved, 'rim'), curveOf(recipeOf(moved, 'rim')).fitParameters[1]), [35, 20, -2])).toBeLessThan(1e-12); // prettier-ignore
    // Dragged away, it is where its point is; what else is dragged stays.
    const pulled = done(moved, { command: 'movePoints', args: { item: 'rim', moves: [{ point: 'p2', to: [0, 90, 0] }, { point: 'p3', to: [72, 33, 5] }] } }).project; // prettier-ignore
    expect(place(pulled, 'rim', 'p2')).toEqual([35, 20, -2]);
    expect(place(pulled, 'rim', 'p3')).toEqual([72, 33, 5]);
  });

  it('follows an end and a place on a curve, at its share of the length', () => {
    const { project: ended } = done(BASE, tie({ kind: 'end', item: 'wall', end: 'end' }, 'rim', 'p4'));
    expect(distance(place(ended, 'rim', 'p4'), [90, 70, 0])).toBeLessThan(1e-12);
    const { project: along } = done(ended, tie({ kind: 'place', item: 'wall', share: 0.3 }));
    const bent = done(along, { command: 'movePoints', args: { item: 'wall', moves: [{ point: 'p2', to: [50, 100, 9] }] } }).project; // prettier-ignore
    expect(distance(place(bent, 'rim', 'p2'), placeAt(curve(bent, 'wall'), 0.3))).toBeLessThan(1e-12);
    // What is split carries its places on.
    const split = done(bent, { command: 'splitCurve', args: { item: 'wall', u: 0.5, id: 'more' } }).project;
    expect(distance(place(split, 'rim', 'p2'), place(bent, 'rim', 'p2'))).toBeLessThan(1e-6);
    expect(distance(place(split, 'rim', 'p4'), [90, 70, 0])).toBeLessThan(1e-9);
  });

  it('is free along a guide, and goes with it', () => {
    const { project } = done(BASE, tie({ kind: 'along', item: 'base' }));
    const off = ([x, y]: Vector3) => Math.abs(x * 0.8 - (y - 40) * 0.6);
    expect(off(place(project, 'rim', 'p2'))).toBeLessThan(1e-12);
    const slid = done(project, { command: 'movePoints', args: { item: 'rim', moves: [{ point: 'p2', to: [12, 56, 0] }] } }).project; // prettier-ignore
    expect(distance(place(slid, 'rim', 'p2'), [12, 56, 0])).toBeLessThan(1e-12);
    const { project: round } = done(BASE, tie({ kind: 'along', item: 'gauge' }, 'rim', 'p3'));
    expect(distance(place(round, 'rim', 'p3'), [70, 60, 0])).toBeCloseTo(20, 12);
  });

  it('of fixed spacing takes fit points and control points alike', () => {
    const { project: fit } = done(BASE, tie({ kind: 'point', item: 'dot' }, 'held', 'p2'));
    expect(distance(place(fit, 'held', 'p2'), [32, 25, 1])).toBeLessThan(1e-9);
    const { project: control } = done(BASE, tie({ kind: 'point', item: 'dot' }, 'held', 'c3'));
    expect(place(control, 'held', 'c3')).toEqual([32, 25, 1]);
    // A control point of live fit points fixes the spacing first.
    const { project: live } = done(BASE, tie({ kind: 'point', item: 'dot' }, 'rim', 'c3'));
    expect(recipeOf(live, 'rim').kind).toBe('control');
    expect(place(live, 'rim', 'c3')).toEqual([32, 25, 1]);
  });

  it('bound by a joint at its end as well, both hold', () => {
    let { project } = done(BASE, { command: 'joinEnd', args: { item: 'rim', end: 'end', leader: { kind: 'end', item: 'wall', end: 'end' }, level: 2 } }); // prettier-ignore
    ({ project } = done(project, tie({ kind: 'point', item: 'dot' })));
    ({ project } = done(project, { command: 'movePoints', args: { item: 'wall', moves: [{ point: 'p3', to: [95, 75, 4] }] } })); // prettier-ignore
    expect(distance(place(project, 'rim', 'p2'), [32, 25, 1])).toBeLessThan(30);
    const met = continuityOfEnds(curve(project, 'wall'), 'end', curve(project, 'rim'), 'end');
    expect(met.level).toBeGreaterThanOrEqual(2);
  });

  it('keeps its shape when it is untied, when what it follows goes, and in a copy', () => {
    const { project } = done(BASE, tie({ kind: 'point', item: 'dot' }));
    const shape = curve(project, 'rim').points;
    const untied = done(project, { command: 'untie', args: { item: 'rim', point: 'p2' } });
    expect(untied.title).toBe('Untie point 2 of Curve 1');
    expect(curve(untied.project, 'rim').points).toEqual(shape);
    expect(untied.project.items['rim']).not.toHaveProperty('ties');
    const gone = done(project, { command: 'deleteItem', args: { item: 'dot' } });
    expect(gone.title).toBe('Delete Point 1; Curve 1 has a joint or a tie less');
    expect(curve(gone.project, 'rim').points).toEqual(shape);
    const copy = done(project, { command: 'copyItems', args: { items: ['rim'], how: 'copy', id: 'k', maps: [translation([0, 0, 0])] } }).project; // prettier-ignore
    expect(copy.items['k-1']).not.toHaveProperty('ties');
    expect(curve(copy, 'k-1').points).toEqual(shape);
    // Without its point nothing is tied.
    const removed = done(project, { command: 'removeFitPoint', args: { item: 'rim', point: 'p2' } }).project;
    expect(removed.items['rim']).not.toHaveProperty('ties');
    // Together with what it follows it goes as it is.
    const moved = done(project, { command: 'transformItems', args: { items: ['rim', 'dot'], how: 'move', map: translation([1, 2, 3]) } }).project; // prettier-ignore
    expect(place(moved, 'rim', 'p2')).toEqual([33, 27, 4]);
  });

  it('is refused in words where it cannot be', () => {
    expect(refused(BASE, tie({ kind: 'point', item: 'wall' }))).toBe(
      'Curve 1 cannot be tied there: Curve 2 is no point',
    );
    expect(refused(BASE, tie({ kind: 'point', item: 'dot' }, 'rim', 'p9'))).toContain("no point 'p9'");
    expect(refused(BASE, tie({ kind: 'end', item: 'rim', end: 'end' }))).toBe('Curve 1 follows Curve 1: a circle');
    const there = performed(BASE, tie({ kind: 'end', item: 'wall', end: 'end' })).project;
    expect(refused(there, tie({ kind: 'place', item: 'rim', share: 0.5 }, 'wall', 'p2'))).toMatch(
      /follows .*: a circle$/,
    );
    expect(refused(BASE, { command: 'untie', args: { item: 'rim', point: 'p2' } })).toBe(
      'Nothing of Curve 1 is tied there',
    );
  });
});

describe('a tied tangent', () => {
  const line = performed(BASE, drawing('line', { id: 'line', recipe: fitRecipe(points([0, -20, 0], [30, 20, 0]), false) })).project; // prettier-ignore
  const angleAt = (project: Project, to: Vector3) => {
    const { curve: rim, fitParameters } = curveOf(recipeOf(project, 'rim'));
    const d = derivatives(rim, fitParameters[1], 1);
    return angleBetween([d[3], d[4], d[5]], to);
  };

  it('has the direction of a guide line, or of a straight curve, also when that turns', () => {
    const { project, title } = done(BASE, { command: 'tieTangent', args: { item: 'rim', point: 'p2', to: { item: 'base', turned: false } } }); // prettier-ignore
    expect(title).toBe('Tie the tangent at point 2 of Curve 1 and Line guide 1');
    expect(angleAt(project, [0.6, 0.8, 0])).toBeLessThan(1e-9);
    const turned = done(project, { command: 'setGuide', args: { item: 'base', guide: { kind: 'line', at: [0, 40, 0], direction: [1, 0, 0], symmetry: false } } }).project; // prettier-ignore
    expect(angleAt(turned, [1, 0, 0])).toBeLessThan(1e-9);
    const straight = done(line, { command: 'tieTangent', args: { item: 'rim', point: 'p2', to: { item: 'line', turned: true } } }).project; // prettier-ignore
    expect(angleAt(straight, [-3, -4, 0])).toBeLessThan(1e-9);
    // Bent, the line gives no direction: the tie is flagged and stays.
    const bent = done(straight, { command: 'insertFitPoint', args: { item: 'line', u: 0.5, id: 'm' } }).project;
    const off = done(bent, { command: 'movePoints', args: { item: 'line', moves: [{ point: 'm', to: [30, 0, 0] }] } }).project; // prettier-ignore
    expect(keptTies(off, 'rim')).toEqual({ p2: 'Line 1 is not straight' });
    expect(off.items['rim']).toHaveProperty('ties');
  });

  it('is refused for what has no direction', () => {
    const tied = (item: Id) => refused(BASE, { command: 'tieTangent', args: { item: 'rim', point: 'p2', to: { item, turned: false } } }); // prettier-ignore
    expect(tied('gauge')).toBe('Curve 1 cannot be tied there: Gauge circle 1 has no direction');
    expect(tied('wall')).toBe('Curve 1 cannot be tied there: Curve 2 is not straight');
    expect(jetBeyond(curve(BASE, 'rim'), 'end')).not.toBeNull();
  });
});
