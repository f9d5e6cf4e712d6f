import type { CursorReading } from '../session';
import { lengthInWords, type Units } from '../ui/length';
import { curvatureInWords, radiusInWords } from '../ui/labels';
import { type Viewport, toPixel } from '../view/viewport';

/** What is said beside the cursor on the curve, and where; null when that is out of sight. */
export function readingTag(reading: CursorReading, viewport: Viewport, units: Units) {
  const [x, y] = toPixel(viewport, reading.at);
  const { width, height } = viewport;
  if (x < 0 || y < 0 || x > width || y > height) return null;
  return {
    x,
    y,
    words: lengthInWords(reading.s, units, 2),
    more: `κ ${curvatureInWords(reading.kappa, units)}`,
    radius: `R ${radiusInWords(reading.kappa === 0 ? Infinity : 1 / Math.abs(reading.kappa), units)}`,
    left: x > width - 180,
  };
}
