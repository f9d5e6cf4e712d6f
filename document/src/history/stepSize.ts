import { pointerParts } from '../problem';
import type { Id } from '../project/project';
import type { Patch } from './patch';

/** The largest step: more would hold up everybody else, in this browser and at the server. */
export const LARGEST_STEP = { items: 20_000, characters: 64_000_000, words: '64 MB' } as const;

/** Why a step cannot be kept that changes so many items, with that number and what may be; null when it can. */
export const itemCountProblem = (items: number): string | null =>
  items <= LARGEST_STEP.items
    ? null
    : `This would change ${counted(items)} curves and points in one step; at most ${counted(LARGEST_STEP.items)} may be`;

/** The items that a step adds, changes or takes out. */
export const changedItems = ({ patch }: { readonly patch: Patch }): readonly Id[] => [
  ...new Set(patch.flatMap(({ path }) => (path.startsWith('/items/') ? pointerParts(path)[1] : []))),
];

/** Why a step is too large to be kept, with its size and what may be; null when it is not. */
export function stepSizeProblem({ patch, inverse }: { readonly patch: Patch; readonly inverse: Patch }): string | null {
  const tooMany = itemCountProblem(changedItems({ patch }).length);
  if (tooMany !== null) return tooMany;
  const characters = JSON.stringify(patch).length + JSON.stringify(inverse).length;
  if (characters > LARGEST_STEP.characters) {
    return `This step would hold ${Math.ceil(characters / 1e6)} MB; a step may hold ${LARGEST_STEP.words}`;
  }
  return null;
}

/** 20,000 */
const counted = (count: number): string => count.toLocaleString('en');
