import type { Patch } from './patch';

/** The largest step: more would hold up everybody else, in this browser and at the server. */
export const LARGEST_STEP = { items: 20_000, characters: 64_000_000, words: '64 MB' } as const;

/** Why a step cannot be kept that changes so many items, with that number and what may be; null when it can. */
export const itemCountProblem = (items: number): string | null =>
  items <= LARGEST_STEP.items
    ? null
    : `This would change ${counted(items)} curves and points in one step; at most ${counted(LARGEST_STEP.items)} may be`;

/** How many items a step changes. */
export const changedItems = ({ patch }: { readonly patch: Patch }): number =>
  new Set(patch.flatMap(({ path }) => (path.startsWith('/items/') ? path.split('/', 3)[2] : []))).size;

/** Why a step is too large to be kept, with its size and what may be; null when it is not. */
export function stepSizeProblem({ patch, inverse }: { readonly patch: Patch; readonly inverse: Patch }): string | null {
  const tooMany = itemCountProblem(changedItems({ patch }));
  if (tooMany !== null) return tooMany;
  const characters = JSON.stringify(patch).length + JSON.stringify(inverse).length;
  if (characters > LARGEST_STEP.characters) {
    return `This step would hold ${Math.ceil(characters / 1e6)} MB; a step may hold ${LARGEST_STEP.words}`;
  }
  return null;
}

/** 20,000 */
const counted = (count: number): string => count.toLocaleString('en');
