import { type Problem, pointer, schemaProblems, type Step } from '@pencil-bend/document';
import { Failure } from '../projects/failure';

/** What requests bring, checked: each function answers the value or throws a `Failure` that says what is wrong. */

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export function nameFrom(body: unknown): string {
  const name = isRecord(body) ? body['name'] : null;
  if (typeof name === 'string' && name.trim() !== '' && name.trim().length <= 120) return name.trim();
  throw new Failure(400, 'A name of 1 to 120 characters is needed', [
    { path: '/name', message: 'must be a text of 1 to 120 characters' },
  ]);
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

const STEPS_AT_ONCE = 500;

/** The steps of a body; `least` of them at the least. */
export function stepsFrom(body: unknown, least: number, most = STEPS_AT_ONCE): Step[] {
  const steps = isRecord(body) ? body['steps'] : null;
  if (!Array.isArray(steps) || steps.length < least || steps.length > most) {
    throw new Failure(400, `The body must hold ${least} to ${most} steps`, [
      { path: '/steps', message: `must be an array of ${least} to ${most} steps` },
    ]);
  }
  const problems = steps.flatMap((step, index): Problem[] =>
    schemaProblems('step', step).map(({ path, message }) => ({ path: pointer('steps', index) + path, message })),
  );
  if (problems.length > 0) throw new Failure(400, 'The steps are not well formed', problems);
  return steps as Step[];
}
