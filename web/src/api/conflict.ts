/** What others did to the project in the meantime: how many steps, and the names of the first of them. */
export interface Theirs {
  readonly count: number;
  readonly names: readonly string[];
}

/** They deleted the project for good. */
export const GONE: Theirs = { count: 0, names: [] };
