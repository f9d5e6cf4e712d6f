type Members = Record<string | number, unknown>;

/**
 * Makes a draft equal to `target`, member by member, so that its patch holds what differs and no more. Arrays of one
 * length are gone through entry by entry where few of them differ, else taken over whole; members keep their order where both have them.
 */
export function become(draft: object, target: object): void {
  const now = draft as Members;
  for (const key of Object.keys(now)) if (!Object.hasOwn(target, key)) delete now[key];
  for (const [key, value] of Object.entries(target)) {
    const own = now[key];
    if (isAlike(own, value)) become(own, value as object);
    else if (!same(own, value)) now[key] = value;
  }
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

const isMembers = (value: unknown): value is object => typeof value === 'object' && value !== null;

/** What is another kind of thing is taken over whole. */
const isOfOneKind = (own: object, value: object): boolean => (own as Members)['kind'] === (value as Members)['kind'];

function isAlike(own: unknown, value: unknown): own is object {
  if (!isMembers(own) || !isMembers(value)) return false;
  if (!Array.isArray(own) || !Array.isArray(value))
    return Array.isArray(own) === Array.isArray(value) && isOfOneKind(own, value);
  if (own.length !== value.length) return false;
  const differing = own.reduce((sum: number, each, i) => sum + (same(each, value[i]) ? 0 : 1), 0);
  return differing <= Math.max(3, own.length / 2);
}
