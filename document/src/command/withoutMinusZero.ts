/** A copy of plain JSON with every -0 as 0: JSON would not bring it back. */
export function withoutMinusZero(value: unknown): unknown {
  if (typeof value === 'number') return value + 0;
  if (Array.isArray(value)) return value.map(withoutMinusZero);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, member]) => [key, withoutMinusZero(member)]));
}
