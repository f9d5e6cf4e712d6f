import {
  arcCentre,
  type Curve,
  deviation,
  distance,
  domainOf,
  evaluate,
  FRONT,
  homogeneous,
  makeCurve,
  rectangle,
  rounded,
  type Vector3,
} from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import { drawing, performed, points } from '../fixture';
import { cornerIn, plainRecipe } from '../project/plain';
import { type CurveItem, emptyProject, fitRecipe, type Id, type Project } from '../project/project';
import { controlRecipe, numberedControl } from '../recipe/fixSpacing';
import { shownCurve } from '../recipe/shownCurve';
import { type CommandCall, isLossy } from './registry';
import { done, refused } from './step.fixture';

const line = (...places: Vector3[]) => fitRecipe(points(...places), false);
const BASE = performed(
  emptyProject('Corners'),
  drawing('line', { id: 'floor', recipe: line([-100, 0, 0], [0, 0, 0]) }),
  drawing('line', { id: 'wall', recipe: line([0, 0, 0], [0, 60, 0]) }),
  drawing('curve', { id: 'side', recipe: line([0, 0, 0], [-12, 30, 0], [-10, 55, 0], [4, 90, 0]) }),
).project;

const shown = (project: Project, id: Id): Curve => shownCurve(plainRecipe(project, project.items[id] as CurveItem));
const ends = (curve: Curve): Vector3[] => domainOf(curve).map((u) => evaluate(curve, u));
const apart = (a: Curve, b: Curve): number => deviation(a, b).max;
const polygon = (...places: Vector3[]): Curve =>
  makeCurve(1, [0, ...places.map((_, i) => i), places.length - 1], homogeneous(places.flat()));

const filleted = (second: 'wall' | 'side', radius: number): Project =>
  done(BASE, { command: 'filletCorner', args: { first: 'floor', second, near: [0, 0, 0], radius, id: 'arc' } }).project;
const soften = (second: Id, level: 1 | 2 | 3 | 4 = 2): CommandCall => ({
  command: 'softenFillet',
  args: { item: 'arc', first: { item: 'floor', end: 'end' }, second: { item: second, end: 'start' }, level },
});
const HARDEN: CommandCall = { command: 'filletSoftCorner', args: { item: 'arc' } };

describe('a fillet that becomes a soft corner', () => {
  it('has its radius as the smallest, starts further back than the radius does, and its legs meet again', () => {
    const { project, title } = done(filleted('wall', 9), soften('wall'));
    expect(title).toBe('Make Fillet 1 a soft corner');
    const { smallestRadius, setbacks, problem } = cornerIn(project, 'arc');
    expect(smallestRadius).toBeCloseTo(9, 8);
    expect(problem).toBeNull();
    // Common practice: a corner that stands for a radius starts further back.
    for (const setback of setbacks) expect(setback).toBeGreaterThan(1.4 * 9);
    const whole = (id: Id) => ends(shownCurve({ ...plainRecipe(project, project.items[id] as CurveItem), trim: undefined })); // prettier-ignore
    expect(distance(whole('floor')[1], [0, 0, 0])).toBeLessThan(1e-9);
    expect(distance(whole('wall')[0], [0, 0, 0])).toBeLessThan(1e-9);
    for (const [leg, end] of [
      ['floor', 'end'],
      ['wall', 'start'],
    ] as const) {
      // prettier-ignore
      const near = end === 'end' ? 'start' : 'end';
      expect(continuityOfEnds(shown(project, leg), end, shown(project, 'arc'), near).level).toBeGreaterThanOrEqual(2); // prettier-ignore
    }
  });

  it('and a fillet again is where it was', () => {
    const before = filleted('wall', 9);
    const { project, title } = done(done(before, soften('wall', 3)).project, HARDEN);
    expect(title).toBe('Make Fillet 1 a fillet');
    for (const id of ['floor', 'wall', 'arc']) expect(apart(shown(project, id), shown(before, id))).toBeLessThan(1e-8);
    expect(arcCentre(shown(project, 'arc'))).not.toBeNull();
    expect([isLossy('softenFillet'), isLossy('filletSoftCorner')]).toEqual([true, true]);
  });

  it('gives a free curve back what was cut off it, where that was of one piece', () => {
    const { project } = done(filleted('side', 5), soften('side'));
    const { trim: _trim, ...whole } = plainRecipe(project, project.items['side'] as CurveItem);
    expect(apart(shownCurve(whole), shown(BASE, 'side'))).toBeLessThan(1e-8);
    expect(cornerIn(project, 'arc').smallestRadius).toBeCloseTo(5, 8);
  });

  it('takes the place of the joint by which a leg followed it; what else goes on from there is named', () => {
    const joined = (item: Id, leader: Id, end: 'start' | 'end'): CommandCall => ({
      command: 'joinEnd',
      args: { item, end: 'start', leader: { kind: 'end', item: leader, end }, level: 1 },
    });
    const arc = filleted('wall', 9);
    const at = distance(ends(shown(arc, 'arc'))[0], ends(shown(arc, 'wall'))[0]) < 1e-6 ? 'start' : 'end';
    const following = done(arc, joined('wall', 'arc', at)).project;
    const { project } = done(following, soften('wall'));
    expect(project.items['wall']).not.toHaveProperty('joints');
    const lid = performed(arc, drawing('line', { id: 'lid', recipe: line([0, 9, 0], [-30, 20, 0]) })).project;
    const led = done(lid, { command: 'joinEnd', args: { item: 'lid', end: 'start', leader: { kind: 'end', item: 'wall', end: 'start' }, level: 0 } }).project; // prettier-ignore
    expect(refused(led, soften('wall'))).toBe('The start of Line 2 is joined: a corner cannot begin there');
  });

  it('is refused in words', () => {
    const arc = filleted('wall', 9);
    expect(refused(arc, { ...soften('wall'), args: { ...soften('wall').args, item: 'side' } } as CommandCall)).toBe('Curve 1 is no arc between two curves'); // prettier-ignore
    expect(refused(arc, soften('side'))).toBe('Fillet 1 does not begin at the start of Curve 1');
    const turned = done(arc, { command: 'transformItems', args: { items: ['wall'], how: 'rotate', map: { x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1], origin: [9, 9, 0] } } }); // prettier-ignore
    expect(refused(turned.project, soften('wall'))).toMatch(/^Fillet 1 (makes a corner with|does not begin at)/);
    // Half a circle between parallels: they never meet.
    const parallel = performed(
      emptyProject('Slot'),
      drawing('line', { id: 'floor', recipe: line([-100, 0, 0], [0, 0, 0]) }),
      drawing('line', { id: 'wall', recipe: line([0, 20, 0], [-90, 20, 0]) }),
      drawing('arc', { id: 'arc', recipe: { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'arc', start: [0, 0, 0], through: [10, 10, 0], end: [0, 20, 0] } } }), // prettier-ignore
    ).project;
    expect(refused(parallel, soften('wall'))).toBe('Line 1 and Line 2 do not meet beyond Arc 1: there is no corner');
    expect(refused(BASE, { command: 'filletSoftCorner', args: { item: 'wall' } })).toBe('Line 2 is no soft corner');
  });
});

describe('the corner of one curve', () => {
  const kinked = (curve: Curve) =>
    performed(BASE, drawing('curve', { id: 'rim', recipe: controlRecipe(curve, numberedControl) })).project;
  /** A drop: a cubic that ends where it begins, with a corner there. */
  const closedOnce = () => {
    const knots = [0, 0, 0, 0, 1, 1, 1, 1];
    const drop = makeCurve(3, knots, homogeneous([200, 0, 0, 240, 40, 0, 160, 40, 0, 200, 0, 0]), 'clamped-closed');
    return kinked(drop);
  };
  const at = (near: Vector3): CommandCall => ({
    command: 'softenKink',
    args: { item: 'rim', near, id: 'k', level: 2, size: { setback: 8 } },
  });

  it('is softened where it is nearest: the curve is split there', () => {
    const before = kinked(polygon([200, 0, 0], [240, 0, 0], [240, 50, 0], [300, 50, 0])); // prettier-ignore
    const { project, title } = done(before, at([245, 48, 0]));
    expect(title).toBe('Soften a corner of Curve 2');
    expect(['rim', 'k-1', 'k-2'].map((id) => project.items[id].name)).toEqual(['Curve 2', 'Curve 3', 'Corner 1']);
    expect(ends(shown(project, 'rim')).map((end) => rounded(end, 9))).toEqual([[200, 0, 0], [240, 42, 0]]); // prettier-ignore
    expect(ends(shown(project, 'k-1')).map((end) => rounded(end, 9))).toEqual([[248, 50, 0], [300, 50, 0]]); // prettier-ignore
    expect(cornerIn(project, 'k-2').setbacks).toEqual([8, 8]);
    // The parts' other corner can be softened, too.
    expect(done(project, { ...at([240, 0, 0]), args: { ...at([240, 0, 0]).args, id: 'j' } } as CommandCall).project.itemOrder).toHaveLength(8); // prettier-ignore
  });

  it('of a closed one, which is split at the next corner as well', () => {
    const { project } = done(kinked(rectangle(FRONT, [300, 0, 0], 60, 40)), at([360, 40, 0]));
    const [one, other] = ['rim', 'k-1'].map((id) => ends(shown(project, id)));
    expect(distance(one[1], other[0])).toBeLessThan(1e-9);
    expect(cornerIn(project, 'k-2').problem).toBeNull();
    for (const end of ends(shown(project, 'k-2'))) expect(distance(end, [360, 40, 0])).toBeCloseTo(8, 9);
  });

  it('is refused in words where there is none, or too few', () => {
    expect(refused(BASE, { ...at([0, 0, 0]), args: { ...at([0, 0, 0]).args, item: 'side' } } as CommandCall)).toBe('Curve 1 has no corner'); // prettier-ignore
    const drop = closedOnce();
    expect(refused(drop, at([200, 0, 0]))).toBe('Curve 2 is closed and has one corner: split it elsewhere first');
  });
});
