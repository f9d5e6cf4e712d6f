import { domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import { type FitRecipe, fitRecipe } from '../project/project';
import { insertFitPoint, removeFitPoint, setKink } from './editFitPoints';
import { curveOf, fixSpacing } from './fixSpacing';
import { setTangent } from './setTangent';
import { movePoints } from './movePoints';
import { keepSymmetry, makeSymmetric, mirroredPlace } from './symmetry';

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
    const left = symmetric(keepSymmetry(made, movePoints(made, [{ point: 'p1', to: [-25, 2, 0] }])));
    expect(placesOf(left).at(-1)).toEqual([45, 2]);
    const right = symmetric(keepSymmetry(made, movePoints(made, [{ point: last, to: [50, -3, 0] }])));
    expect(placesOf(right)[0]).toEqual([-30, -3]);
    const both = movePoints(made, [{ point: 'p1', to: [-21, 1, 0] }, { point: last, to: [99, 9, 0] }]); // prettier-ignore
    expect(placesOf(symmetric(keepSymmetry(made, both))).at(-1)).toEqual([41, 1]);
  });

  it('keeps a point of the plane in it', () => {
    const crowned = makeSymmetric(fit(false, [-20, 0, 0], [10, 18, 0], [33, 1, 0]), ABOUT);
    const moved = keepSymmetry(crowned, movePoints(crowned, [{ point: 'p2', to: [12, 21, 0] }]));
    expect(placesOf(symmetric(moved))[1]).toEqual([10, 21]);
  });

  it('holds tangents and kinks on both sides', () => {
    const constrained = symmetric(keepSymmetry(made, setTangent(made, last, { direction: [1, -2, 0] })));
    expect(constrained.points[0].tangent?.direction.map((x) => x + 0)).toEqual([1, 2, 0]);
    expect(lopsided(constrained)).toBeLessThan(1e-12);
    const kinked = symmetric(keepSymmetry(made, setKink(made, 'p2', true)));
    expect(kinked.points.map(({ kink }) => kink ?? false)).toEqual([false, true, false, false, true, false]);
  });

  it('adds and takes out in pairs', () => {
    const more = symmetric(keepSymmetry(made, insertFitPoint(made, 0.1, 'new')));
    expect(more.points).toHaveLength(8);
    expect(lopsided(more)).toBeLessThan(1e-12);
    const fewer = symmetric(keepSymmetry(made, removeFitPoint(made, 'p2')));
    expect(placesOf(fewer)).toEqual([[-20, 0], [4, 20], [16, 20], [40, 0]]); // prettier-ignore
  });

  it('refuses to take out the last point with its image', () => {
    const last = makeSymmetric(fit(false, [-20, 0, 0], [30, 3, 0]), ABOUT);
    expect(last.points).toHaveLength(2);
    const none = { ...last, points: last.points.slice(1) };
    expect(() => keepSymmetry(last, none)).toThrow('the curve needs its last ones');
    const ring = makeSymmetric(fit(true, [-20, 0, 0], [10, 20, 0], [40, 0, 0]), ABOUT);
    expect(() => keepSymmetry(ring, { ...ring, points: ring.points.filter(({ at: [x] }) => x > -20) })).toThrow(
      'the curve needs its last ones',
    );
  });

  it('refuses what would hold the spacing', () => {
    expect(() => keepSymmetry(made, fixSpacing(made))).toThrow('let go of its symmetry first');
  });
});
