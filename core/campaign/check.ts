import type { Random } from './nastyCurves';

/** What a case came to: how far off, as a share of what is allowed, and the case in words; null where it tells nothing. */
export type Told = { readonly off: number; readonly what: string } | null;

export interface Check {
  readonly name: string;
  /** How many cases of it `npm test` plays, where the usual number takes too long. */
  readonly sample?: number;
  readonly play: (random: Random) => Told;
}
