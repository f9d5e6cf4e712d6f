import { isToolName, RESTING_TOOL, type ToolName } from './catalogue';
import { ACCEPTS_NOTHING, NO_PREVIEW, type Tool, type ToolState } from './contract';
import { select } from './select/select';

/** A tool is only ever given states that it made itself: they bear its name. */
export const erased = <State extends ToolState>(tool: Tool<State>): Tool => tool as unknown as Tool;

export type OtherTools = Readonly<Record<Exclude<ToolName, typeof RESTING_TOOL>, Tool>>;

const resting = erased(select);

/** Stands for a tool whose code is on its way: what is given to it waits, places among it. */
export const AWAITED: Tool = {
  reads: 'selection',
  start: () => ({ tool: RESTING_TOOL }),
  step: (state) => ({ state }),
  leave: () => ({}),
  preview: () => NO_PREVIEW,
  prompt: () => ({ text: 'One moment: this tool is on its way.', keys: [] }),
  accepts: () => ({ ...ACCEPTS_NOTHING, places: true }),
  lasting: () => null,
};

let others: OtherTools | null = null;

/** Called by `otherTools.ts` alone, which comes when a tool may be taken up. */
export const useTools = (loaded: OtherTools): void => void (others = loaded);

/** Whether tools beside the resting one can be taken up yet. */
export const hasTools = (): boolean => others !== null;

/** The tool by its name; of a state, the tool it is of. Until the others have been loaded, what stands for them. */
export function toolOf(name: string): Tool {
  if (!isToolName(name) || name === RESTING_TOOL) return resting;
  return others?.[name] ?? AWAITED;
}
