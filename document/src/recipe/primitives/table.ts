import { type Curve, reverse, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import type { Id, Primitive, PrimitiveRecipe } from '../../project/project';
import { arcAboutCentre, arcThroughThree } from './arcs';
import { circleAbout, circleAcross, circleThroughThree } from './circles';
import { conic, parabola } from './conics';
import { ellipse } from './ellipse';
import { polygon, rectangle } from './polygons';
import type { Axes, Figure, GivenHandle, Placed, PrimitiveKind } from './primitiveKind';

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

export const wordOf = (shape: Primitive): string => kindOf(shape).word;
export const describe = (shape: Primitive): string => kindOf(shape).description(shape);

const known = new WeakMap<PrimitiveRecipe, readonly GivenHandle[]>();

/** The handles of a shape, computed once for each recipe; none where it gives no curve. */
export function givensOf(recipe: PrimitiveRecipe): readonly GivenHandle[] {
  let handles = known.get(recipe);
  if (!handles) {
    handles = kindOf(recipe.shape).handles(recipe.shape, axesOf(recipe));
    known.set(recipe, handles);
  }
  return handles;
}

/** Lines that show what the handles of a shape mean, between those of these ids. */
export const linesOf = ({ shape }: PrimitiveRecipe): readonly (readonly [Id, Id])[] => kindOf(shape).lines;

/** The shape with a handle elsewhere. Throws a `CommandError`. */
export const moveGiven = (recipe: PrimitiveRecipe, handle: Id, to: Vector3): PrimitiveRecipe =>
  withPlaced(recipe, kindOf(recipe.shape).moved({ shape: recipe.shape, axes: axesOf(recipe) }, handle, to));

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

/** The shape under a similarity, with its axes turned to these. */
export const mapPrimitive = (
  recipe: PrimitiveRecipe,
  axes: Axes,
  image: (at: Vector3) => Vector3,
  factor: number,
): PrimitiveRecipe => withPlaced(recipe, { shape: kindOf(recipe.shape).mapped(recipe.shape, image, factor), axes });
