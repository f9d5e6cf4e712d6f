import { straightStretches } from '@pencil-bend/core';
import { controlIds } from '../command/items';
import { insertControlPoint, removeControlPoint, setWeights, straighten } from './editControlPoints';
import { curveOf, fixSpacing } from './fixSpacing';
import { fit, moved, pulled, RECIPES } from './recipes.fixture';

describe('control points', () => {
  it.each(RECIPES)('are added on a leg of a curve %s without moving it', (_name, recipe) => {
    const before = fixSpacing(recipe);
    const more = insertControlPoint(recipe, 1, 0.3);
    expect(more.points).toHaveLength(before.points.length + 1);
    expect(moved(recipe, more)).toBeLessThan(1e-9);
    const [from, to] = [before.points[1].at, before.points[2].at];
    const share = ({ at }: (typeof more.points)[number]) => (at[0] - from[0]) / (to[0] - from[0]);
    expect(Math.min(...more.points.map((point) => Math.abs(share(point) - 0.3)))).toBeLessThan(1e-9);
  });

  it.each(RECIPES)('are taken out of a curve %s, and the others stay, with their ids', (_name, recipe) => {
    const before = fixSpacing(recipe);
    const third = before.points[2].id;
    const less = removeControlPoint(recipe, third);
    const places = new Map(before.points.map(({ id, at }) => [id, at]));
    expect(less.points.map(({ id }) => id)).not.toContain(third);
    for (const { id, at } of less.points) expect(at).toEqual(places.get(id));
    expect(less.points).toHaveLength(before.points.length - 1);
  });

  it('take weights, also those of a curve whose spacing was live', () => {
    const heavy = setWeights(fit(), [{ point: 'c3', weight: 4 }]);
    expect(heavy.points.map(({ weight }) => weight).filter((weight) => weight !== 1)).toEqual([4]);
    expect(moved(fit(), heavy)).toBeGreaterThan(0.1);
    expect(() => setWeights(fit(), [{ point: 'p3', weight: 4 }])).toThrow("There is no control point 'p3'");
  });

  it('in line make a straight stretch', () => {
    const straight = straighten(pulled(), ['c2', 'c5']);
    expect(straightStretches(curveOf(straight).curve, 1e-9)).toHaveLength(1);
    expect(straight.points[1].at).toEqual(pulled().points[1].at);
    expect(() => straighten(pulled(), ['c2', 'c4'])).toThrow('takes 4 control points in a row');
    const folded = { ...pulled(), points: pulled().points.map((point, i) => (i === 4 ? { ...point, at: pulled().points[1].at } : point)) }; // prettier-ignore
    expect(() => straighten(folded, ['c2', 'c5'])).toThrow('lie in one place');
  });

  it('cannot be added between knots that stand as often as they can, nor all be taken out', () => {
    expect(() => insertControlPoint(fit(), 99, 0.5)).toThrow('leg: a whole number from 0 to');
    const line = fit({}, [[0, 0, 0], [9, 0, 0]]); // prettier-ignore
    expect(() => removeControlPoint(line, controlIds(line)[0])).toThrow('needs its last 2 control points');
  });
});
