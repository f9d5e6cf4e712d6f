import { bezier, finishBezier, previewBezier, promptBezier, startBezier } from './bezier/bezier';
import { bend, idle, previewBending, settle } from './select/select';
import { promptBending } from './select/prompt';
import { finishFreehand, freehand, previewFreehand, promptFreehand, startFreehand } from './freehand/freehand';
import type { Options } from './place/placingTool';
import { lay, leave, previewLaying, promptLaying, startLaying } from './place/place';
import { type LayingName, LAYINGS } from './place/placingTools';
import { insert, previewInserting, promptInserting, startInserting } from './insert/insert';
import type { Preview, Prompt, ToolContext, ToolInput, ToolState, Transition } from './contract';

/** One input to whichever tool is at work. */
export function step(state: ToolState, input: ToolInput, context: ToolContext): Transition {
  switch (state.tool) {
    case 'bend':
      return bend(state, input, context);
    case 'lay':
      return lay(state, input, context);
    case 'bezier':
      return bezier(state, input, context);
    case 'freehand':
      return freehand(state, input, context);
    case 'insert':
      return insert(state, input, context);
  }
}

/** Every tool that can be taken into hand. */
export type ToolName = 'bend' | 'insert' | 'bezier' | 'freehand' | LayingName;

/** The tool in hand, by the name that it is taken up by. */
export const toolNameOf = (state: ToolState): ToolName => (state.tool === 'lay' ? state.laying : state.tool);

const isLaying = (tool: ToolName): tool is LayingName => tool in LAYINGS;

function started(tool: ToolName, options: Options): ToolState {
  if (isLaying(tool)) return startLaying(tool, options);
  const start = { bend: idle, insert: startInserting, bezier: startBezier, freehand: startFreehand }[tool];
  return 'options' in start ? ({ ...start, options: { ...start.options, ...options } } as ToolState) : start;
}

/** What a tool that is put down leaves: nothing is lost by a change of mind. */
function left(state: ToolState, context: ToolContext): Partial<Transition> {
  switch (state.tool) {
    case 'lay':
      return leave(state, context);
    case 'bezier':
      return finishBezier(state, false, context);
    case 'freehand':
      return finishFreehand(state, context);
    case 'bend':
      return settle(state, context);
    case 'insert':
      return {};
  }
}

/** Takes up a tool, with the options it had before; the one that is put down first ends what it has. */
export function takeUp(state: ToolState, tool: ToolName, context: ToolContext, options: Options = {}): Transition {
  const { select, ...ended } = left(state, context);
  // What works on the selection keeps it.
  const keeps = isLaying(tool) && LAYINGS[tool].needsSelection && context.selection.items.length > 0;
  return { ...ended, ...(select && !keeps && { select }), state: started(tool, options) };
}

export function preview(state: ToolState, context: ToolContext): Preview {
  switch (state.tool) {
    case 'bend':
      return previewBending(state, context);
    case 'lay':
      return previewLaying(state, context);
    case 'bezier':
      return previewBezier(state);
    case 'freehand':
      return previewFreehand(state);
    case 'insert':
      return previewInserting(state);
  }
}

export function prompt(state: ToolState, context: ToolContext): Prompt {
  switch (state.tool) {
    case 'bend':
      return promptBending(state, context);
    case 'lay':
      return promptLaying(state, context);
    case 'bezier':
      return promptBezier(state);
    case 'freehand':
      return promptFreehand(state);
    case 'insert':
      return promptInserting(state);
  }
}
