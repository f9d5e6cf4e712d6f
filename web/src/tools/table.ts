import { isToolName, RESTING_TOOL, type ToolName } from './catalogue';
import type { Tool, ToolState } from './contract';
import { select } from './select/select';

/** A tool is only ever given states that it made itself: they bear its name. */
export const erased = <State extends ToolState>(tool: Tool<State>): Tool => tool as unknown as Tool;

export type OtherTools = Readonly<Record<Exclude<ToolName, typeof RESTING_TOOL>, Tool>>;

const resting = erased(select);
let others: OtherTools | null = null;

/** Called by `otherTools.ts` alone, which comes when a tool may be taken up. */
export const useTools = (loaded: OtherTools): void => void (others = loaded);

/** Whether tools beside the resting one can be taken up yet. */
export const hasTools = (): boolean => others !== null;

/**
 * The tool by its name; of a state, the tool it is of.
 *
 * Throws an Error for any but the resting tool as long as the others have not been loaded.
 */
export function toolOf(name: string): Tool {
  if (!isToolName(name) || name === RESTING_TOOL) return resting;
  if (!others) throw new Error('otherTools.ts was not loaded');
  return others[name];
}
