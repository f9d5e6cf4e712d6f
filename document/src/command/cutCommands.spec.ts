import { arcLength, circle, type Curve, deviation, distance, domainOf, evaluate, FRONT, homogeneous, lineBetween, makeCurve, rectangle, regularPolygon, reparameterise, type Vector3 } from '@pencil-bend/core'; // prettier-ignore
import { archProject, performed, stamp } from '../fixture';
import { emptyProject, fitRecipe, type Project } from '../project/project';
import { plainItem } from '../project/plain';
import { controlRecipe, curveOf, fixSpacing } from '../recipe/fixSpacing';
import { fitPointsOf } from '../recipe/makeLive';
import { titleOf } from './titleOf';
import { perform } from './perform';
import type { CommandCall } from './registry';

const sheet = { layer: 'sheet', plane: 'front' } as const;
const draw = (id: string, curve: Curve): CommandCall => ({
  command: 'drawItems',
  args: { ...sheet, shape: 'curve', items: [{ id, recipe: controlRecipe(curve, (i) => `c${i + 1}`) }] },
});
const line = (id: string, from: Vector3, to: Vector3) => draw(id, lineBetween(from, to));
const recipeIn = (project: Project, id: string) => {
  const item = plainItem(project, project.items[id]);
  if (item.kind !== 'curve') throw new Error(`${id} is no curve`);
  return item.recipe;
};
const curveIn = (project: Project, id: string): Curve => curveOf(recipeIn(project, id)).curve;
const done = (...calls: CommandCall[]) => performed(emptyProject('Cut'), ...calls).project;
const refusal = (project: Project, call: CommandCall): string => {
  const outcome = perform(project, call, stamp());
  return outcome.ok ? 'done' : outcome.failure;
};
const lengthOf = (project: Project, id: string) => arcLength(curveIn(project, id)).total;
const endsOf = (curve: Curve) => domainOf(curve).map((u) => evaluate(curve, u).map((x) => Number(x.toFixed(9)) + 0));

describe('cutting', () => {
  it('splits a curve through points into two that lie on it, and joins them to it again', () => {
    const whole = curveIn(archProject(), 'arch');
    const { project } = performed(archProject(), { command: 'splitCurve', args: { item: 'arch', u: 0.3, id: 'rest' } });
    expect(distance(evaluate(curveIn(project, 'arch'), 0.2), evaluate(whole, 0.2))).toBeLessThan(1e-12);
    expect(distance(evaluate(curveIn(project, 'rest'), 0.7), evaluate(whole, 0.7))).toBeLessThan(1e-12);
    expect(fitPointsOf(recipeIn(project, 'rest')).map(({ at: [x] }) => x)).toHaveLength(3);
    const { project: again } = performed(project, { command: 'joinCurves', args: { first: 'rest', firstEnd: 'start', second: 'arch', secondEnd: 'end' } }); // prettier-ignore
    expect(Object.keys(again.items)).toEqual(['rest']);
    expect(deviation(curveIn(again, 'rest'), whole).max).toBeLessThan(1e-9);
    expect(fitPointsOf(recipeIn(again, 'rest'))).toHaveLength(4);
  });

  it('trims to what crosses: the middle out of a line, an arc out of a circle', () => {
    const project = done(
      line('low', [0, 0, 0], [100, 0, 0]),
      line('a', [30, -5, 0], [30, 5, 0]),
      line('b', [70, -5, 0], [70, 5, 0]),
    );
    const { project: cut } = performed(project, { command: 'trimCurve', args: { item: 'low', u: 0.5, by: null, id: 'right' } }); // prettier-ignore
    expect(endsOf(curveIn(cut, 'low'))).toEqual([[0, 0, 0], [30, 0, 0]]); // prettier-ignore
    expect(endsOf(curveIn(cut, 'right'))).toEqual([[70, 0, 0], [100, 0, 0]]); // prettier-ignore
    const round = done(draw('ring', circle(FRONT, [0, 0, 0], 10)), line('chord', [-20, 0, 0], [20, 0, 0]));
    const { project: half } = performed(round, { command: 'trimCurve', args: { item: 'ring', u: 0.25, by: ['chord'], id: 'x' } }); // prettier-ignore
    // What is left is the lower half of the circle: π r.
    expect(lengthOf(half, 'ring')).toBeCloseTo(10 * Math.PI, 9);
    expect(evaluate(curveIn(half, 'ring'), 0.75)[1]).toBeCloseTo(-10, 9);
    // A stretch over the start of the circle goes as a whole, from whichever side of it it was picked.
    const upright = done(draw('ring', circle(FRONT, [0, 0, 0], 10)), line('chord', [0, -20, 0], [0, 20, 0]));
    for (const u of [0.1, 0.9]) {
      const { project: left } = performed(upright, { command: 'trimCurve', args: { item: 'ring', u, by: null, id: 'x' } }); // prettier-ignore
      expect(lengthOf(left, 'ring')).toBeCloseTo(10 * Math.PI, 9);
      expect(endsOf(curveIn(left, 'ring'))).toEqual([[0, 10, 0], [0, -10, 0]]); // prettier-ignore
    }
    // Also where several others cross: only the stretch between the nearest goes.
    const many = performed(upright, line('second', [6, -20, 0], [6, 20, 0])).project;
    for (const u of [0.05, 0.95]) {
      const { project: left } = performed(many, { command: 'trimCurve', args: { item: 'ring', u, by: null, id: 'x' } }); // prettier-ignore
      expect(endsOf(curveIn(left, 'ring'))).toEqual([[6, 8, 0], [6, -8, 0]]); // prettier-ignore
    }
  });

  it('joins a curve to itself: its last point, which met the first, is one with it', () => {
    const places: Vector3[] = [[0, 0, 0], [30, 10, 0], [20, 40, 0], [-10, 20, 0], [0, 0, 0]]; // prettier-ignore
    const ring = fitRecipe(
      places.map((at, i) => ({ id: `p${i + 1}`, at })),
      false,
    );
    for (const recipe of [ring, fixSpacing(ring)]) {
      const project = done({
        command: 'drawItems',
        args: { ...sheet, shape: 'curve', items: [{ id: 'ring', recipe }] },
      });
      const { project: joined } = performed(project, { command: 'joinCurves', args: { first: 'ring', firstEnd: 'end', second: 'ring', secondEnd: 'start' } }); // prettier-ignore
      expect(curveIn(joined, 'ring').closing).toBe('clamped-closed');
      expect(fitPointsOf(recipeIn(joined, 'ring')).map(({ id }) => id)).toEqual(['p1', 'p2', 'p3', 'p4']);
      expect(refusal(project, { command: 'joinCurves', args: { first: 'ring', firstEnd: 'end', second: 'ring', secondEnd: 'end' } })).toBe('An end of Curve 1 cannot be joined to itself'); // prettier-ignore
    }
  });

  it('does not join ends of one curve that lie apart, and says by how much', () => {
    const project = done(line('low', [0, 0, 0], [100, 0, 0]));
    expect(refusal(project, { command: 'joinCurves', args: { first: 'low', firstEnd: 'end', second: 'low', secondEnd: 'start' } })).toBe('The ends of Curve 1 lie 100 mm apart, more than the tolerance of 0.01 mm'); // prettier-ignore
  });

  it('trims a closed curve whose parameters begin anywhere', () => {
    const round = reparameterise(circle(FRONT, [0, 0, 0], 10), 5, 9);
    const project = done(draw('ring', round), line('chord', [0, -20, 0], [0, 20, 0]), line('second', [6, -20, 0], [6, 20, 0])); // prettier-ignore
    for (const u of [5.2, 8.8]) {
      const { project: left } = performed(project, { command: 'trimCurve', args: { item: 'ring', u, by: null, id: 'x' } }); // prettier-ignore
      expect(endsOf(curveIn(left, 'ring'))).toEqual([[6, 8, 0], [6, -8, 0]]); // prettier-ignore
    }
  });

  it('says which curve has no end to join, and which no direction to go on in', () => {
    const stuck = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 10, 0, 0, 10, 0, 0]));
    const project = done(
      line('low', [0, 0, 0], [100, 0, 0]),
      draw('ring', circle(FRONT, [0, 0, 0], 10)),
      draw('stuck', stuck),
    );
    for (const [first, second] of [
      ['low', 'ring'],
      ['ring', 'low'],
    ]) {
      // prettier-ignore
      const call: CommandCall = { command: 'joinCurves', args: { first, firstEnd: 'end', second, secondEnd: 'start' } };
      expect(refusal(project, call)).toBe('Curve 2 is closed and has no end to join');
    }
    expect(refusal(project, { command: 'extendCurve', args: { item: 'stuck', end: 'end', how: 'straight', reach: { item: 'low' } } })).toBe('The curve stands still at its end and has no direction there'); // prettier-ignore
    expect(refusal(project, { command: 'extendCurve', args: { item: 'low', end: 'end', how: 'straight', reach: { point: [50, 9, 0] } } })).toBe('The place lies behind the end of Curve 1'); // prettier-ignore
    expect(refusal(project, { command: 'pinPoints', args: { item: 'low', points: ['nowhere'], axis: 0, pinned: true } })).toBe("There is no point 'nowhere' in this curve"); // prettier-ignore
  });

  it('says when nothing crosses, and changes nothing', () => {
    const project = done(line('low', [0, 0, 0], [100, 0, 0]), line('far', [0, 9, 0], [100, 9, 0]));
    expect(refusal(project, { command: 'trimCurve', args: { item: 'low', u: 0.5, by: null, id: 'x' } })).toBe('Nothing crosses Curve 1 there'); // prettier-ignore
    expect(refusal(project, { command: 'extendCurve', args: { item: 'low', end: 'end', how: 'straight', reach: { item: 'far' } } })).toBe('The continuation of Curve 1 never meets Curve 2'); // prettier-ignore
    expect(refusal(project, { command: 'shortenCurve', args: { item: 'low', end: 'end', length: 100 } })).toBe('Curve 1 is 100 mm long: 100 mm cannot be taken off'); // prettier-ignore
    expect(refusal(project, { command: 'joinCurves', args: { first: 'low', firstEnd: 'end', second: 'far', secondEnd: 'start' } })).toMatch(/^The ends lie 100 mm apart/); // prettier-ignore
    expect(refusal(project, { command: 'filletCorner', args: { first: 'low', second: 'far', near: [0, 0, 0], radius: 5, id: 'x' } })).toBe('Curve 1 and Curve 2 do not meet: the nearest end lies 9 mm away'); // prettier-ignore
  });

  it('extends three ways to another curve, and ends on it', () => {
    const wall = line('wall', [90, -200, 0], [90, 200, 0]);
    for (const how of ['straight', 'arc', 'own'] as const) {
      const before = performed(archProject(), wall).project;
      const { project } = performed(before, { command: 'extendCurve', args: { item: 'arch', end: 'end', how, reach: { item: 'wall' } } }); // prettier-ignore
      const [, [x]] = endsOf(curveIn(project, 'arch'));
      expect(x).toBeCloseTo(90, 6);
      expect(deviation(curveIn(before, 'arch'), curveIn(project, 'arch')).max).toBeGreaterThan(0);
      expect(distance(evaluate(curveIn(project, 'arch'), 0.5), evaluate(curveIn(before, 'arch'), 0.5))).toBeLessThan(1e-9); // prettier-ignore
    }
  });

  it('rounds the corner of two lines, and one corner of a rectangle, which stays closed', () => {
    const two = done(line('a', [0, 0, 0], [50, 0, 0]), line('b', [50, 0, 0], [50, 40, 0]));
    const { project } = performed(two, { command: 'filletCorner', args: { first: 'a', second: 'b', near: [50, 0, 0], radius: 8, id: 'arc' } }); // prettier-ignore
    expect(lengthOf(project, 'arc')).toBeCloseTo(4 * Math.PI, 9);
    expect(lengthOf(project, 'a')).toBeCloseTo(42, 9);
    const box = done(draw('box', rectangle(FRONT, [0, 0, 0], 60, 40)));
    for (const near of [
      [60, 40, 0],
      [0, 0, 0],
    ] as const) {
      const { project: rounded } = performed(box, { command: 'filletCorner', args: { first: 'box', second: 'box', near, radius: 10, id: 'x' } }); // prettier-ignore
      expect(curveIn(rounded, 'box').closing).toBe('clamped-closed');
      // 2 (60 + 40) less two tangent lengths, and a quarter of a circle.
      expect(lengthOf(rounded, 'box')).toBeCloseTo(200 - 20 + 5 * Math.PI, 9);
    }
    // A hexagon of edge 10: its corners turn by 60°, so r tan 30° goes twice and r π/3 comes.
    const nut = done(draw('nut', regularPolygon(FRONT, [3, 4, 0], 6, 10)));
    const soft = performed(nut, { command: 'filletCorner', args: { first: 'nut', second: 'nut', near: [8, 13, 0], radius: 2, id: 'x' } }).project; // prettier-ignore
    expect(curveIn(soft, 'nut').closing).toBe('clamped-closed');
    expect(lengthOf(soft, 'nut')).toBeCloseTo(60 - 4 / Math.sqrt(3) + (2 * Math.PI) / 3, 9);
    const cut: CommandCall = { command: 'chamferCorner', args: { first: 'box', second: 'box', near: [60, 0, 0], setbacks: [3, 4], id: 'x' } }; // prettier-ignore
    expect(lengthOf(performed(box, cut).project, 'box')).toBeCloseTo(200 - 7 + 5, 9);
    expect(refusal(box, { command: 'filletCorner', args: { first: 'box', second: 'box', near: [60, 40, 0], radius: 500, id: 'x' } })).toMatch(/^No arc of radius 500 mm fits/); // prettier-ignore
  });

  it('offsets to both sides, divides evenly, and draws midway', () => {
    const ring = done(draw('ring', circle(FRONT, [0, 0, 0], 10)));
    const { project } = performed(ring, { command: 'offsetCurve', args: { item: 'ring', by: [2, -3], corners: 'round', id: 'o' } }); // prettier-ignore
    expect(lengthOf(project, 'o-1')).toBeCloseTo(16 * Math.PI, 6);
    expect(lengthOf(project, 'o-2')).toBeCloseTo(26 * Math.PI, 6);
    expect(refusal(ring, { command: 'offsetCurve', args: { item: 'ring', by: [11], corners: 'round', id: 'o' } })).toMatch(/bends or comes too near/); // prettier-ignore
    const { project: divided } = performed(ring, { command: 'divideCurve', args: { item: 'ring', into: { count: 4 }, id: 'd' } }); // prettier-ignore
    const third = divided.items['d-3'];
    expect(third.kind === 'point' && third.at[0]).toBeCloseTo(-10, 9);
    // Drawn the other way round, the second line still runs beside the first.
    const pair = done(line('a', [0, 0, 0], [50, 0, 0]), line('b', [50, 20, 0], [0, 20, 0]));
    const { project: middle } = performed(pair, { command: 'midwayCurve', args: { first: 'a', second: 'b', id: 'm' } });
    expect(evaluate(curveIn(middle, 'm'), 0.5)[1]).toBeCloseTo(10, 6);
  });
});

describe('mirrors', () => {
  const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
  const mirrored = performed(archProject(), { command: 'mirrorItems', args: { items: ['arch'], id: 'm', about } }).project; // prettier-ignore
  const isMirror = (project: Project) => {
    const item = project.items['m-1'];
    return item.kind === 'curve' && item.recipe.kind === 'mirror';
  };
  const image = ([x, y, z]: Vector3): Vector3 => [-x, y, z];

  it('follow their original, and an edit of the mirror is one of the original', () => {
    const edits: CommandCall[] = [
      { command: 'movePoints', args: { item: 'arch', moves: [{ point: 'p2', to: [33, 25, 0] }] } },
      { command: 'movePoints', args: { item: 'm-1', moves: [{ point: 'p1', to: [-5, -2, 0] }] } },
      { command: 'reverseCurve', args: { item: 'm-1' } },
      { command: 'raiseDegree', args: { item: 'm-1' } },
    ];
    const { project } = performed(mirrored, ...edits);
    expect(isMirror(project)).toBe(true);
    const [a, b] = [curveIn(project, 'arch'), curveIn(project, 'm-1')];
    for (const u of [0, 0.3, 1]) expect(distance(image(evaluate(a, u)), evaluate(b, u))).toBeLessThan(1e-12);
    fitPointsOf(recipeIn(project, 'arch'))
      .at(-1)
      ?.at.forEach((x, c) => expect(x).toBeCloseTo([5, -2, 0][c], 12));
  });

  it('and their original moved together in one step: what is named first has the last word', () => {
    const [own, its] = [
      { item: 'arch', moves: [{ point: 'p1', to: [3, 4, 0] as const }] },
      { item: 'm-1', moves: [{ point: 'p1', to: [3, 4, 0] as const }] },
    ];
    const first = (project: Project) => fitPointsOf(recipeIn(project, 'arch'))[0].at;
    const byOriginal = performed(mirrored, { command: 'movePoints', args: { ...own, also: [its] } });
    expect(first(byOriginal.project)).toEqual([3, 4, 0]);
    expect(titleOf(byOriginal.log[0].title)).toBe('Move 2 points of Curve 1 and Curve, mirror 1');
    const byMirror = performed(mirrored, { command: 'movePoints', args: { ...its, also: [own] } });
    expect(first(byMirror.project)).toEqual([-3, 4, 0]);
    expect(isMirror(byMirror.project)).toBe(true);
  });

  it.each([
    ['deleted', { command: 'deleteItem', args: { item: 'arch' } }],
    ['split', { command: 'splitCurve', args: { item: 'arch', u: 0.5, id: 'x' } }],
  ] as const)('keep their last shape when the original is %s, and the step says so', (_what, call) => {
    const { project, log } = performed(mirrored, call);
    expect(isMirror(project)).toBe(false);
    expect(curveIn(project, 'm-1').points).toEqual(curveIn(mirrored, 'm-1').points);
    expect(titleOf(log[0].title)).toContain('Curve, mirror 1 is a mirror no longer');
  });

  it('go along when the original is carried, and are let go when carried alone', () => {
    const map = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 7, 0] } as const;
    const along = performed(mirrored, {
      command: 'transformItems',
      args: { items: ['arch', 'm-1'], how: 'move', map },
    });
    expect(isMirror(along.project)).toBe(true);
    expect(evaluate(curveIn(along.project, 'm-1'), 0)[1]).toBe(7);
    const alone = performed(mirrored, { command: 'transformItems', args: { items: ['m-1'], how: 'move', map } });
    expect(titleOf(alone.log[0].title)).toContain('is a mirror no longer');
    expect(isMirror(alone.project)).toBe(false);
  });

  it('cannot be changed while they, or their originals, lie on a locked layer', () => {
    const { project } = performed(
      mirrored,
      { command: 'addLayer', args: { id: 'safe', name: 'Safe' } },
      { command: 'arrange', args: { items: ['arch'], layer: 'safe', before: null } },
      { command: 'setLayer', args: { layer: 'safe', locked: true } },
    );
    const words = 'Curve 1 lies on the layer Safe, which is locked';
    for (const call of [
      { command: 'movePoints', args: { item: 'm-1', moves: [{ point: 'p1', to: [-5, -2, 0] }] } },
      { command: 'deleteItem', args: { item: 'arch' } },
      { command: 'transformItems', args: { items: ['arch'], how: 'move', map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 7, 0] } } }, // prettier-ignore
      { command: 'splitCurve', args: { item: 'arch', u: 0.5, id: 'x' } },
    ] as CommandCall[]) {
      expect(refusal(project, call)).toBe(words);
    }
  });

  it('can be read where they lie on a locked layer, as other curves can', () => {
    const { project } = performed(
      mirrored,
      line('free', [0, 50, 0], [100, 50, 0]),
      { command: 'addLayer', args: { id: 'safe', name: 'Safe' } },
      { command: 'arrange', args: { items: ['arch', 'm-1'], layer: 'safe', before: null } },
      { command: 'setLayer', args: { layer: 'safe', locked: true } },
    );
    for (const second of ['arch', 'm-1']) {
      expect(refusal(project, { command: 'midwayCurve', args: { first: 'free', second, id: 'between' } })).toBe('done');
    }
  });
});
