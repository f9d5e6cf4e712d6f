import type { StepTitle } from '@pencil-bend/document';

/** What others did to the project in the meantime: how many steps, and the titles of the first of them. */
export interface Theirs {
  readonly count: number;
  readonly titles: readonly StepTitle[];
}

/** They deleted the project for good. */
export const GONE: Theirs = { count: 0, titles: [] };
