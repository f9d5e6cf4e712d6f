import {
  arcLength,
  controlPointsOf,
  distance,
  domainOf,
  evaluate,
  rotation,
  scaling,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import type { CommandCall } from '../command/registry';
import { done, refused } from '../command/step.fixture';
import { drawing, performed, points } from '../fixture';
import { cornerIn, plainRecipe } from '../project/plain';
import { emptyProject, fitRecipe, type Id, type Project } from '../project/project';
import { resolve } from '../project/resolve';
import { curveOf } from '../recipe/fixSpacing';
import { shownCurve } from '../recipe/shownCurve';

const line = (...places: Vector3[]) => fitRecipe(points(...places), false);

/** A floor and a wall that meet at the origin, and a lid on the wall; and a curved side. */
const BASE = performed(
  emptyProject('Corners'),
  drawing('line', { id: 'floor', recipe: line([-100, 0, 0], [0, 0, 0]) }),
  drawing('line', { id: 'wall', recipe: line([0, 0, 0], [0, 60, 0]) }),
  drawing('line', { id: 'lid', recipe: line([0, 60, 0], [-80, 60, 0]) }),
  drawing('curve', { id: 'side', recipe: line([-100, 0, 0], [-110, 30, 0], [-105, 70, 0]) }),
).project;

const recipeOf = (project: Project, id: Id) => {
  const item = project.items[id];
  if (item?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return plainRecipe(project, item);
};
const shown = (project: Project, id: Id) => shownCurve(recipeOf(project, id));
const lengthOf = (project: Project, id: Id) => arcLength(shown(project, id)).total;
const corner = (more: object = {}): CommandCall => ({
  command: 'drawCorner',
  args: { id: 'c', first: { item: 'floor', end: 'end' }, second: { item: 'wall', end: 'start' }, level: 2, size: { setback: 20 }, ...more }, // prettier-ignore
});
const move = (item: Id, point: Id, to: Vector3): CommandCall => ({
  command: 'movePoints',
  args: { item, moves: [{ point, to }] },
});

/** Both legs go on into the corner. */
function joined(project: Project, level: number, first = 'floor', second = 'wall', id = 'c') {
  const a = continuityOfEnds(shown(project, first), 'end', shown(project, id), 'start');
  const b = continuityOfEnds(shown(project, id), 'end', shown(project, second), 'start');
  for (const met of [a, b]) {
    expect(met.gap).toBeLessThan(1e-9);
    expect(met.level).toBeGreaterThanOrEqual(Math.min(3, level));
  }
}

describe('a soft corner', () => {
  it('ends its legs where it begins, and they keep their points', () => {
    const { project, title } = done(BASE, corner());
    expect(title).toBe('Soften the corner of Line 1 and Line 2');
    expect(project.items['c'].name).toBe('Corner 1');
    joined(project, 2);
    expect(lengthOf(project, 'floor')).toBeCloseTo(80, 9);
    expect(lengthOf(project, 'wall')).toBeCloseTo(40, 9);
    expect(project.items['floor']).toEqual(BASE.items['floor']);
    // What is handed over is what is seen.
    const handed = resolve(project).get('floor');
    expect(handed?.ok && distance(evaluate(handed.value.curve, domainOf(handed.value.curve)[1]), [-20, 0, 0])).toBeLessThan(1e-9); // prettier-ignore
    expect(curveOf(recipeOf(project, 'floor')).curve.points).toEqual(curveOf(recipeOf(BASE, 'floor')).curve.points);
  });

  it.each([1, 2, 3, 4] as const)('G%d goes along while its legs are moved and bent', (level) => {
    let { project } = done(BASE, corner({ level }));
    for (const call of [move('floor', 'p1', [-90, -30, 0]), move('wall', 'p2', [20, 50, 0])]) {
      ({ project } = done(project, call));
      joined(project, level);
    }
    if (level === 4) return;
    ({ project } = done(project, { command: 'insertFitPoint', args: { item: 'wall', u: 0.5, id: 'm' } }));
    ({ project } = done(project, move('wall', 'm', [14, 24, 0])));
    joined(project, level);
    expect(cornerIn(project, 'c').problem).toBeNull();
  });

  it('is sized by a radius or a distance, with legs alike or not, and changed', () => {
    const radius = done(BASE, corner({ size: { radius: 12 } })).project;
    expect(cornerIn(radius, 'c').smallestRadius).toBeCloseTo(12, 8);
    const { project, title } = done(radius, { command: 'setCorner', args: { ...asked(), item: 'c', level: 3, size: { setbacks: [20, 30] } } }); // prettier-ignore
    expect(title).toBe('Change the corner Corner 1');
    expect(lengthOf(project, 'wall')).toBeCloseTo(30, 9);
    const linked = done(BASE, corner({ ratio: 1.5, fullness: 0.2 })).project;
    expect(cornerIn(linked, 'c').setbacks).toEqual([20, 30]);
    expect(cornerIn(linked, 'c').fullness).toBe(0.2);
    const sharp = done(BASE, corner({ size: { distance: 4 } })).project;
    expect(Math.min(...Array.from({ length: 201 }, (_, i) => distance(evaluate(shown(sharp, 'c'), i / 200), [0, 0, 0])))).toBeCloseTo(4, 3); // prettier-ignore
  });

  it('keeps what it was asked for where a leg is too short, uses what there is, and says so', () => {
    const { project } = done(BASE, corner({ size: { setback: 70 } }));
    expect(project.items['c']).toMatchObject({ recipe: { size: { setback: 70 } } });
    const made = cornerIn(project, 'c');
    expect(made.problem).toMatch(/^Line 2 is too short by 10\.\d+ mm; the largest radius here is R 40\.\d+$/);
    joined(project, 2);
    // A longer leg is used again.
    const longer = done(project, move('wall', 'p2', [0, 90, 0])).project;
    expect(cornerIn(longer, 'c').problem).toBeNull();
    expect(cornerIn(longer, 'c').setbacks[0]).toBeCloseTo(70, 9);
  });

  it('shares a leg with the corner at its other end', () => {
    let { project } = done(BASE, corner({ size: { setback: 40 } }));
    ({ project } = done(project, corner({ id: 'd', first: { item: 'wall', end: 'end' }, second: { item: 'lid', end: 'start' }, size: { setback: 40 } }))); // prettier-ignore
    joined(project, 2);
    joined(project, 2, 'wall', 'lid', 'd');
    const [c, d] = [cornerIn(project, 'c'), cornerIn(project, 'd')];
    expect(c.setbacks[1]).toBeCloseTo(29.94, 6);
    expect(d.setbacks[0]).toBeCloseTo(29.94, 6);
    expect(c.problem).toContain('too short');
    const smaller = done(project, { command: 'setCorner', args: { ...asked(), item: 'c', size: { setback: 15 } } }).project; // prettier-ignore
    expect(cornerIn(smaller, 'c').setbacks[1]).toBeCloseTo(15, 9);
    expect(cornerIn(smaller, 'd').setbacks[0]).toBeCloseTo(40, 6);
  });

  it('gives the sharp corner back when it is deleted, and stays as it is seen when it is let go or loses a leg', () => {
    const { project } = done(BASE, corner());
    const deleted = done(project, { command: 'deleteItem', args: { item: 'c' } }).project;
    expect(lengthOf(deleted, 'floor')).toBeCloseTo(100, 9);
    const free = done(project, { command: 'releaseMirror', args: { item: 'c' } });
    expect(free.title).toBe('Let Corner 1 go its own way');
    const same = (now: Project, ...ids: Id[]) => {
      for (const id of ids) for (const t of [0, 0.4, 1]) expect(distance(at(now, id, t), at(project, id, t))).toBeLessThan(1e-9); // prettier-ignore
    };
    same(free.project, 'c', 'floor', 'wall');
    expect(free.project.items['floor']).not.toEqual(BASE.items['floor']);
    const gone = done(project, { command: 'deleteItem', args: { item: 'wall' } });
    expect(gone.title).toBe('Delete Line 2; Corner 1 is a corner no longer');
    same(gone.project, 'c', 'floor');
    const edited = done(project, move('c', 'c3', [-3, 3, 0]));
    expect(edited.title).toBe('Move control point 3 of Corner 1; Corner 1 is a corner no longer');
    same(edited.project, 'floor', 'wall');
  });

  it('goes with its legs when they are turned, split and scaled', () => {
    const { project } = done(BASE, corner());
    const reversed = done(project, { command: 'reverseCurve', args: { item: 'wall' } }).project;
    expect(reversed.items['c']).toMatchObject({ recipe: { second: { item: 'wall', end: 'end' } } });
    expect(distance(at(reversed, 'c', 0.5), at(project, 'c', 0.5))).toBeLessThan(1e-9);
    const held = done(project, { command: 'fixSpacing', args: { item: 'floor' } }).project;
    for (const leg of [project, held]) {
      const split = done(leg, { command: 'splitCurve', args: { item: 'floor', u: 0.3, id: 'rest' } }).project;
      expect(split.items['c']).toMatchObject({ recipe: { first: { item: 'rest', end: 'end' } } });
      joined(split, 2, 'rest');
    }
    const all = ['floor', 'wall', 'c'];
    const large = done(project, { command: 'transformItems', args: { items: all, how: 'scale', map: scaling(2) } }).project; // prettier-ignore
    expect(lengthOf(large, 'floor')).toBeCloseTo(160, 9);
    const turned = done(project, { command: 'transformItems', args: { items: ['floor', 'wall'], how: 'rotate', map: rotation([0, 0, 1], 1) } }).project; // prettier-ignore
    joined(turned, 2);
    const image = done(project, { command: 'mirrorItems', args: { items: ['floor', 'c'], id: 'm', about: { at: [0, 0, 0], across: [0, 1, 0] } } }).project; // prettier-ignore
    expect(lengthOf(image, 'm-1')).toBeCloseTo(80, 9);
    const copied = done(project, { command: 'copyItems', args: { items: ['floor', 'c'], how: 'copy', id: 'k', maps: [scaling(1)] } }).project; // prettier-ignore
    expect(lengthOf(copied, 'k-1')).toBeCloseTo(80, 9);
  });

  it('stands between curved legs', () => {
    const { project } = done(BASE, corner({ first: { item: 'side', end: 'start' }, second: { item: 'floor', end: 'start' }, level: 3, size: { radius: 9 } })); // prettier-ignore
    const a = continuityOfEnds(shown(project, 'side'), 'start', shown(project, 'c'), 'start');
    expect(a.level).toBe(3);
    expect(cornerIn(project, 'c').smallestRadius).toBeCloseTo(9, 7);
    expect(vectorAt(controlPointsOf(shown(project, 'c')), 0)[2]).toBe(0);
  });

  it('is flagged where its legs make no corner any more, and they are whole again', () => {
    const { project } = done(BASE, corner());
    const apart = done(project, move('wall', 'p1', [10, 5, 0])).project;
    expect(cornerIn(apart, 'c').problem).toMatch(/^Line 1 and Line 2 do not meet: \d/);
    expect(lengthOf(apart, 'floor')).toBeCloseTo(100, 9);
    const again = done(apart, move('wall', 'p1', [0, 0, 0])).project;
    joined(again, 2);
  });

  it('is refused in words with the names', () => {
    expect(refused(BASE, corner({ second: { item: 'lid', end: 'start' } }))).toMatch(/^No corner there: Line 1 and Line 3 do not meet/); // prettier-ignore
    expect(refused(BASE, corner({ second: { item: 'floor', end: 'start' } }))).toContain('needs two curves');
    const { project } = done(BASE, corner());
    expect(refused(project, corner({ id: 'x' }))).toBe('The end of Line 1 ends in a corner already');
    const join: CommandCall = { command: 'joinEnd', args: { item: 'lid', end: 'start', leader: { kind: 'end', item: 'floor', end: 'end' }, level: 1 } }; // prettier-ignore
    expect(refused(project, join)).toBe('Line 3 cannot go on from there: Line 1 ends in a corner there');
    expect(refused(project, { ...join, args: { ...join.args, item: 'wall' } } as CommandCall)).toContain('ends in a corner'); // prettier-ignore
    const led = performed(BASE, join).project;
    expect(refused(led, corner())).toBe('The end of Line 1 is joined: a corner cannot begin there');
  });
});

function asked() {
  const { id: _id, ...rest } = (corner() as Extract<CommandCall, { command: 'drawCorner' }>).args;
  return rest;
}
function at(project: Project, id: Id, share: number): Vector3 {
  const curve = shown(project, id);
  const [first, last] = domainOf(curve);
  return evaluate(curve, first + share * (last - first));
}
