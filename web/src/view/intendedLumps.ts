import type { Lump } from '@pencil-bend/core/reading';
import type { IntendedLump } from '../api/savedView';

/** A lump that is meant so may move by this share of the curve's length, and grow by this factor. */
const MOST_MOVED = 0.05;
const MOST_GROWN = 1.25;

/** Of a curve's lumps those that are to be listed, and those that are meant so. */
export function partedByIntent(
  lumps: readonly Lump[],
  length: number,
  isClosed: boolean,
  intended: readonly IntendedLump[],
): { readonly listed: readonly Lump[]; readonly meant: readonly Lump[] } {
  const meant = lumps.filter(({ s, prominence }) =>
    intended.some(({ at, size }) => {
      const apart = Math.abs(s / length - at);
      const moved = isClosed ? Math.min(apart, 1 - apart) : apart;
      return moved <= MOST_MOVED && prominence <= MOST_GROWN * size;
    }),
  );
  return { listed: lumps.filter((lump) => !meant.includes(lump)), meant };
}
