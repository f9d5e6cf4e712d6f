import { applyPatches, enablePatches, type Patch as ImmerPatch } from 'immer';
import type { Result } from '@pencil-bend/core';
import { failed, success } from '@pencil-bend/core';
import { type Problem, pointer } from '../problem';
import type { Project } from '../project/project';

enablePatches();

/** One operation of a JSON Patch (RFC 6902); of its six, the log needs three. */
export interface Operation {
  readonly op: 'add' | 'remove' | 'replace';
  readonly path: string;
  readonly value?: unknown;
}

export type Patch = readonly Operation[];

/** immer's patches name places by lists of keys, RFC 6902 by JSON pointers. */
export const fromImmer = (patches: readonly ImmerPatch[]): Patch =>
  patches.map(({ op, path, value }) =>
    op === 'remove' ? { op, path: pointer(...path) } : { op, path: pointer(...path), value },
  );

const toImmer = ({ op, path, value }: Operation, target: Project): ImmerPatch => ({
  op,
  path: keysOf(path, target),
  value,
});

/**
 * The project with the patch applied; whatever the patch does not touch is shared with the given one. A failure says
 * which operation names a place that is not there.
 */
export function applyPatch(project: Project, patch: Patch): Result<Project, Problem> {
  let at = 0;
  try {
    let changed = project;
    for (; at < patch.length; at++) {
      checkTarget(changed, patch[at]);
      changed = applyPatches(changed, [toImmer(patch[at], changed)]);
    }
    return success(changed);
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    return failed({ path: pointer('patch', at), message: `${patch[at].op} ${patch[at].path}: ${error.message}` });
  }
}

const parts = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~'));

/** Keys of a path, with array indices as numbers ('-' is the end of the array). */
function keysOf(path: string, target: unknown): (string | number)[] {
  let value = target;
  return parts(path).map((part) => {
    const key = !Array.isArray(value) ? part : part === '-' ? value.length : Number(part);
    value = (value as Record<string | number, unknown> | undefined)?.[key];
    return key;
  });
}

/** RFC 6902, 4: the parent must exist; 'remove' and 'replace' need the member itself, an index must be in range. */
function checkTarget(project: Project, { op, path }: Operation): void {
  const keys = keysOf(path, project);
  if (keys.length === 0) throw new Error('the whole document cannot be the target');
  let parent: unknown = project;
  for (const key of keys.slice(0, -1)) {
    if (!isContainer(parent) || !Object.hasOwn(parent, key)) throw new Error('no such place');
    parent = (parent as Record<string | number, unknown>)[key];
  }
  if (!isContainer(parent)) throw new Error('no such place');
  const last = keys[keys.length - 1];
  if (Array.isArray(parent)) {
    const limit = op === 'add' ? parent.length : parent.length - 1;
    if (!Number.isInteger(last) || (last as number) < 0 || (last as number) > limit) throw new Error('no such index');
  } else if (op !== 'add' && !Object.hasOwn(parent, last)) throw new Error('no such member');
}

const isContainer = (value: unknown): value is object => typeof value === 'object' && value !== null;
