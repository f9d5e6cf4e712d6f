import { type Curve, FRONT, homogeneous, makeCurve, type Result, uniformKnots, type Vector3 } from '@pencil-bend/core';
import {
  controlRecipe,
  type CurveItem,
  type FitPoint,
  fitRecipe,
  type FitRecipe,
  FRONT_ID,
  GRAPHITE,
  type Guide,
  type Id,
  type Item,
  type Primitive,
} from '@pencil-bend/document';

export const BLUE = '#2f5d8a';
export const UMBER = '#7a5230';
export const SLATE = '#6b7783';

/** A place in Front, or in space. */
export type Place = readonly [x: number, y: number, z?: number];

/** How an item of the demo looks, and what is told of it. */
export interface Told {
  readonly name: string;
  readonly layer: Id;
  readonly colour?: string;
  readonly note?: string;
}

const told = ({ name, layer, colour = GRAPHITE, note }: Told) => ({
  name,
  colour,
  visible: true,
  layer,
  plane: FRONT_ID,
  ...(note !== undefined && { note }),
});

export const vectorOf = ([x, y, z = 0]: Place): Vector3 => [x, y, z];

export const curve = (recipe: CurveItem['recipe'], what: Told): Item => ({ kind: 'curve', ...told(what), recipe });

export const guide = (given: Guide, what: Told): Item => ({ kind: 'guide', ...told(what), guide: given });

export const point = (at: Place, what: Told): Item => ({ kind: 'point', ...told(what), at: vectorOf(at) });

/** An exact shape in Front. */
export const shaped = (shape: Primitive, what: Told): Item =>
  curve({ kind: 'primitive', x: FRONT.x, y: FRONT.y, shape }, what);

/** A curve pulled by the control points of another. */
export const exact = (made: Curve, what: Told): Item =>
  curve(
    controlRecipe(made, (i) => `c${i + 1}`),
    what,
  );

/** The recipe through places; what is held at a point stands beside its index. */
export function through(
  places: readonly Place[],
  held: Readonly<Record<number, Omit<FitPoint, 'id' | 'at'>>> = {},
  closed = false,
): FitRecipe {
  return fitRecipe(
    places.map((place, i) => ({ id: `p${i + 1}`, at: vectorOf(place), ...held[i] })),
    closed,
  );
}

/** The curve pulled by places, with uniform knots. */
export const pulled = (degree: number, places: readonly Place[]): Curve =>
  makeCurve(degree, uniformKnots(degree, places.length), homogeneous(places.flatMap(vectorOf)));

/** What is made of honest input. */
export function made<Value>(result: Result<Value, unknown>): Value {
  if (!result.ok) throw new Error(`the demo cannot be drawn: ${JSON.stringify(result.failure)}`);
  return result.value;
}
