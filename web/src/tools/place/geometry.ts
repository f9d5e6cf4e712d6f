import { type Curve, FRONT, type Plane } from '@pencil-bend/core';
import { controlRecipe } from '@pencil-bend/document';
import type { ToolContext } from '../contract';
import type { ItemToDraw } from './placingTool';

/** What the tools' items share. */

export const planeOf = ({ project, plane }: ToolContext): Plane => project?.planes[plane] ?? FRONT;

/** A curve as it is, by its control points. */
export const exact = (curve: Curve): ItemToDraw => ({ recipe: controlRecipe(curve, (i) => `c${i + 1}`) });
