import type { Curve } from '@pencil-bend/core';
import type { End } from '../links/sources';
import type { Id, Project } from './project';

/** What of a project decides how its curves are seen. */
export type Setting = Pick<Project, 'items'> & Partial<Pick<Project, 'planes'>>;

/**
 * The curves of a project as they are seen; words where there is none. `plain.ts` has them, and gives them to what asks
 * for other curves on the way to one.
 */
export interface SeenCurves {
  readonly whole: (project: Setting, id: Id) => Curve | string;
  /** Right at one of its ends: its other end may come of more. */
  readonly atEnd: (project: Setting, id: Id, end: End) => Curve | string;
}

export const itemIn = ({ items }: Setting, id: Id) => (Object.hasOwn(items, id) ? items[id] : null);

export const nameIn = (project: Setting, id: Id): string => itemIn(project, id)?.name ?? `'${id}'`;
