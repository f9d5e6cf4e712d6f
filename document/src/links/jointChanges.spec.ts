import {
  distance,
  domainOf,
  evaluate,
  homogeneous,
  jetBeyond,
  makeCurve,
  uniformKnots,
  type Vector3,
} from '@pencil-bend/core';
import { continuityFromJet, continuityOfEnds } from '@pencil-bend/core/reading';
import type { CommandCall } from '../command/registry';
import { done, refused } from '../command/step.fixture';
import { drawing, performed, points } from '../fixture';
import { keptJoints, plainRecipe } from '../project/plain';
import { emptyProject, fitRecipe, type Id, type Project, type Recipe } from '../project/project';
import { controlRecipe, curveOf } from '../recipe/fixSpacing';
import { present } from '../selection/selection';

const control = (degree: number, ...places: readonly Vector3[]): Recipe =>
  controlRecipe(makeCurve(degree, uniformKnots(degree, places.length), homogeneous(places.flat())), (i) => `c${i + 1}`);
const SPOUT = control(5, [0, 0, 0], [20, 12, 0], [45, 20, 4], [70, 15, 8], [95, 10, 6], [120, 14, 2], [140, 26, 0]);
const LIP = control(
  5,
  [140, 26, 0],
  [160, 38, 0],
  [178, 40, -3],
  [200, 30, -4],
  [220, 22, 0],
  [240, 20, 3],
  [255, 24, 5],
  [270, 30, 5],
);
const TAIL = fitRecipe(points([270, 30, 5], [290, 44, 0], [320, 30, -4]), false);

const drawn = (recipes: Readonly<Record<Id, Recipe>>): Project =>
  performed(
    emptyProject('Joints'),
    ...Object.entries(recipes).map(([id, recipe]): CommandCall => drawing('curve', { id, recipe })),
  ).project;
const item = (project: Project, id: Id) => {
  const found = project.items[id];
  if (found?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return found;
};
const curve = (project: Project, id: Id) => curveOf(plainRecipe(project, item(project, id))).curve;
const place = (project: Project, id: Id, end: 'start' | 'end') =>
  evaluate(curve(project, id), domainOf(curve(project, id))[end === 'start' ? 0 : 1]);
const levelOf = (project: Project, leader: Id, follower: Id) =>
  continuityOfEnds(curve(project, leader), 'end', curve(project, follower), 'start').level;
const BODY = drawn({ spout: SPOUT, lip: LIP, tail: TAIL });
const meeting = (first: Id, second: Id) =>
  ({ first: { item: first, end: 'end' }, second: { item: second, end: 'start' } }) as const;

describe('meetings joined all at once', () => {
  const all = (level: 0 | 1 | 2 | 3): CommandCall => ({
    command: 'joinMeetings',
    args: { level, meetings: [meeting('spout', 'lip'), meeting('lip', 'tail')] },
  });

  it('have the level, each with the second curve as its follower; again, another level', () => {
    const { project, title } = done(BODY, all(2));
    expect(title).toBe('Join 2 meetings of Curve 1 and 2 more with G2');
    expect(item(project, 'lip').joints?.start).toMatchObject({ level: 2, spread: 'faded' });
    expect(levelOf(project, 'spout', 'lip')).toBeGreaterThanOrEqual(2);
    expect(levelOf(project, 'lip', 'tail')).toBeGreaterThanOrEqual(2);
    const raised = done(project, all(3)).project;
    expect(levelOf(raised, 'spout', 'lip')).toBe(3);
    expect(item(raised, 'tail').joints?.start?.level).toBe(3);
    expect(item(raised, 'spout').joints).toBeUndefined();
  });

  it('have the first as follower where the second cannot: its end is taken, or it is a place along a curve', () => {
    const led = done(BODY, {
      command: 'joinEnd',
      args: { item: 'tail', end: 'start', leader: { kind: 'end', item: 'spout', end: 'start' }, level: 0 },
    }).project;
    const { project } = done(led, { command: 'joinMeetings', args: { level: 1, meetings: [meeting('lip', 'tail')] } });
    expect(item(project, 'lip').joints?.end?.leader).toEqual({ kind: 'end', item: 'tail', end: 'start' });
    const tee = done(BODY, {
      command: 'joinMeetings',
      args: { level: 1, meetings: [{ first: { item: 'tail', end: 'end' }, second: { item: 'spout', share: 0.5 } }] },
    }).project;
    expect(item(tee, 'tail').joints?.end?.leader).toMatchObject({ kind: 'place', item: 'spout', share: 0.5 });
    expect(keptJoints(tee, 'tail').end).toEqual({ level: 1, problem: null });
  });

  it('are refused together, with the names', () => {
    const again = { first: { item: 'spout', share: 0.5 }, second: { item: 'lip', share: 0.5 } };
    expect(
      refused(BODY, { command: 'joinMeetings', args: { level: 1, meetings: [meeting('spout', 'lip'), again] } }),
    ).toBe('Two curves that only touch are not joined: one has to end there');
  });
});

describe('a joint swapped', () => {
  it('lets the leader follow, and neither moves', () => {
    const before = done(BODY, {
      command: 'joinMeetings',
      args: { level: 2, meetings: [meeting('spout', 'lip')] },
    }).project;
    const { project, title } = done(before, { command: 'swapJoint', args: { item: 'lip', end: 'start' } });
    expect(title).toBe('Swap leader and follower of Curve 2 and Curve 1');
    expect(item(project, 'lip').joints).toBeUndefined();
    expect(item(project, 'spout').joints?.end).toMatchObject({
      level: 2,
      leader: { kind: 'end', item: 'lip', end: 'start' },
    });
    for (const id of ['spout', 'lip'])
      for (let i = 0; i <= 10; i++)
        expect(distance(evaluate(curve(project, id), i / 10), evaluate(curve(before, id), i / 10))).toBeLessThan(1e-9);
    // The selection of the joint goes with it.
    const joint = { items: ['lip'], handles: [{ kind: 'joint', end: 'start' } as const], beside: [] };
    expect(present(before, joint)).toBe(joint);
    expect(present(project, joint).handles).toEqual([]);
  });

  it('is refused where the leader cannot follow', () => {
    const guided = done(BODY, {
      command: 'joinEnd',
      args: { item: 'lip', end: 'end', leader: { kind: 'plane', at: [270, 0, 0], across: [1, 0, 0] }, level: 1 },
    }).project;
    expect(refused(guided, { command: 'swapJoint', args: { item: 'lip', end: 'end' } })).toBe(
      'Only an end of a curve can follow instead',
    );
  });
});

describe('the other end joined', () => {
  it('turns the follower round: it goes along as it is, and on from its leader', () => {
    const back = drawn({ spout: SPOUT, lip: control(3, [220, 60, 0], [200, 58, 0], [170, 45, 0], [140, 26, 0]) });
    const joint: CommandCall = {
      command: 'joinEnd',
      args: { item: 'lip', end: 'end', leader: { kind: 'end', item: 'spout', end: 'end' }, level: 0 },
    };
    const before = done(back, joint).project;
    const { project } = done(before, { command: 'joinOtherEnd', args: { item: 'lip', end: 'end' } });
    expect(item(project, 'lip').joints).toMatchObject({ start: { level: 0, spread: 'faded' } });
    expect(item(project, 'lip').joints?.end).toBeUndefined();
    expect(distance(place(project, 'lip', 'start'), [140, 26, 0])).toBeLessThan(1e-9);
    const jet = jetBeyond(curve(project, 'spout'), 'end');
    if (!jet) throw new Error('no jet');
    expect(continuityFromJet(jet, curve(project, 'lip'), 'start').level).toBeGreaterThanOrEqual(1);
    const chord = (of: Project) => distance(place(of, 'lip', 'start'), place(of, 'lip', 'end'));
    expect(chord(project)).toBeCloseTo(chord(before), 9);
  });
});

describe('freedoms that two ends share', () => {
  const both = performed(
    BODY,
    { command: 'joinMeetings', args: { level: 1, meetings: [meeting('spout', 'lip')] } },
    {
      command: 'joinEnd',
      args: { item: 'lip', end: 'end', leader: { kind: 'end', item: 'tail', end: 'start' }, level: 1 },
    },
  ).project;
  const given = (freedoms: object | null, end: 'start' | 'end' = 'start'): CommandCall =>
    ({ command: 'setJoint', args: { item: 'lip', end, freedoms } }) as CommandCall;
  const held = (project: Project) => [
    item(project, 'lip').joints?.start?.freedoms,
    item(project, 'lip').joints?.end?.freedoms,
  ];

  it('are given to both, until one is let go', () => {
    const linked = done(both, given({ a: { ratio: 0.8 }, linked: true })).project;
    expect(held(linked)).toEqual([
      { a: { ratio: 0.8 }, linked: true },
      { a: { ratio: 0.8 }, linked: true },
    ]);
    const longer = done(linked, given({ a: { mm: 90 }, b: 4, linked: true }, 'end')).project;
    expect(held(longer)).toEqual([
      { a: { mm: 90 }, linked: true },
      { a: { mm: 90 }, b: 4, linked: true },
    ]);
    const apart = done(longer, given({ a: { mm: 50 } })).project;
    expect(held(apart)).toEqual([{ a: { mm: 50 } }, { a: { mm: 90 }, b: 4 }]);
    expect(held(done(linked, given(null)).project)).toEqual([undefined, { a: { ratio: 0.8 } }]);
  });
});

describe('a curve drawn with its joints', () => {
  const drawTail = (joints: object): CommandCall =>
    ({
      command: 'drawItems',
      args: { layer: 'sheet', plane: 'front', shape: 'curve', items: [{ id: 'more', recipe: TAIL, joints }] },
    }) as CommandCall;
  const toLip = { leader: { kind: 'end', item: 'lip', end: 'end' }, level: 2 };

  it('goes on from its leader at once', () => {
    const { project, title } = done(BODY, drawTail({ start: toLip }));
    expect(title).toBe('Draw Curve 4');
    expect(keptJoints(project, 'more').start).toEqual({ level: 2, problem: null });
    expect(levelOf(project, 'lip', 'more')).toBeGreaterThanOrEqual(2);
  });

  it('stays without one that cannot be, and the step says so', () => {
    const { project, title } = done(
      BODY,
      drawTail({ start: { ...toLip, leader: { kind: 'end', item: 'gone', end: 'end' } }, end: toLip }),
    );
    expect(title).toBe('Draw Curve 4, without its joint');
    expect(Object.keys(item(project, 'more').joints ?? {})).toEqual(['end']);
  });
});

describe('a curve of live points that is joined no longer', () => {
  const joinedTail = done(BODY, {
    command: 'joinEnd',
    args: { item: 'tail', end: 'start', leader: { kind: 'end', item: 'lip', end: 'end' }, level: 2 },
  }).project;
  const apart = (project: Project) => {
    const [before, now] = [joinedTail, project].map((each) => curve(each, 'tail'));
    return Math.max(...[0, 0.1, 0.3, 0.6, 1].map((u) => distance(evaluate(before, u), evaluate(now, u))));
  };

  it.each([
    ['released', { command: 'releaseJoint', args: { item: 'tail', end: 'start' } }],
    ['without its leader', { command: 'deleteItem', args: { item: 'lip' } }],
  ] as const)('stays as it was seen: %s', (_, call) => {
    const { project } = done(joinedTail, call);
    expect(apart(project)).toBeLessThan(1e-9);
    expect(item(project, 'tail')).toMatchObject({ recipe: { kind: 'control', fit: {} } });
    expect(item(project, 'tail').joints).toBeUndefined();
  });

  it('that only touched stays live', () => {
    const touching = done(joinedTail, { command: 'setJoint', args: { item: 'tail', end: 'start', level: 0 } }).project;
    const { project } = done(touching, { command: 'releaseJoint', args: { item: 'tail', end: 'start' } });
    expect(item(project, 'tail')).toMatchObject({ recipe: { kind: 'fit', spacing: 'live' } });
  });

  it('meets once as smoothly as it was asked for', () => {
    const { project } = done(BODY, {
      command: 'meetOnce',
      args: { item: 'tail', end: 'start', leader: { kind: 'end', item: 'lip', end: 'end' }, level: 2 },
    });
    expect(item(project, 'tail').joints).toBeUndefined();
    expect(levelOf(project, 'lip', 'tail')).toBeGreaterThanOrEqual(2);
  });
});
