import { domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import { type ControlRecipe, type FitRecipe, fitRecipe, type Recipe } from '../project/project';
import { insertControlPoint, removeControlPoint, setWeights } from './editControlPoints';
import { raiseDegree } from './editDegree';
import { reverseCurve } from './editEnds';
import { insertKnot, setRange } from './editKnots';
import { insertFitPoint, removeFitPoint, setKink } from './editFitPoints';
import { asFree, curveOf, fixSpacing } from './fixSpacing';
import { setTangent } from './setTangent';
import { makeLive } from './makeLive';
import { bendAt, movePoints } from './movePoints';
import { moved } from './recipes.fixture';
import { resolveRecipe } from './resolve';
import { mirroredPlace } from './mirroredPlace';
import { keepSymmetry, makeSymmetric } from './symmetry';

const ABOUT = { at: [10, 0, 0], across: [1, 0, 0] } as const;
const fit = (closed: boolean, ...places: readonly Vector3[]): FitRecipe =>
  fitRecipe(places.map((at, i) => ({ id: `p${i + 1}`, at })), closed); // prettier-ignore

const HALF = fit(false, [-20, 0, 0], [-8, 14, 0], [4, 20, 0], [30, 3, 0]);

/** How far the curve is from its own mirror image, at most, in mm. */
function lopsided(recipe: FitRecipe): number {
  const { curve } = curveOf(recipe);
  const [first, last] = domainOf(curve);
  let most = 0;
  for (let i = 0; i <= 100; i++) {
    const [a, b] = [first + ((last - first) * i) / 100, last - ((last - first) * i) / 100];
    const image = mirroredPlace(ABOUT, evaluate(curve, a));
    const there = evaluate(curve, b);
    most = Math.max(most, Math.hypot(image[0] - there[0], image[1] - there[1], image[2] - there[2]));
  }
  return most;
}

const placesOf = ({ points }: FitRecipe) => points.map(({ at: [x, y] }) => [x, y]);
const symmetric = (after: ReturnType<typeof keepSymmetry>): FitRecipe => {
  if (after.kind !== 'fit') throw new Error('a curve through points');
  return after;
};

describe('makeSymmetric', () => {
  it('keeps the half on the side of the start and makes the other its image', () => {
    const made = makeSymmetric(HALF, ABOUT);
    expect(placesOf(made)).toEqual([[-20, 0], [-8, 14], [4, 20], [16, 20], [28, 14], [40, 0]]); // prettier-ignore
    expect(new Set(made.points.map(({ id }) => id)).size).toBe(6);
    expect(lopsided(made)).toBeLessThan(1e-12);
  });

  it('lets a point in the plane be the middle of both halves', () => {
    const made = makeSymmetric(fit(false, [-20, 0, 0], [0, 14, 0], [10, 18, 0], [33, 1, 0]), ABOUT);
    expect(placesOf(made)).toEqual([[-20, 0], [0, 14], [10, 18], [20, 14], [40, 0]]); // prettier-ignore
  });

  it('makes a closed curve symmetric, wherever its seam is', () => {
    const places: readonly Vector3[] = [
      [0, -20, 0],
      [-6, 0, 0],
      [2, 16, 0],
      [25, 9, 0],
      [22, -14, 0],
    ];
    for (const turn of [0, 2, 4]) {
      const made = makeSymmetric(fit(true, ...places.slice(turn), ...places.slice(0, turn)), ABOUT);
      const around = new Set(placesOf(made).map(String));
      for (const [x, y] of placesOf(made)) expect(around.has(String([20 - x, y]))).toBe(true);
    }
  });

  it.each([
    ['a curve with held spacing', fixSpacing(HALF), 'Only a curve through points with live spacing'],
    ['a curve on one side', fit(false, [-20, 0, 0], [0, 9, 0]), 'does not reach across'],
    ['a curve in the mirror', fit(false, [10, 0, 0], [10, 9, 0]), 'lies in the mirror itself'],
  ])('refuses %s', (_what, recipe, words) => {
    expect(() => makeSymmetric(recipe, ABOUT)).toThrow(words);
  });
});

describe('keepSymmetry', () => {
  const made = makeSymmetric(HALF, ABOUT);
  const last = made.points[5].id;

  it('moves the partner along, whichever of the two was moved, and of both the first', () => {
    const left = symmetric(keepSymmetry(made, (it) => movePoints(it, [{ point: 'p1', to: [-25, 2, 0] }])));
    expect(placesOf(left).at(-1)).toEqual([45, 2]);
    const right = symmetric(keepSymmetry(made, (it) => movePoints(it, [{ point: last, to: [50, -3, 0] }])));
    expect(placesOf(right)[0]).toEqual([-30, -3]);
    const both = movePoints(made, [{ point: 'p1', to: [-21, 1, 0] }, { point: last, to: [99, 9, 0] }]); // prettier-ignore
    expect(placesOf(symmetric(keepSymmetry(made, () => both))).at(-1)).toEqual([41, 1]);
  });

  it('keeps a point of the plane in it', () => {
    const crowned = makeSymmetric(fit(false, [-20, 0, 0], [10, 18, 0], [33, 1, 0]), ABOUT);
    const moved = keepSymmetry(crowned, (it) => movePoints(it, [{ point: 'p2', to: [12, 21, 0] }]));
    expect(placesOf(symmetric(moved))[1]).toEqual([10, 21]);
  });

  it('holds tangents and kinks on both sides', () => {
    const constrained = symmetric(keepSymmetry(made, (it) => setTangent(asFree(it), last, { direction: [1, -2, 0] })));
    expect(constrained.points[0].tangent?.direction.map((x) => x + 0)).toEqual([1, 2, 0]);
    expect(lopsided(constrained)).toBeLessThan(1e-12);
    const kinked = symmetric(keepSymmetry(made, (it) => setKink(asFree(it), 'p2', true)));
    expect(kinked.points.map(({ kink }) => kink ?? false)).toEqual([false, true, false, false, true, false]);
  });

  it('adds and takes out in pairs', () => {
    const more = symmetric(keepSymmetry(made, (it) => insertFitPoint(asFree(it), 0.1, 'new')));
    expect(more.points).toHaveLength(8);
    expect(lopsided(more)).toBeLessThan(1e-12);
    const fewer = symmetric(keepSymmetry(made, (it) => removeFitPoint(asFree(it), 'p2')));
    expect(placesOf(fewer)).toEqual([[-20, 0], [4, 20], [16, 20], [40, 0]]); // prettier-ignore
  });

  it('refuses to take out the last point with its image', () => {
    const last = makeSymmetric(fit(false, [-20, 0, 0], [30, 3, 0]), ABOUT);
    expect(last.points).toHaveLength(2);
    const none = { ...last, points: last.points.slice(1) };
    expect(() => keepSymmetry(last, () => none)).toThrow('the curve needs its last ones');
    const ring = makeSymmetric(fit(true, [-20, 0, 0], [10, 20, 0], [40, 0, 0]), ABOUT);
    expect(() => keepSymmetry(ring, () => ({ ...ring, points: ring.points.filter(({ at: [x] }) => x > -20) }))).toThrow(
      'the curve needs its last ones',
    );
  });
});

describe('a curve with held spacing that is its own mirror', () => {
  const made = makeSymmetric(HALF, ABOUT);
  const fixed = (recipe: Recipe): ControlRecipe => {
    if (recipe.kind !== 'control') throw new Error('held spacing');
    return recipe;
  };
  const held = fixed(keepSymmetry(made, (it) => fixSpacing(it)));
  /** To the last bit: points, weights and the places of knots from both ends. */
  const expectSymmetric = (recipe: ControlRecipe) => {
    const { points, knots } = recipe;
    const last = points.length - 1;
    points.forEach(({ at, weight }, i) => {
      if (2 * i < last) expect([mirroredPlace(ABOUT, at), weight]).toEqual([points[last - i].at, points[last - i].weight]); // prettier-ignore
    });
    const [first, end] = [knots[0], knots[knots.length - 1]];
    knots.forEach((knot, i) => expect(Math.abs(knot - first - (end - knots[knots.length - 1 - i]))).toBeLessThan(1e-12)); // prettier-ignore
    expect(recipe.symmetry).toEqual(ABOUT);
    expect(resolveRecipe(recipe).ok).toBe(true);
  };

  it('is the same curve, and can be made live again', () => {
    expect(moved(made, held)).toBeLessThan(1e-9);
    expectSymmetric(held);
    const live = keepSymmetry(held, (it) => makeLive(it));
    expect(live).toMatchObject({ kind: 'fit', symmetry: ABOUT });
    expect(moved(live, made)).toBeLessThan(1e-9);
  });

  it.each<[string, (it: Recipe) => Recipe, number]>([
    ['a control point that moves', (it) => movePoints(it, [{ point: held.points[1].id, to: [-30, 9, 0] }]), 0],
    ['one of the other half', (it) => movePoints(it, [{ point: held.points[6].id, to: [44, 9, 0] }]), 0],
    ['a fit point that moves', (it) => movePoints(it, [{ point: 'p2', to: [-11, 16, 0] }]), 0],
    ['a weight', (it) => setWeights(it, [{ point: held.points[2].id, weight: 2 }]), 0],
    ['a knot that comes', (it) => insertKnot(it, 0.21), 2],
    ['a knot in the middle', (it) => insertKnot(it, 0.5), 1],
    ['a control point that comes', (it) => insertControlPoint(it, 1, 0.4), 2],
    ['a control point that goes', (it) => removeControlPoint(it, held.points[2].id), -2],
    ['a fit point that comes', (it) => insertFitPoint(asFree(it), 0.17, 'new'), 2],
    ['a degree more', (it) => raiseDegree(it), 5],
    ['a bend', (it) => bendAt(it, 0.3, [0, 22, 0]), 0],
    ['being run through backwards', (it) => reverseCurve(it), 0],
    ['another range', (it) => setRange(it, 2, 9), 0],
  ])('takes %s on both sides', (_what, edit, more) => {
    const after = fixed(keepSymmetry(held, edit));
    expectSymmetric(after);
    expect(after.points.length - held.points.length).toBe(more);
  });

  it('goes through both places it is bent to', () => {
    const { curve } = curveOf(keepSymmetry(held, (it) => bendAt(it, 0.3, [0, 22, 0])));
    expect(evaluate(curve, 0.3)).toEqual([expect.closeTo(0, 6), expect.closeTo(22, 6), 0]);
    expect(evaluate(curve, 0.7)).toEqual([expect.closeTo(20, 6), expect.closeTo(22, 6), 0]);
  });

  it('of live spacing is held by the first edit that needs it', () => {
    const after = fixed(keepSymmetry(made, (it) => movePoints(it, [{ point: held.points[1].id, to: [-30, 9, 0] }])));
    expectSymmetric(after);
  });

  it('cannot be closed on one side of the mirror only: its seam has to lie in it', () => {
    const ring = makeSymmetric(fit(true, [-20, 0, 0], [0, 20, 0], [25, 22, 0], [30, -9, 0]), ABOUT);
    expect(() => keepSymmetry(ring, (it) => fixSpacing(it))).toThrow('unless its seam lies in the mirror');
    const apex = makeSymmetric(fit(true, [10, 30, 0], [-20, 0, 0], [0, -20, 0], [30, -9, 0]), ABOUT);
    const from = apex.points.findIndex(({ at: [x] }) => Math.abs(x - 10) < 1e-9);
    const turned = { ...apex, points: [...apex.points.slice(from), ...apex.points.slice(0, from)] };
    expect(keepSymmetry(turned, (it) => fixSpacing(it))).toMatchObject({ kind: 'control', symmetry: ABOUT });
  });
});
