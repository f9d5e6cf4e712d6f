import {
  closestPoint,
  controlPointsOf,
  type Curve,
  distance,
  evaluate,
  homogeneous,
  jetAtShare,
  jetBeyond,
  makeCurve,
  mirror,
  planeFrom,
  type Plane,
  reverse,
  translation,
  uniformKnots,
  vectorAt,
  type Vector3,
} from '@pencil-bend/core';
import { continuityInside, continuityOfEnds } from '@pencil-bend/core/reading';
import type { CommandCall } from '../command/registry';
import { done, refused } from '../command/step.fixture';
import { drawing, performed, points } from '../fixture';
import { keptJoints, plainRecipe } from '../project/plain';
import {
  emptyProject,
  fitRecipe,
  type Id,
  type Joint,
  type Leader,
  type Project,
  type Recipe,
} from '../project/project';
import { placeAt } from './reference';
import { controlRecipe, curveOf, fixSpacing } from '../recipe/fixSpacing';

const control = (degree: number, ...places: readonly Vector3[]): Recipe =>
  controlRecipe(makeCurve(degree, uniformKnots(degree, places.length), homogeneous(places.flat())), (i) => `c${i + 1}`);

const SPOUT = control(5, [0, 0, 0], [20, 12, 0], [45, 20, 4], [70, 15, 8], [95, 10, 6], [120, 14, 2], [140, 26, 0]);
const LIP = control(5, [143, 30, 2], [160, 38, 0], [178, 40, -3], [200, 30, -4], [220, 22, 0], [240, 20, 3], [255, 24, 5], [270, 30, 5]); // prettier-ignore
const LIVE = fitRecipe(points([143, 30, 2], [170, 44, 0], [205, 30, -4], [240, 22, 3], [270, 30, 5]), false);
const ARC: Recipe = { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'arc', start: [143, 30, 0], through: [170, 55, 0], end: [205, 60, 0] } }; // prettier-ignore
const LINE = control(1, [143, 30, 0], [190, 60, 0]);

const drawn = (recipes: Readonly<Record<Id, Recipe>>): Project =>
  performed(
    emptyProject('Joints'),
    ...Object.entries(recipes).map(([id, recipe]): CommandCall => drawing('curve', { id, recipe })),
  ).project;
const curve = (project: Project, id: Id): Curve => {
  const item = project.items[id];
  if (item?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return curveOf(plainRecipe(project, item)).curve;
};
const own = (project: Project, id: Id) => {
  const item = project.items[id];
  if (item?.kind !== 'curve') throw new Error(`no curve ${id}`);
  return item;
};
const toSpout: Leader = { kind: 'end', item: 'spout', end: 'end' };
const join = (
  level: Joint['level'],
  more: Partial<Extract<CommandCall, { command: 'joinEnd' }>['args']> = {},
): CommandCall => ({
  command: 'joinEnd',
  args: { item: 'lip', end: 'start', leader: toSpout, level, ...more },
});
const bend = (item: Id, point: Id, to: Vector3): CommandCall => ({
  command: 'movePoints',
  args: { item, moves: [{ point, to }] },
});
const BENT = bend('spout', 'c6', [122, 20, 6]);
const MOVED = bend('spout', 'c7', [138, 31, 1]);

/** Level reached by a curve's start on another's end, and whether all residuals vanish. */
function met(project: Project, level: number, leader = 'spout', follower = 'lip') {
  const figures = continuityOfEnds(curve(project, leader), 'end', curve(project, follower), 'start');
  expect(figures.gap).toBeLessThan(1e-9);
  if (level >= 1) expect(figures.angle).toBeLessThan(1e-9);
  if (level >= 2) expect(figures.curvature.share).toBeLessThan(1e-7);
  if (level >= 3) expect(figures.rate.share).toBeLessThan(1e-7);
  return figures;
}

/** What a value holds, whatever the order of its members. */
const sorted = (value: unknown): string =>
  JSON.stringify(value, (_, member: unknown) =>
    typeof member === 'object' && member !== null && !Array.isArray(member)
      ? Object.fromEntries(Object.entries(member).sort(([a], [b]) => (a < b ? -1 : 1)))
      : member,
  );

it('a level that rounding would decide is flagged and gives way to the one below', () => {
  const blunt = control(5, [140, 26, 0], [140.0004, 26.0002, 0], [178, 40, -3], [200, 30, -4], [220, 22, 0], [240, 20, 3], [270, 30, 5]); // prettier-ignore
  const { project } = done(drawn({ spout: SPOUT, lip: blunt }), join(3));
  const kept = keptJoints(project, 'lip').start;
  expect(kept?.level).toBe(1);
  expect(kept?.problem).toMatch(/^its control points there lie 0\.00\d+ mm apart: rounding decides how it bends$/);
  met(project, 1);
});

describe.each([
  ['control points', LIP],
  ['live fit points', LIVE],
  ['fit points of fixed spacing', fixSpacing({ ...LIVE, degree: 5 })],
  ['weights', controlRecipe(makeCurve(4, uniformKnots(4, 8), homogeneous(controlPointsOf(curveOf(LIP).curve), [1, 2, 0.7, 1, 1.5, 1, 2, 1])), (i) => `c${i + 1}`)], // prettier-ignore
] as const)('a joint of a curve of %s', (_, recipe) => {
  it.each([0, 1, 2, 3] as const)('G%d holds while the leader is bent and moved, however it spreads', (level) => {
    for (const spread of ['local', 'faded', 'rigid'] as const) {
      let { project } = done(drawn({ spout: SPOUT, lip: recipe }), join(level, { spread }));
      met(project, level);
      for (const call of [
        BENT,
        MOVED,
        {
          command: 'transformItems',
          args: { items: ['spout'], how: 'move', map: translation([3, -4, 2]) },
        } as CommandCall,
      ]) {
        ({ project } = done(project, call));
        met(project, level);
        expect(keptJoints(project, 'lip')).toEqual({ start: { level, problem: null } });
      }
    }
  });

  it('is what its recipe and its leader say, whatever came before', () => {
    const start = done(drawn({ spout: SPOUT, lip: recipe }), join(2)).project;
    const there = [BENT, MOVED].reduce((project, call) => done(project, call).project, start);
    const other = [MOVED, bend('spout', 'c6', [90, 90, 9]), BENT].reduce(
      (project, call) => done(project, call).project,
      start,
    );
    expect(curve(other, 'lip').points).toEqual(curve(there, 'lip').points);
    // And back again, to the last bit.
    const back = [bend('spout', 'c6', [120, 14, 2]), bend('spout', 'c7', [140, 26, 0])].reduce((project, call) => done(project, call).project, there); // prettier-ignore
    expect(curve(back, 'lip').points).toEqual(curve(start, 'lip').points);
    expect(own(back, 'lip')).toEqual(own(start, 'lip'));
  });

  it('goes up and down in its level without a trace in the free shape', () => {
    const one = done(drawn({ spout: SPOUT, lip: recipe }), join(1)).project;
    const set = (level: Joint['level']): CommandCall => ({
      command: 'setJoint',
      args: { item: 'lip', end: 'start', level },
    });
    const three = done(one, set(3));
    expect(three.title).toContain('to G3');
    met(three.project, 3);
    const again = done(three.project, set(1)).project;
    expect(curve(again, 'lip').points).toEqual(curve(one, 'lip').points);
  });

  it('binds both ends, and a drag of a point elsewhere is kept', () => {
    const tail = control(3, [290, 30, 5], [310, 40, 5], [330, 42, 3], [350, 30, 0]);
    let project = done(drawn({ spout: SPOUT, lip: recipe, tail }), join(2)).project;
    ({ project } = done(project, { command: 'joinEnd', args: { item: 'lip', end: 'end', leader: { kind: 'end', item: 'tail', end: 'start' }, level: 1 } })); // prettier-ignore
    ({ project } = done(project, MOVED));
    met(project, 2);
    const far = continuityOfEnds(curve(project, 'lip'), 'end', curve(project, 'tail'), 'start');
    expect(far.gap).toBeLessThan(1e-9);
    expect(far.angle).toBeLessThan(1e-9);
  });
});

describe('what an end can go on from', () => {
  const project = performed(
    drawn({ spout: SPOUT, lip: LIP, ring: { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'circle', centre: [0, 90, 0], radius: 40 } } }), // prettier-ignore
    drawing('line-guide', {
      id: 'base',
      guide: { kind: 'line', at: [100, -10, 0], direction: [0.6, 0.8, 0], symmetry: false },
    }),
    drawing('gauge-circle', { id: 'gauge', guide: { kind: 'circle', centre: [150, 0, 0], radius: 30 } }),
  ).project;

  it('the start of a curve, which is run out of backwards', () => {
    const { project: now } = done(project, join(3, { leader: { kind: 'end', item: 'spout', end: 'start' } }));
    const figures = continuityOfEnds(curve(now, 'spout'), 'start', curve(now, 'lip'), 'start');
    expect(figures.level).toBe(3);
  });

  it.each(['forward', 'backward'] as const)('a place along a curve, %s, at its share of the length', (sense) => {
    for (const item of ['spout', 'ring']) {
      let now = done(project, join(2, { leader: { kind: 'place', item, share: 0.4, sense } })).project;
      if (item === 'spout') now = done(now, BENT).project;
      const jet = jetAtShare(curve(now, item), 0.4, sense);
      const begun = jetBeyond(reverse(curve(now, 'lip')), 'end');
      expect(distance(begun?.point ?? [NaN, 0, 0], jet?.point ?? [0, 0, 0])).toBeLessThan(1e-9);
      expect(distance(begun?.curvature ?? [NaN, 0, 0], jet?.curvature ?? [0, 0, 0])).toBeLessThan(1e-9);
    }
  });

  it('a guide: a line runs straight on, a circle bends as it does', () => {
    const straight = done(
      project,
      join(3, { leader: { kind: 'guide', item: 'base', along: 50, sense: 'forward' } }),
    ).project;
    const places = controlPointsOf(curve(straight, 'lip'));
    for (let i = 0; i < 4; i++) {
      const [x, y] = vectorAt(places, i);
      expect((x - 130) * 0.8 - (y - 30) * 0.6).toBeCloseTo(0, 9);
    }
    let round = done(
      project,
      join(2, { leader: { kind: 'guide', item: 'gauge', along: 0, sense: 'backward' } }),
    ).project;
    expect(distance(evaluate(curve(round, 'lip'), 0), [180, 0, 0])).toBeLessThan(1e-12);
    ({ project: round } = done(round, { command: 'setGuide', args: { item: 'gauge', guide: { kind: 'circle', centre: [150, 0, 0], radius: 50 } } })); // prettier-ignore
    const { point, tangent, curvature } = jetBeyond(reverse(curve(round, 'lip')), 'end') ?? { point: [0, 0, 0], tangent: [0, 0, 0], curvature: [0, 0, 0] }; // prettier-ignore
    expect(distance(point, [200, 0, 0])).toBeLessThan(1e-12);
    // Out of the curve's start, so that it leaves the circle downwards.
    expect(tangent[1]).toBeCloseTo(1, 9);
    expect(curvature[0]).toBeCloseTo(-1 / 50, 9);
  });

  it.each([
    ['control points', LIP],
    ['live fit points', { ...LIVE, degree: 5 }],
  ] as const)('its own image across a plane: %s', (_kind, recipe) => {
    const plane: Plane = planeFrom([143, 0, 0], [1, 0, 0]);
    const before = drawn({ lip: recipe });
    const now = done(before, join(3, { leader: { kind: 'plane', at: [143, 0, 0], across: [1, 0, 0] } })).project;
    const figures = continuityOfEnds(mirror(curve(now, 'lip'), plane), 'start', curve(now, 'lip'), 'start');
    expect(figures.gap).toBeLessThan(1e-9);
    expect(figures.level).toBe(3);
    const turned = done(before, join(2, { leader: { kind: 'axis', at: [143, 30, 0], along: [0, 1, 0] } })).project;
    expect(keptJoints(turned, 'lip')).toEqual({ start: { level: 2, problem: null } });
  });

  it('another end that gives way as much: both meet halfway, and either can be edited', () => {
    const apart = done(project, join(2, { gives: 'both' })).project;
    met(apart, 2);
    const between = evaluate(curve(apart, 'lip'), 0);
    expect(distance(between, [141.5, 28, 1])).toBeLessThan(1e-9);
    expect(curve(apart, 'spout').points).not.toEqual(curve(project, 'spout').points);
    const edited = done(done(apart, bend('lip', 'c5', [221, 25, 1])).project, BENT).project;
    met(edited, 2);
    // Released, both stay as they are seen.
    const { project: free, title } = done(edited, { command: 'releaseJoint', args: { item: 'lip', end: 'start' } });
    expect(title).toBe('Release the start of Curve 2 and Curve 1');
    for (const id of ['lip', 'spout']) {
      curve(free, id).points.forEach((x, i) => expect(x).toBeCloseTo(curve(edited, id).points[i], 9));
    }
    // Without its follower the other one stays where it was seen.
    const alone = done(edited, { command: 'deleteItems', args: { items: ['lip'] } }).project;
    expect(curve(alone, 'spout').points).toEqual(curve(edited, 'spout').points);
  });
});

describe('a joint that cannot be', () => {
  const two = drawn({ spout: SPOUT, lip: LIP, third: control(5, [280, 30, 0], [290, 40, 0], [300, 40, 0], [310, 30, 0], [320, 30, 0], [330, 40, 0], [340, 42, 0], [350, 40, 0]) }); // prettier-ignore
  const joined = performed(two, join(2)).project;

  it('is refused in words with the names', () => {
    expect(refused(joined, join(1))).toBe('The start of Curve 2 follows Curve 1 already: release it first');
    expect(refused(two, join(1, { leader: { kind: 'end', item: 'lip', end: 'start' } }))).toBe('The start of Curve 2 cannot follow itself'); // prettier-ignore
    expect(refused(two, join(1, { leader: { kind: 'end', item: 'gone', end: 'start' } }))).toContain(
      "no curve or point 'gone'",
    );
    const ring: Recipe = { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'circle', centre: [0, 90, 0], radius: 40 } }; // prettier-ignore
    const round = performed(two, drawing('circle', { id: 'ring', recipe: ring })).project;
    expect(refused(round, join(1, { leader: { kind: 'end', item: 'ring', end: 'end' } }))).toBe('Curve 2 cannot go on from there: Circle 1 is closed and has no end'); // prettier-ignore
    expect(refused(round, join(1, { item: 'ring' }))).toBe('Circle 1 is closed and has no end');
    const kinked = drawn({ lip: LIP, spout: fitRecipe(points([0, 0, 0], [50, 40, 0], [100, 0, 0]).map((point, i) => (i === 1 ? { ...point, kink: true as const } : point)), false) }); // prettier-ignore
    expect(refused(kinked, join(1, { leader: { kind: 'place', item: 'spout', share: 0.5, sense: 'forward' } }))).toBe('Curve 1 cannot go on from there: Curve 2 has a kink there'); // prettier-ignore
    const image = performed(two, { command: 'mirrorItems', args: { items: ['lip'], id: 'm', about: { at: [0, 0, 0], across: [1, 0, 0] } } }).project; // prettier-ignore
    expect(refused(image, join(1, { item: 'm-1' }))).toContain('is made from others: let it go its own way first');
    expect(refused(two, { command: 'releaseJoint', args: { item: 'lip', end: 'end' } })).toBe('The end of Curve 2 is not joined'); // prettier-ignore
  });

  it('a circle by ends is refused with the names; a ring of curves whose ends do not depend on each other is none', () => {
    const follow = (item: Id, leader: Id, spread: 'local' | 'rigid' = 'local'): CommandCall => ({
      command: 'joinEnd',
      args: { item, end: 'start', leader: { kind: 'end', item: leader, end: 'end' }, level: 2, spread },
    });
    const ring = performed(two, follow('lip', 'spout'), follow('third', 'lip'), follow('spout', 'third')).project;
    for (const [a, b] of [['spout', 'lip'], ['lip', 'third'], ['third', 'spout']] as const) met(ring, 2, a, b); // prettier-ignore
    const rigid = performed(two, follow('lip', 'spout', 'rigid'), follow('third', 'lip', 'rigid')).project;
    expect(refused(rigid, follow('spout', 'third', 'rigid'))).toMatch(/Curve \d follows Curve \d, Curve \d follows Curve \d, Curve \d follows Curve \d: a circle$/); // prettier-ignore
    const live = drawn({ spout: SPOUT, lip: LIVE });
    const loop = performed(live, { command: 'joinEnd', args: { item: 'lip', end: 'start', leader: toSpout, level: 1 } }).project; // prettier-ignore
    expect(refused(loop, { command: 'joinEnd', args: { item: 'lip', end: 'end', leader: { kind: 'place', item: 'lip', share: 0.5, sense: 'forward' }, level: 0 } })).toBe('Curve 2 follows Curve 2: a circle'); // prettier-ignore
  });

  it('is flagged with the reason where a level cannot be kept, and never dropped', () => {
    const arc = performed(drawn({ spout: SPOUT, lip: ARC }), join(3)).project;
    const kept = keptJoints(arc, 'lip').start;
    expect(kept?.level).toBeLessThan(3);
    expect(kept?.problem).toMatch(/^an arc can follow with G\d.* and no further: make it a free curve$/);
    expect(own(arc, 'lip').joints?.start?.level).toBe(3);
    met(arc, kept?.level ?? 0);
    // What was said to help does.
    const free = performed(arc, { command: 'fixSpacing', args: { item: 'lip' } }, { command: 'setJoint', args: { item: 'lip', end: 'start', level: 3 } }).project; // prettier-ignore
    expect(keptJoints(free, 'lip')).toEqual({ start: { level: 3, problem: null } });
    met(free, 3);
    const line = performed(drawn({ spout: SPOUT, lip: LINE }), join(2)).project;
    expect(keptJoints(line, 'lip').start).toEqual({ level: 1, problem: 'a line can follow with G1 and no further: make it a free curve' }); // prettier-ignore
    met(line, 1);
    expect(curve(line, 'lip').degree).toBe(1);
  });

  it('brings in what it needs without moving the curve, and takes it back', () => {
    const few = control(2, [143, 30, 2], [200, 60, 0], [270, 30, 5]);
    const before = drawn({ spout: SPOUT, lip: few });
    const { project: now } = done(before, join(3));
    const item = own(now, 'lip');
    expect(item.joints?.start?.added).toEqual({ raised: 1, knots: [0.5] });
    met(now, 3);
    const less = done(now, { command: 'setJoint', args: { item: 'lip', end: 'start', level: 1 } }).project;
    expect(own(less, 'lip').joints?.start?.added).toEqual({ raised: 1, knots: [] });
    const back = done(now, { command: 'returnToFree', args: { item: 'lip', end: 'start' } }).project;
    const free = curve(before, 'lip');
    for (const u of [0, 0.3, 0.8, 1])
      expect(distance(evaluate(curve(back, 'lip'), u), evaluate(free, u))).toBeLessThan(1e-9);
    expect(own(back, 'lip').joints).toBeUndefined();
  });
});

describe('a bound point dragged', () => {
  const joined = performed(drawn({ spout: SPOUT, lip: LIP }), join(3)).project;

  it('goes where the joint lets it, and solving again leaves it there', () => {
    const at = vectorAt(controlPointsOf(curve(joined, 'lip')), 1);
    const { tangent } = jetBeyond(curve(joined, 'spout'), 'end') ?? { tangent: [0, 0, 0] };
    const to: Vector3 = [at[0] + 5 * tangent[0], at[1] + 5 * tangent[1], at[2] + 5 * tangent[2]];
    const { project } = done(joined, bend('lip', 'c2', to));
    met(project, 3);
    expect(distance(vectorAt(controlPointsOf(curve(project, 'lip')), 1), to)).toBeLessThan(1e-9);
    expect(own(project, 'lip').joints?.start?.freedoms).toBeUndefined();
  });

  it('typed freedoms are held, as a length or as a ratio to the chord', () => {
    for (const a of [{ mm: 80 }, { ratio: 0.5 }]) {
      const { project } = done(joined, { command: 'setJoint', args: { item: 'lip', end: 'start', freedoms: { a } } });
      const lip = curve(project, 'lip');
      const chord = distance(evaluate(lip, 0), evaluate(lip, 1));
      const speed = (5 * distance(vectorAt(controlPointsOf(lip), 1), evaluate(lip, 0))) / lip.knots[6];
      const wanted = 'mm' in a ? a.mm : a.ratio * chord;
      expect(Math.abs(speed / (wanted ?? 0) - 1)).toBeLessThan(0.02);
      met(project, 3);
      const auto = done(project, { command: 'setJoint', args: { item: 'lip', end: 'start', freedoms: null } }).project;
      expect(curve(auto, 'lip').points).toEqual(curve(joined, 'lip').points);
    }
  });
});

describe('what is done to joined curves', () => {
  const joined = performed(drawn({ spout: SPOUT, lip: LIP }), join(2)).project;
  const lipOf = (project: Project, id = 'lip') => own(project, id).joints;
  const sameShape = (project: Project, id = 'lip') => {
    for (const u of [0, 0.2, 0.7, 1]) expect(distance(evaluate(curve(project, id), u), evaluate(curve(joined, 'lip'), u))).toBeLessThan(1e-9); // prettier-ignore
  };

  it.each<[string, CommandCall, string, (project: Project) => void]>([
    [
      'the leader is deleted',
      { command: 'deleteItems', args: { items: ['spout'] } },
      'Delete Curve 1; Curve 2 has a joint or a tie less',
      (p) => {
        expect(lipOf(p)).toBeUndefined();
        sameShape(p);
      },
    ],
    [
      'the leader is turned',
      { command: 'reverseCurve', args: { item: 'spout' } },
      'Reverse Curve 1',
      (p) => {
        expect(lipOf(p)?.start?.leader).toEqual({ ...toSpout, end: 'start' });
        sameShape(p);
      },
    ],
    [
      'the leader is split',
      { command: 'splitCurve', args: { item: 'spout', u: 0.4, id: 'rest' } },
      'Split Curve 1',
      (p) => {
        expect(lipOf(p)?.start?.leader).toEqual({ ...toSpout, item: 'rest' });
        sameShape(p);
      },
    ],
    [
      'the leader is cut shorter at the joint',
      { command: 'shortenCurve', args: { item: 'spout', end: 'end', length: 9 } },
      'Shorten Curve 1; Curve 2 has a joint or a tie less',
      (p) => {
        expect(lipOf(p)).toBeUndefined();
        sameShape(p);
      },
    ],
    [
      'the follower is turned',
      { command: 'reverseCurve', args: { item: 'lip' } },
      'Reverse Curve 2',
      (p) => {
        expect(lipOf(p)?.end?.leader).toEqual(toSpout);
        expect(lipOf(p)?.start).toBeUndefined();
      },
    ],
    [
      'the follower is split',
      { command: 'splitCurve', args: { item: 'lip', u: 0.4, id: 'rest' } },
      'Split Curve 2',
      (p) => {
        expect(lipOf(p)?.start?.leader).toEqual(toSpout);
        expect(lipOf(p, 'rest')).toBeUndefined();
        met(p, 2);
      },
    ],
    [
      'the follower is cut shorter at its joint',
      { command: 'shortenCurve', args: { item: 'lip', end: 'start', length: 9 } },
      'Shorten Curve 2; Curve 2 has a joint or a tie less',
      (p) => expect(lipOf(p)).toBeUndefined(),
    ],
    [
      'both become one',
      { command: 'joinCurves', args: { first: 'spout', firstEnd: 'end', second: 'lip', secondEnd: 'start' } },
      'Make one of Curve 1 and Curve 2',
      (p) => expect(lipOf(p, 'spout')).toBeUndefined(),
    ],
    [
      'the follower is deleted',
      { command: 'deleteItems', args: { items: ['lip'] } },
      'Delete Curve 2',
      (p) => expect(curve(p, 'spout')).toEqual(curve(joined, 'spout')),
    ],
    [
      'both are moved',
      { command: 'transformItems', args: { items: ['lip', 'spout'], how: 'move', map: translation([5, 6, 7]) } },
      'Move Curve 2 and Curve 1',
      (p) => {
        met(p, 2);
        expect(distance(evaluate(curve(p, 'lip'), 1), [275, 36, 12])).toBeLessThan(1e-9);
      },
    ],
    [
      'the follower alone is moved',
      { command: 'transformItems', args: { items: ['lip'], how: 'move', map: translation([5, 6, 7]) } },
      'Move Curve 2',
      (p) => {
        met(p, 2);
        expect(distance(evaluate(curve(p, 'lip'), 1), [275, 36, 12])).toBeLessThan(1e-9);
      },
    ],
    [
      'a copy is made',
      { command: 'copyItems', args: { items: ['lip'], how: 'copy', id: 'k', maps: [translation([0, 0, 0])] } },
      'Copy Curve 2',
      (p) => {
        expect(lipOf(p, 'k-1')).toBeUndefined();
        sameShape(p, 'k-1');
      },
    ],
    [
      'a mirror is made',
      { command: 'mirrorItems', args: { items: ['lip'], id: 'm', about: { at: [0, 0, 0], across: [0, 0, 1] } } },
      'Mirror Curve 2',
      (p) => expect(distance(evaluate(curve(p, 'm-1'), 1), [270, 30, -5])).toBeLessThan(1e-9),
    ],
    [
      'it is made its own mirror',
      { command: 'renameItem', args: { item: 'lip', name: 'Lip' } },
      'Rename Curve 2 to Lip',
      (p) => sameShape(p),
    ],
    [
      'it goes to another layer',
      { command: 'copyAsReference', args: { items: ['lip'], id: 'r', layer: 'refs', name: 'Reference' } },
      'Copy Curve 2 to Reference as reference',
      (p) => {
        expect(lipOf(p, 'r-1')).toBeUndefined();
        sameShape(p, 'r-1');
      },
    ],
  ])('%s', (_, call, title, sees) => {
    // prettier-ignore
    const after = done(joined, call);
    expect(after.title).toBe(title);
    sees(after.project);
  });

  it('pasted with its leader it follows the copy, without it it is as it was seen', () => {
    const paste = (...items: { from: Id; item: never }[]): CommandCall => ({
      command: 'paste',
      args: { id: 'v', layer: 'sheet', plane: 'front', map: translation([0, 0, 30]), items },
    });
    const both = done(joined, paste({ from: 'spout', item: own(joined, 'spout') as never }, { from: 'lip', item: own(joined, 'lip') as never })).project; // prettier-ignore
    expect(own(both, 'v-2').joints?.start?.leader).toEqual({ ...toSpout, item: 'v-1' });
    met(both, 2, 'v-1', 'v-2');
    met(done(both, bend('v-1', 'c6', [122, 20, 36])).project, 2, 'v-1', 'v-2');
  });

  it('meets once: as smooth, and later let alone', () => {
    const { project, title } = done(drawn({ spout: SPOUT, lip: LIP }), { command: 'meetOnce', args: { item: 'lip', end: 'start', leader: toSpout, level: 3 } }); // prettier-ignore
    expect(title).toBe('Let Curve 2 and Curve 1 meet once with G3');
    met(project, 3);
    expect(own(project, 'lip').joints).toBeUndefined();
    expect(curve(done(project, BENT).project, 'lip').points).toEqual(curve(project, 'lip').points);
  });

  it('a chain is followed to its end', () => {
    const ids = Array.from({ length: 12 }, (_, i) => `k${i}`);
    const places = (i: number): Vector3[] =>
      Array.from({ length: 8 }, (_k, j) => [40 * i + 5 * j, 6 * Math.sin(i + j / 3), j % 2]);
    for (const spread of ['faded', 'rigid'] as const) {
      const chain = performed(
        drawn(Object.fromEntries(ids.map((id, i) => [id, control(5, ...places(i))]))),
        ...ids.slice(1).map((id, i): CommandCall => ({ command: 'joinEnd', args: { item: id, end: 'start', leader: { kind: 'end', item: ids[i], end: 'end' }, level: 3, spread } })), // prettier-ignore
      ).project;
      const bent = done(chain, bend('k0', 'c7', [31, 4, 3])).project;
      ids.slice(1).forEach((id, i) => met(bent, 3, ids[i], id));
      // Faded, the far end of each stays: only the first follower changes.
      const changed = ids.filter((id) => curve(bent, id) !== curve(chain, id) && sorted([...curve(bent, id).points]) !== sorted([...curve(chain, id).points])); // prettier-ignore
      expect(changed.length).toBe(spread === 'faded' ? 2 : 12);
    }
  });
});

describe('a blend', () => {
  const lip = control(5, [190, 60, 2], [205, 70, 0], [220, 74, -3], [240, 70, -4], [260, 62, 0], [270, 60, 3]);
  const apart = drawn({ spout: SPOUT, lip });
  const blend: CommandCall = { command: 'drawBlend', args: { id: 'b', first: { item: 'spout', end: 'end', level: 2 }, second: { item: 'lip', end: 'start', level: 3 } } }; // prettier-ignore
  const between = (project: Project) => {
    expect(continuityOfEnds(curve(project, 'spout'), 'end', curve(project, 'b'), 'start').level).toBeGreaterThanOrEqual(
      2,
    );
    expect(continuityOfEnds(curve(project, 'b'), 'end', curve(project, 'lip'), 'start').level).toBe(3);
  };

  it('goes on from both ends while either is edited, and with what is joined to it', () => {
    const { project, title } = done(apart, blend);
    expect(title).toBe('Blend Curve 1 and Curve 2');
    expect(project.items['b'].name).toBe('Blend 1');
    between(project);
    between(done(project, BENT).project);
    between(done(project, bend('lip', 'c2', [204, 74, 2])).project);
    const set = done(project, { command: 'setBlend', args: { item: 'b', first: { item: 'spout', end: 'end', level: 3, magnitude: { ratio: 1.4 } }, second: { item: 'lip', end: 'start', level: 3 }, ratio: null } }).project; // prettier-ignore
    between(set);
    expect(curve(set, 'b').degree).toBe(7);
  });

  it('goes on from places along curves, which stay at their share of the length, whichever way the curve runs', () => {
    const from = (share: number, sense: 'forward' | 'backward') => ({ item: 'spout', share, sense, level: 2 }) as const;
    const placed: CommandCall = { command: 'drawBlend', args: { id: 'b', first: from(0.6, 'forward'), second: { item: 'lip', share: 0.25, sense: 'forward', level: 1 } } }; // prettier-ignore
    const { project, title } = done(apart, placed);
    expect(title).toBe('Blend Curve 1 and Curve 2');
    const leaves = (within: Project, share: number) => {
      const spout = curve(within, 'spout');
      const u = closestPoint(spout, placeAt(spout, share)).u;
      return continuityInside(spout, u, curve(within, 'b'), 'start').level;
    };
    expect(leaves(project, 0.6)).toBeGreaterThanOrEqual(2);
    expect(leaves(done(project, BENT).project, 0.6)).toBeGreaterThanOrEqual(2);
    const turned = done(project, { command: 'reverseCurve', args: { item: 'spout' } }).project;
    expect(turned.items['b']).toMatchObject({
      recipe: { first: { share: expect.closeTo(0.4, 9), sense: 'backward' } },
    });
    expect([...curve(turned, 'b').points]).toEqual([...curve(project, 'b').points].map((x) => expect.closeTo(x, 6)));
    const gone = done(project, { command: 'deleteItems', args: { items: ['spout'] } });
    expect(gone.title).toBe('Delete Curve 1; Blend 1 is a blend no longer');
    const two = {
      command: 'drawBlend',
      args: { id: 'x', first: from(0.6, 'forward'), second: from(0.6, 'forward') },
    } as const;
    expect(refused(apart, two)).toBe('A blend needs two ends, or places');
  });

  it('keeps its shape without one of them, and is a curve of its own once it is edited', () => {
    const { project } = done(apart, blend);
    const gone = done(project, { command: 'deleteItems', args: { items: ['lip'] } });
    expect(gone.title).toBe('Delete Curve 2; Blend 1 is a blend no longer');
    expect(curve(gone.project, 'b').points).toEqual(curve(project, 'b').points);
    const edited = done(project, bend('b', 'c3', [160, 50, 2]));
    expect(edited.title).toBe('Move control point 3 of Blend 1; Blend 1 is a blend no longer');
    const turned = done(project, { command: 'reverseCurve', args: { item: 'lip' } }).project;
    expect(curve(turned, 'b').points).toEqual(curve(project, 'b').points);
    const released = done(project, { command: 'releaseMirror', args: { item: 'b' } });
    expect(released.title).toBe('Let Blend 1 go its own way');
  });

  it('is refused from where nothing goes on, and from itself', () => {
    const { project } = done(apart, blend);
    const again = (args: object) => refused(project, { ...blend, args: { ...blend.args, ...args } } as CommandCall);
    expect(again({ id: 'x', second: { item: 'spout', end: 'end', level: 1 } })).toBe(
      'A blend needs two ends, or places',
    );
    expect(again({ id: 'x', second: { item: 'gone', end: 'end', level: 1 } })).toContain("'gone'");
    const loop = refused(project, { command: 'setBlend', args: { item: 'b', first: { item: 'b', end: 'end', level: 1 }, second: { item: 'lip', end: 'start', level: 1 }, ratio: null } }); // prettier-ignore
    expect(loop).toBe('Blend 1 is a blend from Blend 1: a circle');
  });
});
