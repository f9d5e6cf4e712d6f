/** Plain JSON with every -0 as 0, which JSON would not bring back; what has none stays the same object. */
export function withoutMinusZero<Value>(value: Value): Value;
export function withoutMinusZero(value: unknown): unknown {
  if (typeof value === 'number') return value + 0;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const clean = value.map((each: unknown) => withoutMinusZero(each));
    return clean.some((each, i) => !Object.is(each, value[i])) ? clean : value;
  }
  let copy: Record<string, unknown> | null = null;
  for (const [key, member] of Object.entries(value)) {
    const clean: unknown = withoutMinusZero(member);
    if (!Object.is(clean, member)) (copy ??= { ...value })[key] = clean;
  }
  return copy ?? value;
}
