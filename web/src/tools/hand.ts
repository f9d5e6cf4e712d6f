import type { Effects, Options, ToolContext, ToolInput, ToolState } from './contract';
import { RESTING_TOOL, type ToolName } from './catalogue';
import { toolOf } from './table';

/** A state of the tool in hand, and what led to it did. */
export interface InHand extends Effects {
  readonly state: ToolState;
}

/** One input to the tool in hand; where it puts itself down, the resting tool is in hand. */
export function step(state: ToolState, input: ToolInput, context: ToolContext): InHand {
  const { state: next, ...effects } = toolOf(state.tool).step(state, input, context);
  return { state: next ?? toolOf(RESTING_TOOL).start({}), ...effects };
}

/** Takes up a tool, with the options it had before; the one that is put down first ends what it has. */
export function takeUp(state: ToolState, name: ToolName, context: ToolContext, options: Options = {}): InHand {
  const { select, ...ended } = toolOf(state.tool).leave(state, context);
  const tool = toolOf(name);
  const keeps = tool.needsSelection === true && context.selection.items.length > 0;
  return { ...ended, ...(select && !keeps && { select }), state: tool.start(options) };
}
