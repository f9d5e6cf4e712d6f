import {
  type Curve,
  distance,
  domainOf,
  evaluate,
  homogeneous,
  jetBeyond,
  makeCurve,
  type Vector3,
  uniformKnots,
} from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import { drawing, performed, points } from '../fixture';
import { keptJoints, plainRecipe } from '../project/plain';
import {
  emptyProject,
  type FitPoint,
  type FitRecipe,
  fitRecipe,
  type Id,
  type Project,
  type Recipe,
} from '../project/project';
import { controlRecipe, curveOf } from '../recipe/fixSpacing';
import { isWithin, missOf, nearNow, rememberNear, soughtNear } from '../recipe/nearPoints';
import { checkProject } from '../project/check';
import { preview } from './attempt';
import { done, refused } from './step.fixture';
import type { CommandCall } from './registry';

/** A wave that every point lies off a little, by a rule. */
const noisy = (count: number, width = 200): FitPoint[] =>
  points(
    ...Array.from({ length: count }, (_, i): Vector3 => {
      const t = i / (count - 1);
      return [width * t + 0.05 * Math.sin(7 * i), 30 * Math.sin(3 * t) + 0.08 * Math.cos(5 * i), 0];
    }),
  );

const drawn = (recipes: Readonly<Record<Id, Recipe>>): Project =>
  performed(emptyProject('Near'), ...Object.entries(recipes).map(([id, recipe]) => drawing('curve', { id, recipe })))
    .project;
const shown = (project: Project, id: Id = 'curve'): Recipe => {
  const item = project.items[id];
  if (item?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return plainRecipe(project, item);
};
const curve = (project: Project, id: Id = 'curve'): Curve => curveOf(shown(project, id)).curve;
const fit = (project: Project, id: Id = 'curve'): FitRecipe => {
  const recipe = shown(project, id);
  if (recipe.kind !== 'fit') throw new Error('no curve through points');
  return recipe;
};
const within = (mm: number, item: Id = 'curve'): CommandCall => ({
  command: 'setFitTolerance',
  args: { item, within: mm },
});
const moved = (project: Project, index: number, by: Vector3, item: Id = 'curve'): CommandCall => {
  const { id, at } = fit(project, item).points[index];
  const to = at.map((x, c) => x + by[c]) as unknown as Vector3;
  return { command: 'movePoints', args: { item, moves: [{ point: id, to }] } };
};

describe('a curve near its points', () => {
  const THROUGH = drawn({ curve: fitRecipe(noisy(30), false) });
  const { project: NEAR, title } = done(THROUGH, within(0.3));

  it('has as few control points as it needs, and its points stay where they were', () => {
    expect(title).toBe('Lay Curve 1 within 0.3 mm of its points');
    expect(fit(NEAR).points).toEqual(fit(THROUGH).points);
    expect(curve(NEAR).points.length / 4).toBeLessThan(9);
    expect(curve(THROUGH).points.length / 4).toBe(32);
    expect(missOf(fit(NEAR)).max).toBeLessThanOrEqual(0.3);
    expect(missOf(fit(NEAR)).max).toBeGreaterThan(0);
  });

  it('goes back through them at 0, as it was', () => {
    const back = done(NEAR, within(0));
    expect(back.title).toBe('Lay Curve 1 through its points');
    expect(back.project).toEqual(THROUGH);
  });

  it('is the same after it was saved: what was found is kept, not found again', () => {
    const loaded = JSON.parse(JSON.stringify(NEAR)) as Project;
    expect(checkProject(loaded)).toEqual([]);
    expect(curve(loaded)).toEqual(curve(NEAR));
    const { near } = fit(loaded);
    expect(near?.parameters).toHaveLength(30);
    expect(near?.knots).toEqual(fit(NEAR).near?.knots);
  });

  it('is laid anew when a point moves, comes or goes, and does not depend on the way there', () => {
    const once = done(NEAR, moved(NEAR, 12, [0, 4, 0])).project;
    expect(isWithin(fit(once))).toBe(true);
    expect(fit(once).near?.knots).not.toEqual(fit(NEAR).near?.knots);
    const twice = done(done(NEAR, moved(NEAR, 12, [0, 1, 0])).project, moved(NEAR, 12, [0, 4, 0])).project;
    expect(fit(twice).near).toEqual(fit(once).near);
    const more = done(NEAR, { command: 'insertFitPoint', args: { item: 'curve', u: 0.5, id: 'new' } }).project;
    expect(fit(more).near?.parameters).toHaveLength(31);
    const less = done(NEAR, { command: 'removeFitPoint', args: { item: 'curve', point: 'p4' } }).project;
    expect(fit(less).near?.parameters).toHaveLength(29);
    for (const project of [more, less]) expect(isWithin(fit(project))).toBe(true);
    const turned = done(NEAR, { command: 'reverseCurve', args: { item: 'curve' } }).project;
    expect(isWithin(fit(turned))).toBe(true);
    expect(distance(evaluate(curve(turned), 0), evaluate(curve(NEAR), 1))).toBeLessThan(1e-9);
  });

  it('goes along as it is where it is moved or scaled, its tolerance with it', () => {
    const map = { x: [2, 0, 0], y: [0, 2, 0], z: [0, 0, 2], origin: [10, 0, 0] } as const;
    const { project } = done(NEAR, { command: 'transformItems', args: { items: ['curve'], how: 'scale', map } });
    expect(fit(project).near).toEqual({ ...fit(NEAR).near, within: 0.6 });
    const [a, b] = [evaluate(curve(NEAR), 0.3), evaluate(curve(project), 0.3)];
    expect(distance([2 * a[0] + 10, 2 * a[1], 0], b)).toBeLessThan(1e-9);
  });

  it('keeps tangents, kinks and pins', () => {
    const held = done(NEAR, {
      command: 'setTangent',
      args: { item: 'curve', point: 'p1', tangent: { direction: [1, 1, 0] } },
    }).project;
    const [, , , x, y] = Array.from({ length: 5 }, (_, k) => k && jetBeyond(curve(held), 'start')?.tangent[k - 3]);
    expect(Math.abs((x ?? 0) / (y ?? 1) - 1)).toBeLessThan(1e-9);
    expect(isWithin(fit(held))).toBe(true);
    const kinked = done(NEAR, { command: 'setKink', args: { item: 'curve', point: 'p15', kink: true } }).project;
    const pinned = done(NEAR, {
      command: 'pinPoints',
      args: { item: 'curve', points: ['p15'], axis: 0, pinned: true },
    }).project;
    for (const project of [kinked, pinned]) {
      const { fitParameters } = curveOf(fit(project));
      expect(distance(evaluate(curve(project), fitParameters[14]), fit(project).points[14].at)).toBeLessThan(1e-9);
    }
  });

  it('keeps its joint, and follows its leader', () => {
    const LEADER = controlRecipe(
      makeCurve(3, uniformKnots(3, 5), homogeneous([-120, 30, 0, -90, 10, 0, -60, 20, 0, -30, -12, 0, 0, 0, 0])),
      (i) => `c${i + 1}`,
    );
    let project = drawn({ leader: LEADER, curve: fitRecipe(noisy(30), false) });
    project = done(project, within(0.3)).project;
    project = done(project, {
      command: 'joinEnd',
      args: { item: 'curve', end: 'start', leader: { kind: 'end', item: 'leader', end: 'end' }, level: 2 },
    }).project;
    expect(keptJoints(project, 'curve').start?.level).toBe(2);
    const level = () => continuityOfEnds(curve(project, 'leader'), 'end', curve(project), 'start').level;
    expect(level()).toBeGreaterThanOrEqual(2);
    expect(isWithin(fit(project))).toBe(true);
    project = done(project, {
      command: 'movePoints',
      args: { item: 'leader', moves: [{ point: 'c4', to: [-30, -20, 0] }] },
    }).project;
    expect(level()).toBeGreaterThanOrEqual(2);
    expect(isWithin(fit(project))).toBe(true);
  });

  it('never keeps its leader from being moved, however far off its points that leads it', () => {
    const LEADER = controlRecipe(
      makeCurve(3, uniformKnots(3, 4), homogeneous([-90, 10, 0, -60, 20, 0, -30, -12, 0, 0, 0, 0])),
      (i) => `c${i + 1}`,
    );
    let project = drawn({ leader: LEADER, curve: fitRecipe(noisy(120), false) });
    project = done(project, within(0.2)).project;
    const start = { item: 'curve', end: 'start' } as const;
    project = done(project, {
      command: 'joinEnd',
      args: { ...start, leader: { kind: 'end', item: 'leader', end: 'end' }, level: 2 },
    }).project;
    for (const to of [
      [-30, 60, 0],
      [30, 5, 0],
    ] as const) {
      project = done(project, {
        command: 'movePoints',
        args: { item: 'leader', moves: [{ point: 'c3', to }] },
      }).project;
      expect(keptJoints(project, 'curve').start?.level).toBe(2);
    }
    expect(missOf(fit(project)).max).toBeGreaterThan(0);
  });

  it('stays its own mirror; closed it says that it cannot', () => {
    const about = { at: [100, 0, 0], across: [1, 0, 0] } as const;
    const half = noisy(12, 103);
    const symmetric = done(drawn({ curve: fitRecipe(half, false) }), {
      command: 'makeSymmetric',
      args: { item: 'curve', about },
    }).project;
    const near = done(symmetric, within(0.3)).project;
    expect(isWithin(fit(near))).toBe(true);
    const [first, last] = domainOf(curve(near));
    for (const share of [0.1, 0.35]) {
      const a = evaluate(curve(near), first + share * (last - first));
      const b = evaluate(curve(near), last - share * (last - first));
      expect(distance([200 - a[0], a[1], 0], b)).toBeLessThan(1e-9);
    }
    const ring = done(
      drawn({ curve: fitRecipe(points([60, 0, 0], [90, 20, 0], [110, 20, 0], [140, 0, 0], [100, -30, 0]), true) }),
      {
        command: 'makeSymmetric',
        args: { item: 'curve', about },
      },
    ).project;
    expect(refused(ring, within(0.3))).toContain('let go of its symmetry first');
  });

  it('becomes a curve of control points where one of these is moved', () => {
    const { project } = done(NEAR, {
      command: 'movePoints',
      args: { item: 'curve', moves: [{ point: 'c3', to: [60, 50, 0] }] },
    });
    const recipe = shown(project);
    expect(recipe.kind).toBe('control');
    expect(curve(project).points.length).toBe(curve(NEAR).points.length);
    expect(refused(project, within(0.5))).toBe('This curve has no fit points to come near to');
    const fixed = done(THROUGH, { command: 'fixSpacing', args: { item: 'curve' } }).project;
    expect(refused(fixed, within(0.5))).toContain('make it live');
  });

  it('says which tolerance can be reached', () => {
    const many = drawn({ curve: fitRecipe(noisy(120), false) });
    const why = refused(many, within(0.001));
    const [, mm] = /: ([0-9.]+) mm can be reached$/.exec(why) ?? [];
    expect(why).toContain('Within 0.001 mm the curve would follow the noise of its points');
    expect(Number(mm)).toBeGreaterThan(0.001);
    expect(isWithin(fit(done(many, within(Number(mm))).project))).toBe(true);
    expect(refused(many, within(-1))).toContain('within');
  });

  it('of few points with much held may pass through them', () => {
    let project = drawn({ curve: fitRecipe(points([0, 0, 0], [20, 30, 0], [50, 20, 0], [80, 5, 0]), false) });
    for (const point of ['p1', 'p2', 'p3']) {
      project = done(project, {
        command: 'setTangent',
        args: { item: 'curve', point, tangent: { direction: [1, point === 'p2' ? 2 : -1, 0] } },
      }).project;
    }
    const near = done(project, within(0.01)).project;
    expect(missOf(fit(near)).max).toBeLessThan(0.01);
    expect(curve(near).points.length).toBeLessThanOrEqual(curve(project).points.length);
    project = done(project, { command: 'setRadius', args: { item: 'curve', point: 'p3', radius: 3 } }).project;
    const tight = done(project, within(1e-5)).project;
    expect(fit(tight).near).toEqual({ within: 1e-5, parameters: [], knots: [] });
    expect(curve(tight)).toEqual(curve(project));
    const renamed = done(tight, { command: 'renameItem', args: { item: 'curve', name: 'Lip' } }).project;
    expect(fit(renamed).near).toEqual(fit(tight).near);
  });

  it('is refused where its parameters do not fit its points', () => {
    const broken = JSON.parse(JSON.stringify(NEAR)) as Project;
    const item = broken.items['curve'];
    if (item?.kind !== 'curve' || item.recipe.kind !== 'fit' || !item.recipe.near) throw new Error('no curve');
    (item.recipe.near.parameters as number[]).pop();
    expect(checkProject(broken).map(({ message }) => message)).toContain(
      '30 parameters are needed, one for each point, not 29',
    );
  });

  it('is shown quickly: with the knots it has while they do, beyond fifty points always', () => {
    const little = preview(NEAR, moved(NEAR, 12, [0, 0.01, 0]));
    const much = preview(NEAR, moved(NEAR, 12, [0, 6, 0]));
    const nearOf = (attempted: typeof little): FitRecipe['near'] => {
      const item = attempted.ok ? attempted.value.items['curve'] : null;
      return item?.kind === 'curve' && item.recipe.kind === 'fit' ? item.recipe.near : undefined;
    };
    expect(nearOf(little)).toBe(fit(NEAR).near);
    expect(nearOf(much)?.knots).not.toEqual(fit(NEAR).near?.knots);
    const many = done(drawn({ curve: fitRecipe(noisy(60), false) }), within(0.3)).project;
    expect(nearOf(preview(many, moved(many, 12, [0, 6, 0])))).toBe(fit(many).near);
    // What is done is sought in full all the same.
    expect(isWithin(fit(done(many, moved(many, 12, [0, 6, 0])).project))).toBe(true);
  });

  it('takes what a worker found for it', () => {
    const call = moved(NEAR, 20, [0, 2, 0]);
    const quick = preview(NEAR, call);
    const item = quick.ok ? quick.value.items['curve'] : null;
    if (item?.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Error('no curve');
    const { near } = item.recipe;
    const sought = soughtNear(item.recipe);
    if (!near || !sought.ok) throw new Error('not found');
    const marked = { ...sought.value, knots: [...sought.value.knots, 0.987] };
    rememberNear(item.recipe, marked);
    expect(nearNow(item.recipe, false)).toEqual(marked);
    expect(fit(done(NEAR, call).project).near).toEqual(marked);
  });
});
