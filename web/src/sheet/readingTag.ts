import type { CursorReading } from '../bench/bench';
import { lengthInWords, type Units } from '../numbers/length';
import { curvatureInWords, radiusInWords } from '../parts/words';
import { type Camera, toPixel } from './camera';

/** What is said beside the cursor on the curve, and where; null when that is out of sight. */
export function readingTag(reading: CursorReading, camera: Camera, units: Units) {
  const [x, y] = toPixel(camera, reading.at);
  const { width, height } = camera;
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
