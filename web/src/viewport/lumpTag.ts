import type { Lump } from '@pencil-bend/core/reading';
import { lengthInWords, type Units } from '../ui/length';
import { lumpInWords, radiusThere } from '../view/lumpWords';
import type { Viewport } from '../view/viewport';

/** The tag turns to the left of its place this near to the right edge, in pixels. */
const WIDTH = 300;

/** What is said beside a lump, and where; how far ironing moves the curve where that is known. */
export function lumpTag(
  lump: Lump,
  { x, y }: { readonly x: number; readonly y: number },
  ironing: number | null | undefined,
  { width }: Viewport,
  units: Units,
) {
  const moves = typeof ironing === 'number' ? ` · ironed by ${lengthInWords(ironing, units)}` : '';
  return {
    x,
    y,
    words: lumpInWords(lump, units),
    figures: `${radiusThere(lump, units)}${moves}`,
    left: x > width - WIDTH,
  };
}
