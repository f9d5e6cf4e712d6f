import {
  LARGEST_STEP,
  migrateStep,
  nameProblem,
  type Problem,
  pointer,
  type Step,
  stepProblems,
} from '@pencil-bend/document';
import { Failure } from '../projects/failure';
import { MOST_PARTS, type Uploads } from '../projects/uploads';
import { refuseMisleading } from './jsonBody';

/** What requests bring, checked: each function answers the value or throws a `Failure` that says what is wrong. */

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export function nameFrom(body: unknown): string {
  const given = isRecord(body) ? body['name'] : null;
  const name = typeof given === 'string' ? given.trim() : '';
  const problem = nameProblem(name);
  if (problem !== null) throw new Failure(400, problem, [{ path: '/name', message: problem }]);
  return name;
}

/** A count in a query or a body; null when it is not given. */
export function countFrom(name: string, given: unknown): number | null {
  if (given === undefined || given === null) return null;
  const count = typeof given === 'string' && /^\d{1,15}$/.test(given) ? Number(given) : given;
  if (Number.isSafeInteger(count) && (count as number) >= 0) return count as number;
  throw new Failure(400, `'${name}' must be a whole number, 0 or more`);
}

export function matchFrom(header: string | undefined): number {
  const [, digits] = /^"(\d{1,15})"$/.exec(header ?? '') ?? [];
  if (!digits) throw new Failure(428, 'If-Match must name the revision the steps were made on, such as "12"');
  return Number(digits);
}

/** Steps as they came, and whether all of them together are no longer than one may be. */
interface Sent {
  readonly steps: unknown;
  readonly isShort: boolean;
}

function sent(uploads: Uploads, project: string, body: unknown): Sent {
  if (!isRecord(body)) return { steps: null, isShort: true };
  const { steps, upload, parts } = body;
  // No body is longer than a step may be.
  if (upload === undefined) return { steps, isShort: true };
  const count = countFrom('parts', parts) ?? 0;
  if (typeof upload !== 'string' || count < 1 || count > MOST_PARTS) {
    throw new Failure(400, `Uploaded steps are named by { upload, parts }, with 1 to ${MOST_PARTS} parts`);
  }
  const { value, characters } = uploads.take(project, upload, count);
  refuseMisleading(value);
  return { steps: value, isShort: characters <= LARGEST_STEP.characters };
}

const STEPS_AT_ONCE = 500;

/**
 * The steps of a body, `{ steps }`, or of what was uploaded before in parts, `{ upload, parts }`; `least` of them at
 * the least.
 */
export function stepsFrom(
  uploads: Uploads,
  project: string,
  body: unknown,
  least: number,
  most = STEPS_AT_ONCE,
): Step[] {
  const { steps: given, isShort } = sent(uploads, project, body);
  // A window that was opened before the format changed still sends the older one.
  const steps: unknown = Array.isArray(given) ? given.map(migrateStep) : given;
  if (!Array.isArray(steps) || steps.length < least || steps.length > most) {
    throw new Failure(400, `The body must hold ${least} to ${most} steps`, [
      { path: '/steps', message: `must be an array of ${least} to ${most} steps` },
    ]);
  }
  const problems = steps.flatMap((step, index): Problem[] =>
    stepProblems(step, { isShort }).map(({ path, message }) => ({ path: pointer('steps', index) + path, message })),
  );
  if (problems.length > 0) throw new Failure(400, 'The steps are not well formed', problems);
  const ids = new Map<string, number>();
  for (const [index, { id }] of (steps as Step[]).entries()) {
    const before = ids.get(id);
    if (before !== undefined) {
      throw new Failure(400, 'The steps are not well formed', [
        { path: pointer('steps', index, 'id'), message: `the id '${id}' stands at step ${before + 1} already` },
      ]);
    }
    ids.set(id, index);
  }
  return steps as Step[];
}
