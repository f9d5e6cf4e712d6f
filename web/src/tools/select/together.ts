import { type Handle, type Id, pointOf } from '@pencil-bend/document';

/** Points of one curve. */
export interface ItemPoints {
  readonly item: Id;
  readonly points: readonly Id[];
}

/** The points among selected handles. */
export const pointsAmong = (handles: readonly Handle[]): readonly Id[] =>
  handles.flatMap((each) => pointOf(each) ?? []);

/** What is done to several curves as the arguments of one command; null where it is done to none. */
export function together<Args extends object>([first, ...also]: readonly Args[]): (Args & { also?: Args[] }) | null {
  if (!first) return null;
  return also.length > 0 ? { ...first, also } : first;
}
