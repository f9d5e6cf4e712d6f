import {
  along,
  arcCentre,
  arcLength,
  distance,
  evaluate,
  parameterAt,
  subtract,
  unit,
  cross,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import type { Primitive, PrimitiveRecipe } from '../../project/project';
import { curveOfPrimitive } from './table';

/** Kinds that can give the same shape, each by something else. */
const FAMILIES = [
  ['circle', 'circle-across', 'circle-through'],
  ['arc', 'arc-about'],
] as const satisfies readonly (readonly Primitive['kind'][])[];

export type GivenBy = (typeof FAMILIES)[number][number];

/** The kinds that can give this shape; none where there is one way only. */
export const waysToGive = ({ kind }: Primitive): readonly GivenBy[] =>
  FAMILIES.find((family) => (family as readonly Primitive['kind'][]).includes(kind)) ?? [];

/** The same circle or arc, given by something else. Throws a `CommandError` for a shape that cannot be given so. */
export function givenBy(recipe: PrimitiveRecipe, kind: GivenBy): PrimitiveRecipe {
  if (!waysToGive(recipe.shape).includes(kind)) throw new CommandError('This shape cannot be given so');
  if (recipe.shape.kind === kind) return recipe;
  // As it is placed: which way it is run through stays beside it.
  const { reversed: _reversed, ...forward } = recipe;
  const curve = curveOfPrimitive(forward);
  const centre = arcCentre(curve);
  if (!centre) throw new CommandError('The shape has no centre that it could be given by');
  const measured = arcLength(curve);
  const at = (share: number): Vector3 => evaluate(curve, parameterAt(measured, share * measured.total));
  const start = at(0);
  const radius = distance(centre, start);
  const x = unit(subtract(start, centre));
  const normal = unit(
    cross(subtract(start, centre), subtract(at(kind === 'arc' || kind === 'arc-about' ? 1e-3 : 0.25), centre)),
  );
  const axes = { x, y: cross(normal, x) };
  switch (kind) {
    case 'circle':
      return { ...recipe, ...axes, shape: { kind, centre, radius } };
    case 'circle-across':
      return { ...recipe, ...axes, shape: { kind, from: along(centre, x, -radius), to: start } };
    case 'circle-through':
      return { ...recipe, ...axes, shape: { kind, a: start, b: at(1 / 3), c: at(2 / 3) } };
    case 'arc':
      return { ...recipe, shape: { kind, start, through: at(0.5), end: at(1) } };
    case 'arc-about': {
      const sweep = Math.min(360, (measured.total / radius) * (180 / Math.PI));
      return { ...recipe, ...axes, shape: { kind, centre, radius, sweep } };
    }
  }
}
