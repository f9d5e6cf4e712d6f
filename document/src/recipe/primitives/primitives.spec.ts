import {
  type Affine,
  arcCentre,
  arcLength,
  closestPoint,
  type Curve,
  curvatureAt,
  deviation,
  distance,
  domainOf,
  evaluate,
  length,
  mirroring,
  rotation,
  scaling,
  subtract,
  transform,
  translation,
  type Vector3,
} from '@pencil-bend/core';
import fc from 'fast-check';
import { real, vectors } from '../../../../core/src/linear/real.fixture';
import { CommandError } from '../../commandError';
import type { Primitive, PrimitiveRecipe } from '../../project/project';
import { isClosed, reverseCurve } from '../editEnds';
import { asFree, curveOf } from '../fixSpacing';
import { movePoints } from '../movePoints';
import { resolveRecipe } from '../resolve';
import { transformed } from '../transformed';
import { givenBy, waysToGive } from './givenBy';
import { describe as described, givensOf, linesOf, wordOf } from '../givenRecipes';
import { figuresOf, setFigure } from './table';

/** On a plane that lies askew, so that nothing holds for the sheet alone. */
const [c, s] = [Math.cos(0.4), Math.sin(0.4)];
const axes = { x: [c, 0, s], y: [0, 1, 0] } as const;
const on = (x: number, y: number): Vector3 => [7 + c * x, -3 + y, 2 + s * x];
const given = (shape: Primitive): PrimitiveRecipe => ({ kind: 'primitive', ...axes, shape });

const SHAPES: readonly (readonly [string, PrimitiveRecipe])[] = [
  ['circle by radius', given({ kind: 'circle', centre: on(0, 0), radius: 30 })],
  ['circle by diameter', given({ kind: 'circle-across', from: on(-10, 4), to: on(40, 9) })],
  ['circle through places', given({ kind: 'circle-through', a: on(0, 0), b: on(30, 0), c: on(0, 40) })],
  ['arc through places', given({ kind: 'arc', start: on(0, 0), through: on(20, 25), end: on(50, 5) })],
  ['arc about a centre', given({ kind: 'arc-about', centre: on(1, 2), radius: 18, sweep: 220 })],
  ['ellipse', given({ kind: 'ellipse', centre: on(5, 5), alongX: 40, alongY: 15 })],
  ['rectangle', given({ kind: 'rectangle', corner: on(-5, -5), width: 60, height: 25 })],
  ['polygon', given({ kind: 'polygon', centre: on(0, 10), sides: 7, radius: 22, reaches: 'corners' })],
  ['polygon by sides', given({ kind: 'polygon', centre: on(0, 10), sides: 5, radius: 22, reaches: 'sides' })],
  ['conic', given({ kind: 'conic', start: on(0, 0), apex: on(20, 50), end: on(60, 10), fullness: 0.6 })],
  ['parabola', given({ kind: 'parabola', vertex: on(0, 0), focalLength: 6, from: -30, to: 20 })],
];

const curve = (recipe: PrimitiveRecipe): Curve => curveOf(recipe).curve;
const sizeOf = (recipe: PrimitiveRecipe) => arcLength(curve(recipe)).total;
const at = (recipe: PrimitiveRecipe, id: string): Vector3 => {
  const found = givensOf(recipe).find((each) => each.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found.at;
};
const figure = (recipe: PrimitiveRecipe, name: string): number => figuresOf(recipe).find((each) => each.name === name)?.value ?? NaN; // prettier-ignore

describe.each(SHAPES)('%s', (_name, recipe) => {
  it('has words, handles and lines between them', () => {
    expect(wordOf(recipe)).toMatch(/^[a-z]+$/);
    expect(described(recipe)).toMatch(/^[A-Z]/);
    const ids = givensOf(recipe).map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const ends of linesOf(recipe)) expect(ids).toEqual(expect.arrayContaining([...ends]));
  });

  it('is the same curve, to rounding, once it is free', () => {
    const free = asFree(recipe);
    expect(free.kind).toBe('control');
    const [now, was] = [curveOf(free).curve, curve(recipe)];
    expect([now.degree, now.knots, now.closing]).toEqual([was.degree, was.knots, was.closing]);
    now.points.forEach((x, i) => expect(Math.abs(x - was.points[i])).toBeLessThan(1e-13));
    expect(isClosed(free)).toBe(isClosed(recipe));
  });

  it('takes each handle to where it is put, and is still what it is', () => {
    for (const { id, at: from } of givensOf(recipe)) {
      // In its plane, by a little.
      const to = subtract(from, subtract([0, 0, 0], subtract(on(1.5, 0.75), on(0, 0))));
      const moved = movePoints(recipe, [{ point: id, to }]) as PrimitiveRecipe;
      expect([id, moved.kind, moved.shape.kind]).toEqual([id, 'primitive', recipe.shape.kind]);
      // A half axis keeps its direction, the shoulder of a conic its line.
      const along = recipe.shape.kind === 'ellipse' && id === 'y' ? distance(at(moved, 'centre'), at(moved, id)) : null;
      if (along !== null) expect(along).not.toBeCloseTo(15, 3);
      else if (id === 'shoulder') expect(figure(moved, 'fullness')).not.toBeCloseTo(0.6, 4);
      else if (recipe.shape.kind === 'arc-about' && id === 'end') {
        const way = (place: Vector3) => subtract(place, at(moved, 'centre'));
        const [a, b] = [way(at(moved, id)), way(to)];
        expect(distance(a, b.map((x) => (x * length(a)) / length(b)) as never)).toBeLessThan(1e-9);
      } else expect(distance(at(moved, id), to)).toBeLessThan(1e-9);
      expect(resolveRecipe(moved).ok).toBe(true);
    }
  });

  it('takes typed figures, and has them then', () => {
    for (const { name, unit, value } of figuresOf(recipe)) {
      const other = unit === 'count' ? value + 1 : unit === 'share' ? 0.4 : unit === 'degrees' ? 75 : value * 1.25;
      const made = setFigure(recipe, name, other);
      expect([name, figure(made, name)]).toEqual([name, expect.closeTo(other, 9)]);
      expect(() => setFigure(recipe, name, unit === 'degrees' ? NaN : 0)).toThrow();
    }
    expect(() => setFigure(recipe, 'nothing', 3)).toThrow(CommandError);
  });

  it('is itself under similarities, to rounding; under other maps a free curve', () => {
    const size = sizeOf(recipe);
    const maps: Affine[] = [
      translation([100, -20, 7]),
      rotation([0.3, 0.2, 1], 1.1),
      mirroring({ origin: [3, 0, 0], x: [0.6, 0.8, 0], y: [0, 0, 1] }),
      scaling(0.4, [1, 1, 1]),
    ];
    let [now, image] = [recipe, curve(recipe)];
    for (const map of maps) {
      now = transformed(now, map) as PrimitiveRecipe;
      image = transform(image, map);
      expect(now.kind).toBe('primitive');
      for (const share of [0, 0.13, 0.5, 0.77, 1]) {
        const u = share * domainOf(image)[1];
        const v = share * domainOf(curve(now))[1];
        expect(distance(evaluate(curve(now), v), evaluate(image, u))).toBeLessThan(1e-11 * size);
      }
    }
    const stretched = transformed(recipe, { x: [2, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] });
    expect(stretched.kind).toBe('control');
  });

  it('runs the other way, and back', () => {
    const turned = reverseCurve(recipe);
    expect(turned).toMatchObject({ kind: 'primitive', reversed: true });
    const [first, last] = domainOf(curve(recipe));
    for (const share of [0.1, 0.6]) {
      const [u, v] = [first + share * (last - first), last - share * (last - first)];
      expect(distance(evaluate(curveOf(turned).curve, u), evaluate(curve(recipe), v))).toBeLessThan(1e-12 * sizeOf(recipe)); // prettier-ignore
    }
    expect(reverseCurve(turned)).toEqual(recipe);
  });

  it('can be given otherwise where there is another way, and is the same', () => {
    for (const way of waysToGive(recipe.shape)) {
      const made = givenBy(recipe, way);
      expect(made.shape.kind).toBe(way);
      expect(deviation(curve(made), curve(recipe)).max).toBeLessThan(1e-9);
      expect(distance(evaluate(curve(made), 0), evaluate(curve(recipe), 0))).toBeLessThan(1e-9);
    }
  });
});

const radiusAt = (recipe: PrimitiveRecipe, u: number) => 1 / curvatureAt(curve(recipe), u).kappa;

describe('what is known of shapes', () => {
  it('a circle through the corners of a right triangle has half the hypotenuse for radius (Thales; common practice)', () => {
    expect(figure(SHAPES[2][1], 'radius')).toBeCloseTo(25, 12);
  });

  it('a half circle over its chord turns by 180 degrees; a quarter has a radius of its chord over the root of 2', () => {
    const half = given({ kind: 'arc', start: on(-10, 0), through: on(0, 10), end: on(10, 0) });
    expect([figure(half, 'radius'), figure(half, 'sweep')]).toEqual([expect.closeTo(10, 12), expect.closeTo(180, 10)]);
    const quarter = setFigure(half, 'sweep', 90);
    expect(figure(quarter, 'radius')).toBeCloseTo(20 / Math.SQRT2, 11);
    expect(distance(at(quarter, 'start'), at(half, 'start'))).toBe(0);
  });

  it('an ellipse is tightest at the ends of its long axis: b²/a (do Carmo, Differential Geometry of Curves and Surfaces, 1-5)', () => {
    expect(radiusAt(SHAPES[5][1], 0)).toBeCloseTo(15 ** 2 / 40, 10);
  });

  it('a parabola has twice its focal length for radius at the vertex (common practice)', () => {
    const recipe = SHAPES[10][1];
    const { u } = closestPoint(curve(recipe), at(recipe, 'vertex'));
    expect(radiusAt(recipe, u)).toBeCloseTo(12, 8);
  });

  it('circles stay round to rounding through a hundred turns and drags', () => {
    let told = 0;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(vectors(500), real(-3, 3), real(0.2, 4)), { minLength: 1, maxLength: 100 }),
        (moves) => {
          // prettier-ignore
          let now = SHAPES[0][1];
          for (const [place, angle, factor] of moves) {
            now = transformed(now, rotation([1, 2, 3], angle, place)) as PrimitiveRecipe;
            now = setFigure(now, 'radius', Math.min(1e4, Math.max(1, figure(now, 'radius') * factor)));
          }
          const radius = figure(now, 'radius');
          const centre = at(now, 'centre');
          const size = Math.max(radius, length(centre));
          for (const u of [0, 0.2, 0.45, 0.71]) {
            expect(Math.abs(distance(evaluate(curve(now), u), centre) - radius)).toBeLessThan(1e-12 * size);
          }
          told++;
        },
      ),
      { numRuns: 30 },
    );
    expect(told).toBe(30);
  });

  it('says what gives no shape', () => {
    const flat = given({ kind: 'circle-through', a: on(0, 0), b: on(10, 0), c: on(30, 0) });
    expect(resolveRecipe(flat)).toMatchObject({ ok: false, failure: { message: 'The places lie in line: no arc goes through them' } }); // prettier-ignore
    const none = given({ kind: 'circle-across', from: on(1, 1), to: on(1, 1) });
    expect(resolveRecipe(none)).toMatchObject({ ok: false, failure: { message: 'The diameter must be more than 0' } });
    expect(() => movePoints(SHAPES[0][1], [{ point: 'rim', to: on(0, 0) }])).toThrow('The radius must be more than 0');
    expect(() => setFigure(SHAPES[7][1], 'sides', 2)).toThrow('3 to 200 sides, not 2');
    expect(() => givenBy(SHAPES[5][1], 'circle')).toThrow('cannot be given so');
    expect(arcCentre(curve(SHAPES[9][1]))).toBeNull();
  });
});
