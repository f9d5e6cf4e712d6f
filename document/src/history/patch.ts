import { enablePatches, type Patch as ImmerPatch } from 'immer';
import type { Result } from '@pencil-bend/core';
import { failed, success } from '@pencil-bend/core';
import { isMisleading } from '../plainJson';
import { type Problem, pointer, pointerParts } from '../problem';
import type { Project } from '../project/project';
import type { Value } from '../schema/kit';
import type { operation } from '../schema/step';

enablePatches();

/** One operation of a JSON Patch (RFC 6902); of its six, the log needs three. */
export type Operation = Value<typeof operation>;
export type Patch = readonly Operation[];

/** immer's patches name places by lists of keys, RFC 6902 by JSON pointers. */
export const fromImmer = (patches: readonly ImmerPatch[]): Patch =>
  patches.map(({ op, path, value }) =>
    op === 'remove' ? { op, path: pointer(...path) } : { op, path: pointer(...path), value },
  );

/**
 * The project with the patch applied; whatever the patch does not touch is shared with the given one, and values are
 * taken over as they are. A failure says which operation names a place that is not there (RFC 6902, 4: the parent must
 * exist; 'remove' and 'replace' need the member itself, an index must be in range).
 */
export function applyPatch(project: Project, patch: Patch): Result<Project, Problem> {
  // Each container on the way to a change is copied once, however many operations come by.
  const copies = new Set<object>();
  const copyOf = (container: Container): Container => {
    if (copies.has(container)) return container;
    const copy = (Array.isArray(container) ? [...(container as unknown[])] : { ...container }) as Container;
    copies.add(copy);
    return copy;
  };
  const changed = copyOf(project as unknown as Container);
  for (const [index, { op, path, value }] of patch.entries()) {
    const keys = pointerParts(path);
    const last = keys.pop();
    let parent = changed;
    let why = last === undefined ? 'the whole document cannot be the target' : null;
    for (const key of keys) {
      const child = hasMember(parent, key) ? parent[key] : null;
      if (typeof child !== 'object' || child === null) {
        why = 'no such place';
        break;
      }
      parent = parent[key] = copyOf(child as Container);
    }
    why ??= changeMember(parent, op, last as string, value);
    if (why !== null) return failed({ path: pointer('patch', index), message: `${op} ${path}: ${why}` });
  }
  return success(changed as unknown as Project);
}

/** A record, or an array whose elements are its members. */
type Container = Record<string, unknown>;

/** Members by name, elements by index; never what every object or array has by itself. */
const hasMember = (container: Container, key: string): boolean =>
  Object.hasOwn(container, key) && (!Array.isArray(container) || INDEX.test(key));

/** RFC 6901, 4: no leading zeros. */
const INDEX = /^(0|[1-9]\d*)$/;

/** Does an operation to a copy; what is wrong with it, or null. */
const changeMember = (parent: Container, op: Operation['op'], key: string, value: unknown): string | null =>
  Array.isArray(parent) ? changeArray(parent, op, key, value) : changeRecord(parent, op, key, value);

function changeArray(array: unknown[], op: Operation['op'], key: string, value: unknown): string | null {
  const index = op === 'add' && key === '-' ? array.length : INDEX.test(key) ? Number(key) : -1;
  if (index < 0 || index >= array.length + (op === 'add' ? 1 : 0)) return 'no such index';
  if (op === 'remove') array.splice(index, 1);
  else if (op === 'replace') array[index] = value;
  else if (index === array.length) array.push(value);
  else array.splice(index, 0, value);
  return null;
}

function changeRecord(
  record: Record<string, unknown>,
  op: Operation['op'],
  key: string,
  value: unknown,
): string | null {
  if (isMisleading(key)) return `'${key}' cannot name anything`;
  if (op !== 'add' && !Object.hasOwn(record, key)) return 'no such member';
  if (op === 'remove') delete record[key];
  else record[key] = value;
  return null;
}
