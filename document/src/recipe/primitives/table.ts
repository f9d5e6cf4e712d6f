import { type Affine, type Curve, dot, reverse, scale, subtract, unit } from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import type { Primitive, PrimitiveRecipe } from '../../project/project';
import { arcAboutCentre, arcThroughThree } from './arcs';
import { circleAbout, circleAcross, circleThroughThree } from './circles';
import { conic, parabola } from './conics';
import { ellipse } from './ellipse';
import { polygon, rectangle } from './polygons';
import { directed, placed } from '../affine';
import type { GivenKind } from '../givenRecipes';
import type { Axes, Figure, Placed, PrimitiveKind } from './primitiveKind';

/** Every kind of exact shape. */
const KINDS: { readonly [Kind in Primitive['kind']]: PrimitiveKind<Extract<Primitive, { readonly kind: Kind }>> } = {
  circle: circleAbout,
  'circle-across': circleAcross,
  'circle-through': circleThroughThree,
  arc: arcThroughThree,
  'arc-about': arcAboutCentre,
  ellipse,
  rectangle,
  polygon,
  conic,
  parabola,
};

const kindOf = ({ kind }: Primitive) => KINDS[kind] as unknown as PrimitiveKind<Primitive>;
const axesOf = ({ x, y }: PrimitiveRecipe): Axes => ({ x, y });
const withPlaced = (recipe: PrimitiveRecipe, { shape, axes }: Placed): PrimitiveRecipe => ({
  ...recipe,
  ...axes,
  shape,
});

/** The curve of a shape. Throws a `CommandError` or a `RangeError` in words for what gives none. */
export function curveOfPrimitive(recipe: PrimitiveRecipe): Curve {
  const curve = kindOf(recipe.shape).curve(recipe.shape, axesOf(recipe));
  return recipe.reversed ? reverse(curve) : curve;
}

/** What an exact shape is to whatever asks curves that are edited by what they are given by. */
export const primitiveKind: GivenKind<PrimitiveRecipe> = {
  word: ({ shape }) => kindOf(shape).word,
  description: ({ shape }) => kindOf(shape).description(shape),
  curve: curveOfPrimitive,
  handles: (recipe) => kindOf(recipe.shape).handles(recipe.shape, axesOf(recipe)),
  lines: ({ shape }) => kindOf(shape).lines,
  moved: (recipe, handle, to) =>
    withPlaced(recipe, kindOf(recipe.shape).moved({ shape: recipe.shape, axes: axesOf(recipe) }, handle, to)),
  reversed: ({ reversed: was, ...shape }) => (was ? shape : { ...shape, reversed: true }),
  mapped: (recipe, map, factor) => {
    const shape = kindOf(recipe.shape).mapped(recipe.shape, (at) => placed(map, at), factor);
    return withPlaced(recipe, { shape, axes: axesMapped(recipe, map) });
  },
  problem: ({ x, y }) => (areAxes({ x, y }) ? null : 'x and y must be unit vectors at right angles'),
};

/** Unit vectors at right angles under a similarity, and so again. */
function axesMapped({ x, y }: PrimitiveRecipe, map: Affine): Axes {
  const along = unit(directed(map, x));
  const across = directed(map, y);
  return { x: along, y: unit(subtract(across, scale(along, dot(along, across)))) };
}

/** Unit vectors at right angles, to 1e-9. */
export const areAxes = ({ x, y }: Axes): boolean =>
  [dot(x, x) - 1, dot(y, y) - 1, dot(x, y)].every((off) => Math.abs(off) <= 1e-9);

/** The values of a shape that can be typed. */
export const figuresOf = (recipe: PrimitiveRecipe): readonly Figure[] =>
  kindOf(recipe.shape).figures(recipe.shape, axesOf(recipe));

/** The shape with another value of a figure. Throws a `CommandError`. */
export function setFigure(recipe: PrimitiveRecipe, figure: string, value: number): PrimitiveRecipe {
  const { shape } = recipe;
  const made = withPlaced(recipe, kindOf(shape).withFigure({ shape, axes: axesOf(recipe) }, figure, value));
  try {
    curveOfPrimitive(made);
  } catch (error) {
    if (error instanceof RangeError) throw new CommandError(`The shape cannot be made so: ${error.message}`);
    throw error;
  }
  return made;
}
