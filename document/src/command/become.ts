type Members = Record<string, unknown>;

/**
 * Makes a draft equal to `target`, member by member, so that its patch holds what differs and no more. Arrays are
 * taken over whole; members keep their order where both have them.
 */
export function become(draft: object, target: object): void {
  const now = draft as Members;
  for (const key of Object.keys(now)) if (!Object.hasOwn(target, key)) delete now[key];
  for (const [key, value] of Object.entries(target)) {
    const own = now[key];
    if (isMembers(own) && isMembers(value)) become(own, value);
    else if (JSON.stringify(own) !== JSON.stringify(value)) now[key] = value;
  }
}

const isMembers = (value: unknown): value is Members =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
