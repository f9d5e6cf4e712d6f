import type { attempt, preview } from './command/attempt';
import type { perform } from './command/perform';
import type { addsHandles, isLossy } from './command/registry';
import type { rememberNear } from './recipe/nearPoints';

/** What does steps: all of `steps.ts` that a page needs. */
interface StepsCode {
  readonly attempt: typeof attempt;
  readonly preview: typeof preview;
  readonly perform: typeof perform;
  readonly isLossy: typeof isLossy;
  readonly addsHandles: typeof addsHandles;
  readonly rememberNear: typeof rememberNear;
}

let code: StepsCode | null = null;

/** Called by `steps.ts` alone, which comes when it is first needed. */
export const useSteps = (loaded: StepsCode): void => void (code = loaded);

/** Whether steps can be done yet, and tried on the side. */
export const canDoSteps = (): boolean => code !== null;

/** Throws an Error as long as that code has not been loaded. */
export function steps(): StepsCode {
  if (!code) throw new Error('steps.ts was not loaded');
  return code;
}
