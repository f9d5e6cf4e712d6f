import { type Curve, FRONT, type Plane } from '@pencil-bend/core';
import { controlRecipe, type Primitive, resolveRecipe, type Shape } from '@pencil-bend/document';
import type { ToolContext } from '../contract';
import type { ItemToDraw, Made } from './placingTool';

/** What the tools' items share. */

export const planeOf = ({ project, plane }: ToolContext): Plane => project?.planes[plane] ?? FRONT;

/** What is drawn of an exact shape, along axes of its own, with a note of it; or why it is none. */
export function drawnAs(
  what: Shape,
  shape: Primitive,
  { x, y }: Pick<Plane, 'x' | 'y'>,
  note?: (curve: Curve) => string,
): Made {
  const recipe = { kind: 'primitive', x, y, shape } as const;
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) return { why: resolved.failure.message };
  return { shape: what, items: [{ recipe }], ...(note && { note: note(resolved.value.curve) }) };
}

/** A curve as it is, by its control points. */
export const exact = (curve: Curve): ItemToDraw => ({ recipe: controlRecipe(curve, (i) => `c${i + 1}`) });
