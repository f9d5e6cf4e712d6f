/** Largest coordinate a drawing may have, in mm: a thousand kilometres. */
const LARGEST = 1e9;

/** A typed coordinate in mm, with a point or a comma for decimals and 'mm' if wanted; null when it is no number. */
export function readCoordinate(text: string): number | null {
  const plain = text
    .trim()
    .replace(/\s*mm$/, '')
    .replace('−', '-')
    .replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain)) return null;
  const value = Number(plain);
  return Math.abs(value) <= LARGEST ? value : null;
}
