import { blend, distance, type Jet, lineBetween } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { controlRecipe, numberedControl } from '../recipe/fixSpacing';
import type { BlendRecipe, Recipe } from './project';

export interface Blended {
  readonly recipe: Recipe;
  /** Why it is not as smooth as it was asked for: it is then the line between the ends. */
  readonly problem: string | null;
}

/** What lies between two ends, by what they hand on. Throws a `CommandError` where both are one place. */
export function blendBetween(
  { first, second, ratio }: BlendRecipe,
  [from, to]: readonly [Jet, Jet],
  name: string,
): Blended {
  const chord = distance(from.point, to.point);
  const [a, b] = [first, second].map(({ magnitude }) =>
    magnitude === undefined ? null : 'mm' in magnitude ? magnitude.mm : magnitude.ratio * chord,
  );
  const made = blend(from, to, {
    levels: [first.level, second.level],
    magnitudes: [a, b],
    ...(ratio !== undefined && { ratio }),
  });
  if (made.ok) return { recipe: controlRecipe(made.value.curve, numberedControl), problem: null };
  const why = WHY[made.failure.kind];
  if (made.failure.kind === 'no-length') throw new CommandError(`${name}: ${why}`);
  return { recipe: controlRecipe(lineBetween(from.point, to.point), numberedControl), problem: why };
}

const WHY = {
  'no-length': 'both ends lie in one place',
  'crosses-itself': 'it would cross itself',
  'too-long': 'it would be longer than three times the way between the ends',
  'too-far': 'its control points would lie too far out',
} as const;
