import { closestPoint, type Curve, distance } from '@pencil-bend/core';
import { performed } from '../fixture';
import type { CommandCall } from '../command/registry';
import { emptyProject, isDerived, type Project, type Recipe } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { isClosed } from '../recipe/editEnds';
import { RECIPES } from '../recipe/recipes.fixture';
import { endsOf, placeAt } from './reference';
import { livesOn } from './livesOn';

const drawn = (recipe: Recipe): Project =>
  performed(emptyProject('Lives on'), {
    command: 'drawItems',
    args: { layer: 'sheet', plane: 'front', shape: 'curve', items: [{ id: 'a', recipe }] },
  }).project;

const curves = ({ items }: Project): Record<string, Curve> =>
  Object.fromEntries(
    Object.entries(items).map(([id, item]) => {
      if (item.kind !== 'curve' || isDerived(item.recipe)) throw new Error(`${id} is no curve of its own`);
      return [id, curveOf(item.recipe).curve];
    }),
  );

const SHARES = [0.02, 0.11, 0.3, 0.5, 0.72, 0.97];
const TOLERANCE = 1e-6;

/** What happens to a curve, in commands of its middle parameter. */
const CHANGES: readonly (readonly [string, (u: number) => readonly CommandCall[], 'open' | 'closed' | 'any'])[] = [
  ['split', (u) => [{ command: 'splitCurve', args: { item: 'a', u, id: 'b' } }], 'any'],
  ['run the other way', () => [{ command: 'reverseCurve', args: { item: 'a' } }], 'any'],
  ['shortened', () => [{ command: 'shortenCurve', args: { item: 'a', end: 'start', length: 20 } }], 'open'],
  ['opened', () => [{ command: 'openCurve', args: { item: 'a', id: 'more' } }], 'closed'],
  ['begun elsewhere', (u) => [{ command: 'moveSeam', args: { item: 'a', u } }], 'closed'],
  [
    'split and made one again',
    (u) => [
      { command: 'splitCurve', args: { item: 'a', u, id: 'b' } },
      { command: 'joinCurves', args: { first: 'b', firstEnd: 'start', second: 'a', secondEnd: 'end' } },
    ],
    'open',
  ],
];

describe.each(CHANGES)('a curve that is %s', (name, calls, which) => {
  const suited = RECIPES.filter(
    ([kind, recipe]) =>
      (which === 'any' || isClosed(recipe) === (which === 'closed')) &&
      // A seam stays at a kink.
      !(name === 'begun elsewhere' && kind.includes('kink')),
  );

  it.each(suited)('%s: places and ends are where they were, or gone where nothing is left of them', (_kind, recipe) => {
    const before = curveOf(recipe).curve;
    const u = before.knots[before.degree] + 0.41 * (before.knots[before.knots.length - 1 - before.degree] - before.knots[before.degree]); // prettier-ignore
    const heirs = curves(performed(drawn(recipe), ...calls(u)).project);
    const found = SHARES.map((share) => {
      const at = placeAt(before, share);
      const lives = livesOn({ kind: 'place', item: 'a', share }, before, heirs, TOLERANCE);
      if (!lives) return Math.min(...Object.values(heirs).map((curve) => closestPoint(curve, at).distance)) > TOLERANCE;
      return distance(placeAt(heirs[lives.item], lives.share), at) < 1e-5;
    });
    expect(found).toEqual(SHARES.map(() => true));
    for (const { end, at, beyond } of endsOf(before)) {
      const lives = livesOn({ kind: 'end', item: 'a', end }, before, heirs, TOLERANCE);
      const there = Object.values(heirs).flatMap((curve) => endsOf(curve)).filter((other) => distance(other.at, at) < TOLERANCE); // prettier-ignore
      expect(lives === null).toBe(there.length === 0);
      if (!lives) continue;
      const now = endsOf(heirs[lives.item]).find((each) => each.end === lives.end);
      expect(distance(now?.at ?? [NaN, 0, 0], at)).toBeLessThan(TOLERANCE);
      expect(distance(now?.beyond ?? [NaN, 0, 0], beyond)).toBeLessThan(1e-4);
    }
  });
});

it('an end is not taken for another that meets it there, from the other side', () => {
  const [, recipe] = RECIPES[0];
  const before = curveOf(recipe).curve;
  const u = before.knots[5];
  const { a, b } = curves(performed(drawn(recipe), { command: 'splitCurve', args: { item: 'a', u, id: 'b' } }).project);
  // The first part's end, of which only the second part is left.
  expect(livesOn({ kind: 'end', item: 'a', end: 'end' }, a, { b }, TOLERANCE)).toBeNull();
  expect(livesOn({ kind: 'end', item: 'a', end: 'end' }, a, { a, b }, TOLERANCE)).toEqual({ kind: 'end', item: 'a', end: 'end' }); // prettier-ignore
});
