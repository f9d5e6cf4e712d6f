import type { Affine, Curve, Vector3 } from '@pencil-bend/core';
import type { GivenRecipe, Id } from '../project/project';
import { primitiveKind } from './primitives/table';

/** One of the places that a curve is given by, or from which a size is taken. */
export interface GivenHandle {
  readonly id: Id;
  /** 'Centre' */
  readonly label: string;
  readonly at: Vector3;
}

/** How a kind of curve is made, and edited, that has what it is given by in place of points of its own. */
export interface GivenKind<Of extends GivenRecipe> {
  /** What it is called in a list: 'circle'. */
  readonly word: (recipe: Of) => string;
  /** What it is and is given by: 'Circle by centre and radius'. */
  readonly description: (recipe: Of) => string;
  /** Throws a `CommandError` or a `RangeError` in words for what gives no curve. */
  readonly curve: (recipe: Of) => Curve;
  readonly handles: (recipe: Of) => readonly GivenHandle[];
  /** Handles between which a line shows what they mean. */
  readonly lines: (recipe: Of) => readonly (readonly [Id, Id])[];
  /** With a handle elsewhere; the others stay as far as they can. Throws a `CommandError`. */
  readonly moved: (recipe: Of, handle: Id, to: Vector3) => Of;
  readonly reversed: (recipe: Of) => Of;
  /** Under a similarity that makes lengths `factor` times as long. */
  readonly mapped: (recipe: Of, map: Affine, factor: number) => Of;
  /** What is wrong with it that neither the schema nor its curve says; null where nothing is. */
  readonly problem: (recipe: Of) => string | null;
}

/** Every kind of curve that is edited by what it is given by. */
const KINDS: { readonly [Kind in GivenRecipe['kind']]: GivenKind<Extract<GivenRecipe, { readonly kind: Kind }>> } = {
  primitive: primitiveKind,
};

const kindOf = ({ kind }: GivenRecipe) => KINDS[kind] as GivenKind<GivenRecipe>;

export const wordOf = (recipe: GivenRecipe): string => kindOf(recipe).word(recipe);
export const describe = (recipe: GivenRecipe): string => kindOf(recipe).description(recipe);
export const curveOfGiven = (recipe: GivenRecipe): Curve => kindOf(recipe).curve(recipe);
export const linesOf = (recipe: GivenRecipe): readonly (readonly [Id, Id])[] => kindOf(recipe).lines(recipe);
export const reverseGiven = (recipe: GivenRecipe): GivenRecipe => kindOf(recipe).reversed(recipe);
export const givenProblem = (recipe: GivenRecipe): string | null => kindOf(recipe).problem(recipe);

const known = new WeakMap<GivenRecipe, readonly GivenHandle[]>();

/** The handles of a curve that is edited by what it is given by, found once for each recipe. */
export function givensOf(recipe: GivenRecipe): readonly GivenHandle[] {
  let handles = known.get(recipe);
  if (!handles) known.set(recipe, (handles = kindOf(recipe).handles(recipe)));
  return handles;
}

/** With a handle elsewhere. Throws a `CommandError`. */
export const moveGiven = (recipe: GivenRecipe, handle: Id, to: Vector3): GivenRecipe =>
  kindOf(recipe).moved(recipe, handle, to);

export const mapGiven = (recipe: GivenRecipe, map: Affine, factor: number): GivenRecipe =>
  kindOf(recipe).mapped(recipe, map, factor);
