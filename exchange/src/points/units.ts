/** Units of length that tables of points have, and their mm. */
export const POINT_UNITS = { mm: 1, cm: 10, m: 1000, in: 25.4, µm: 0.001 } as const;
export type PointUnit = keyof typeof POINT_UNITS;

/** Other ways to write them; the second micro sign is the Greek letter. */
const SPELLED: Readonly<Record<string, PointUnit>> = { inch: 'in', inches: 'in', um: 'µm', '\u03bcm': 'µm' };

/** The unit that a word means; null where it means none. */
export function unitNamed(word: string): PointUnit | null {
  const unit = word.toLowerCase();
  if (Object.hasOwn(POINT_UNITS, unit)) return unit as PointUnit;
  return Object.hasOwn(SPELLED, unit) ? SPELLED[unit] : null;
}
