import { type Id, pointsOf, type Recipe } from '@pencil-bend/document';

/** A point of a curve as people read it: 'point 3', 'control point 2', 'centre'. */
export function pointName(recipe: Recipe, id: Id): string {
  const points = pointsOf(recipe);
  if (!points) return 'a point';
  const given = points.given.find((each) => each.id === id);
  if (given) return given.label.toLowerCase();
  const fit = points.fit.findIndex((each) => each.id === id);
  if (fit >= 0) return `point ${fit + 1}`;
  return `control point ${points.control.findIndex((each) => each.id === id) + 1}`;
}
